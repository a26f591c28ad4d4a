import { expect, test } from '@playwright/test';
import { castBoth, openDemo, saved, stage } from './support/app';
import { beginLetter, field, press } from './support/dress';
import { shape } from '../testing/outsideReaders';

test('a wrong field of Cast keeps no other from being saved, and the cursor stays where it was put', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Cast');
  const version = page.getByLabel('Version', { exact: true });
  await version.fill('1,25');
  await page.keyboard.press('Tab');
  await expect(version).toHaveValue('1.250');
  await version.fill('first');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Control+A');
  await page.keyboard.type('Old Quill');
  await page.keyboard.press('Tab');
  await expect(page.getByText('A version is a number like 1.25.')).toBeVisible();
  await expect(page.getByLabel('Designer, web address')).toBeFocused();
  await expect(version).toHaveValue('first');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Designer', { exact: true })).toHaveValue('Old Quill');
  await expect(version).toHaveValue('1.250');
});

test('a letter begun and left empty is told, stays out of the font, and goes with one press', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Dress');
  await beginLetter(page, 'ß');
  const { otf } = await castBoth(page);
  await expect(page.getByTestId('snags')).toContainText('there is no outline, so it stays out of the font');
  expect(shape(otf, 'ß').map((g) => g.gid)).toEqual([0]);
  await page.getByTestId('snags').getByRole('button', { name: 'Show' }).click();
  await press(page, 'Remove this glyph');
  await expect(page.getByRole('heading', { name: /^ß/ })).toBeHidden();
  await stage(page, 'Cast');
  await expect(page.getByText('No snags. Ready to cast.')).toBeVisible();
  await page.keyboard.press('Control+Z');
  await expect(page.getByTestId('snags')).toBeVisible();
});

test('a period as tall as a capital is a snag, and one step back it is none', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'Dress');
  await beginLetter(page, '.');
  await field(page, 'Height of the ink').fill('700');
  await page.keyboard.press('Enter');
  await stage(page, 'Cast');
  await expect(page.getByTestId('snags')).toContainText(/times as tall as it usually is/);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByText('No snags. Ready to cast.')).toBeVisible();
});

test('keys of what has the focus are its own: Enter on a button accepts no piece, arrows on a tab move no point', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Lift');
  const state = page.getByText('suggested', { exact: true });
  await page.getByRole('button', { name: 'A', exact: true }).first().click();
  await expect(state).toBeVisible();
  await page.getByRole('button', { name: 'Whole', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(state).toBeVisible();
  // On the bench it accepts, and so it does on a piece of the strip.
  await page.getByRole('button', { name: 'A', exact: true }).first().click();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'A', exact: true }).first().click();
  await expect(page.getByText('accepted by you')).toBeVisible();
  await stage(page, 'Dress');
  const width = page.getByLabel('Width of the ink', { exact: true });
  const before = await width.inputValue();
  await page.keyboard.press('a');
  await page.getByRole('tab', { name: 'Points' }).focus();
  // A tab gets the focus in the next frame: an arrow before that would be reckoned from the tab before it.
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('tab', { name: /^Clean/ })).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('tab', { name: 'Points' })).toBeFocused();
  await expect(page.getByText('As traced.')).toBeVisible();
  await expect(width).toHaveValue(before);
});

test('a walk through the line on Fit meets repeated letters in their places and comes to its end', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByLabel('Text of the running line').fill('noon mill');
  await stage(page, 'Fit');
  await page.locator('[data-letter]').first().click();
  const met: string[] = [];
  for (let k = 0; k < 8; k++) {
    await page.keyboard.press('ArrowRight');
    const gauge = page.getByRole('complementary', { name: 'Gauge' }).getByRole('heading', { level: 2 });
    met.push((await gauge.textContent()) ?? '');
  }
  expect(met.map((m) => m[0]).join('')).toBe('oon mill');
});

test('a tap in a slot takes its letter in hand and writes no dot', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Write here' }).click();
  await page.getByRole('img', { name: 'Slot for M, empty', exact: true }).click();
  await expect(page.getByText('In hand: M')).toBeVisible();
  await page.waitForTimeout(300);
  await expect(page.getByRole('img', { name: 'Slot for M, empty', exact: true })).toBeVisible();
  await page.getByRole('img', { name: 'Slot for M, empty', exact: true }).click();
  await expect(page.getByRole('img', { name: 'Slot for M, written', exact: true })).toBeVisible();
});
