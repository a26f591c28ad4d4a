import { expect, test } from '@playwright/test';
import { liveFontReady, openDemo, saved, stage, takeInHand } from './support/app';

test('the whole font is fitted at once; a letter set by hand stays and the rest follows; one step to undo', async ({
  page,
}) => {
  await openDemo(page);
  await takeInHand(page, 'fit', 'n');
  const advance = page.getByTestId('advance');
  const first = await advance.textContent();
  await page.getByRole('button', { name: 'Fit all' }).click();
  await expect(page.getByText('Fitted by itself')).toBeVisible({ timeout: 30_000 });
  await expect(advance).not.toHaveText(first!);
  const pairs = Number(await page.getByTestId('group-pairs').textContent());
  expect(pairs).toBeGreaterThan(10);
  const fitted = await advance.textContent();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(advance).toHaveText(first!);
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(advance).toHaveText(fitted!);
  // Set by hand: it stays, and o follows its rhythm.
  const left = page.getByRole('textbox', { name: 'Left bearing' });
  await left.fill(String(Number(await left.inputValue()) + 30));
  await left.press('Enter');
  await expect(page.getByText('Set by hand')).toBeVisible();
  const byHand = await advance.textContent();
  await takeInHand(page, 'fit', 'o');
  const before = parseFloat((await advance.textContent())!);
  await page.getByRole('button', { name: 'Fit all' }).click();
  await expect(async () =>
    expect(parseFloat((await advance.textContent())!)).toBeCloseTo(before + 30, -0.5),
  ).toPass();
  await takeInHand(page, 'fit', 'n');
  await expect(advance).toHaveText(byHand!);
  await expect(page.getByRole('button', { name: 'Let it be fitted' })).toBeVisible();
  await liveFontReady(page);
  await saved(page);
  await stage(page, 'Proof');
});
