import { expect, test, type Page } from '@playwright/test';
import { openDemo, saved, stage, startProject, takeInHand } from './support/app';
import { field } from './support/dress';

const points = async (page: Page) => Number(await page.getByTestId('piece-points').textContent());

test('the slider traces the sheet again live, is one step to undo, and its layers can be seen over each other', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Lift');
  await expect(page.getByTestId('piece-deviation')).toHaveText(/px$/, { timeout: 30_000 });
  for (const layer of ['Ink', 'Points', 'Deviation']) {
    const button = page.getByRole('button', { name: layer, exact: true });
    await button.click();
    await expect(button).toHaveAttribute('aria-pressed', 'true');
  }
  const before = await points(page);
  const slider = page.getByRole('slider', { name: /clean/ });
  await slider.focus();
  await page.keyboard.press('Home');
  await expect.poll(() => points(page), { timeout: 30_000 }).toBeGreaterThan(before);
  await expect(page.getByTestId('trace-progress')).toHaveText('Keeps the texture of pen and paper.', {
    timeout: 60_000,
  });
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled({ timeout: 60_000 });
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => points(page)).toBe(before);
  await expect(slider).toHaveAttribute('aria-valuenow', '50');
});

test('a stretch of an outline is refitted to its ink with fewer points, and taken back', async ({ page }) => {
  await openDemo(page);
  await takeInHand(page, 'dress', 'o');
  const count = page.getByTestId('point-count');
  await expect(count).toHaveText(/\d+/);
  const before = Number(await count.textContent());
  const box = (await page.getByRole('application', { name: /Outline of/ }).boundingBox())!;
  await page.mouse.move(box.x + 60, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 60, box.y + box.height - 60, { steps: 4 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Refit with more points' }).click();
  await expect.poll(async () => Number(await count.textContent()), { timeout: 30_000 }).toBe(before + 2);
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(async () => Number(await count.textContent())).toBe(before);
});

test('painted letters are traced in colour layers with their gradients, kept in the project', async ({
  page,
}) => {
  await startProject(page, 'Painted caps');
  await page.getByLabel('Pictures of letters').setInputFiles('demo/files/artwork/painted-TEO.png');
  await expect(page.getByTestId('understood')).toContainText('3 pieces', { timeout: 60_000 });
  await stage(page, 'Lift');
  await page.getByLabel('Trace as').selectOption('colour');
  await expect(page.getByRole('img', { name: /^Linear gradient/ })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('img', { name: /^Flat/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled({ timeout: 60_000 });
  // The third is the ring: its gold darkens outwards.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('img', { name: /^Radial gradient/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('img', { name: /gradient/ })).toBeVisible();

  // The ring’s gradient gets a stop more, and its other colour stays as it is.
  await stage(page, 'Name');
  await page.getByRole('button', { name: /^O, / }).click();
  await stage(page, 'Dress');
  await page.getByRole('tab', { name: 'Parts' }).click();
  const fill = page.getByRole('group', { name: /^Fill of/ });
  await expect(fill.getByRole('checkbox', { name: 'A gradient' })).toBeChecked();
  await fill.getByRole('button', { name: 'Add a stop' }).click();
  await expect(field(page, 'Place of stop 2')).toHaveValue('50');
  await expect(page.getByRole('button', { name: /^Undo: Change a colour/ })).toBeEnabled();
});

test('a locked stretch stays as it is when the outline around it is refitted', async ({ page }) => {
  await openDemo(page);
  await takeInHand(page, 'dress', 'o');
  const count = page.getByTestId('point-count');
  await expect(count).toHaveText(/\d+/);
  const before = Number(await count.textContent());
  await page.keyboard.press('a');
  await page.getByRole('button', { name: 'Lock this stretch' }).click();
  await expect(page.getByRole('button', { name: 'Free this stretch' })).toBeVisible();
  await page.getByRole('button', { name: 'Refit with more points' }).click();
  await page.getByRole('button', { name: 'Free this stretch' }).waitFor({ state: 'hidden' });
  await expect(count).toHaveText(String(before));
  await page.keyboard.press('a');
  await page.keyboard.press('l');
  await page.getByRole('button', { name: 'Refit with more points' }).click();
  await expect.poll(async () => Number(await count.textContent()), { timeout: 30_000 }).toBe(before + 2);
});
