import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { openFontPath } from '../testing/openFonts';
import { openFinished, saved, stage, watchFaults, withoutPickers } from './support/app';

/** Px of the bench in which the colour of the font beneath is seen. */
const tinted = (page: Page) =>
  page.getByLabel(/^Outline of/).locator('canvas').or(page.locator('canvas[aria-label^="Outline of"]')).first().evaluate((canvas) => {
    const { width, height } = canvas as HTMLCanvasElement;
    const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
    let [count, strong] = [0, 0];
    for (let i = 0; i < data.length; i += 4) {
      const green = data[i + 1]! - data[i]!;
      if (green > 20) count++;
      if (green > 60) strong++;
    }
    return { count, strong };
  }); // prettier-ignore

test('a font from a file lies beneath one’s own letters on Dress, Fit and Seat, with its numbers, and does not travel in the project file', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^A text hand/);
  await stage(page, 'Dress');
  await page.getByRole('tab', { name: 'See' }).click();
  const before = await tinted(page);
  await page.getByLabel('Font to lay beneath').setInputFiles(openFontPath('cookie'));
  await expect(page.getByTestId('beside-stem')).toHaveText(/^\d+ \/ \d+ u$/);
  await expect(page.getByTestId('beside-x-height')).toHaveText('455 / 455 u');
  await expect.poll(async () => (await tinted(page)).count).toBeGreaterThan(before.count + 2000);
  // Held down, V shows it clearly.
  await page
    .getByLabel(/^Outline of/)
    .first()
    .focus();
  const faint = (await tinted(page)).strong;
  await page.keyboard.down('v');
  await expect.poll(async () => (await tinted(page)).strong).toBeGreaterThan(faint + 2000);
  await page.keyboard.up('v');
  await expect.poll(async () => (await tinted(page)).strong).toBeLessThan(faint + 200);
  await page.getByLabel('Its size').selectOption('The same em');
  await expect(page.getByTestId('beside-x-height')).not.toHaveText('455 / 455 u');
  await saved(page);
  await page.reload();
  await stage(page, 'Fit');
  await expect(page.locator('[data-letter="H"] path[opacity="0.25"]').first()).toBeAttached();
  await stage(page, 'Seat');
  await expect(page.locator('[data-beneath]')).not.toHaveCount(0);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: /^Save project file/ }).click();
  const file = unzipSync(new Uint8Array(readFileSync(await (await saving).path())));
  const font = readFileSync(openFontPath('cookie'));
  for (const bytes of Object.values(file)) expect(Buffer.from(bytes).equals(font)).toBe(false);
  await page.getByRole('tab', { name: 'Lines' }).click();
  await page.getByLabel('Which').selectOption('None');
  await expect(page.locator('[data-beneath]')).toHaveCount(0);
  expect(faults).toEqual([]);
});
