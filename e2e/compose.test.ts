import { expect, test } from '@playwright/test';
import { liveFontReady, openDemo, stage } from './support/app';
import {
  bar,
  beginLetter,
  corners,
  dragTo,
  field,
  inkOf,
  otherFont,
  pasteContours,
  points,
  press,
  tab,
  type,
} from './support/dress';

test('a drawn acute gives all its letters in one go; they follow their base, one redrawn by hand stays', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Make' }).click();
  await expect(page.getByRole('button', { name: 'Compose 0 letters' })).toBeDisabled();
  // The mark is drawn in Dress, where its button leads.
  await page.getByRole('button', { name: '\u25cc\u0301', exact: true }).click();
  await expect(page).toHaveURL(/dress\?glyph=/);
  await expect(points(page)).toHaveText('0');
  await pasteContours(page, [
    corners([
      [0, 560],
      [70, 560],
      [150, 690],
      [60, 690],
    ]),
  ]);
  await expect(points(page)).toHaveText('4');
  const family = await liveFontReady(page);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Make' }).click();
  await press(page, 'Compose 12 letters');
  await otherFont(page, family);
  await page.getByLabel('Text of the running line').fill('été à');
  await expect(page.getByText('Not in the font: à')).toBeVisible();
  expect(await inkOf(page, 'é')).toBeGreaterThan(1.05 * (await inkOf(page, 'e')));
  // í stands without its dot: less ink than i and the mark together.
  expect(await inkOf(page, 'í')).toBeLessThan(
    (await inkOf(page, 'i')) + (await inkOf(page, 'é')) - (await inkOf(page, 'e')),
  );
  // e is made heavier: é follows.
  const light = await inkOf(page, 'é');
  await page.goto('/p/tide-mill/dress?glyph=e');
  const before = await liveFontReady(page);
  await tab(page, 'Parts');
  await type(page, 'Weight by', '12');
  await press(page, 'Grow');
  const heavy = await otherFont(page, before);
  await expect.poll(() => inkOf(page, 'é')).toBeGreaterThan(1.1 * light);
  // é redrawn by hand is its own from now on.
  await page.goto('/p/tide-mill/dress?glyph=eacute');
  await liveFontReady(page);
  await tab(page, 'Points');
  await dragTo(page, { x: -80, y: -80 }, { x: 700, y: 90 });
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('Worked on by hand')).toBeVisible();
  const own = await field(page, 'Height of the ink').inputValue();
  await beginLetter(page, 'e');
  await pasteContours(page, [bar(0, -150, 60, 40)]);
  await beginLetter(page, 'é');
  await expect(field(page, 'Height of the ink')).toHaveValue(own);
  expect(heavy).not.toBe(before);
});
