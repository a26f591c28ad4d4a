import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { openFontPath, openTtf } from '../testing/openFonts';
import { shape, withFontTools } from '../testing/outsideReaders';
import { castBoth, liveFontReady, stage, watchFaults } from './support/app';
import { field } from './support/dress';

/** Opens a font's file as a project under a name of its own. */
async function openAsProject(page: Page, path: string, family: string): Promise<void> {
  await page.goto('/projects');
  await page.getByLabel('Project file or font').setInputFiles(path);
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your family’s own name').fill(family);
  await dialog.getByRole('button', { name: 'Open as a project' }).click();
  await expect(page).toHaveURL(/\/name/);
  await liveFontReady(page);
}

/** Height of o and the area of its ink, em units, as fontTools reads them. */
function boxAndInk(bytes: Uint8Array): { readonly tall: number; readonly ink: number } {
  const script = `
import sys, json
from fontTools.ttLib import TTFont
from fontTools.pens.areaPen import AreaPen
from fontTools.pens.boundsPen import BoundsPen
font = TTFont(sys.argv[1])
glyphs, name = font.getGlyphSet(), font.getBestCmap()[0x6f]
area, box = AreaPen(glyphs), BoundsPen(glyphs)
glyphs[name].draw(area)
glyphs[name].draw(box)
print(json.dumps({'ink': abs(area.value), 'tall': box.bounds[3] - box.bounds[1]}))`;
  return JSON.parse(withFontTools(script, { 'a.ttf': bytes })) as { tall: number; ink: number };
}

const advances = (bytes: Uint8Array, text: string) => shape(bytes, text, true).map((g) => g.advance);

test('a font of a script that isn’t ours is opened, one Latin letter of it changed: its own script is set as before, and so is all other Latin', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await openAsProject(page, openFontPath('mynerve', 'greek'), 'Tide Greek');
  await page.goto(page.url().replace(/\/name.*/, '/fit?glyph=A'));
  await liveFontReady(page);
  await field(page, 'Right bearing').fill('123');
  await field(page, 'Right bearing').press('Enter');
  const { otf, ttf } = await castBoth(page);
  const before = openTtf('mynerve', 'greek');
  for (const bytes of [otf, ttf]) {
    for (const text of ['παλίρροια', 'ΜΎΛΟΣ ἀλεύρων', 'χέλια, σιτάρι; κριθάρι', 'Ώρα 0'])
      expect(advances(bytes, text)).toEqual(advances(before, text));
    expect(advances(bytes, 'A')).not.toEqual(advances(before, 'A'));
  }
  expect(faults).toEqual([]);
});

test('letters of a cursive open font become skeletons in one go, their pen is made thinner, and they are cast as outlines and as single strokes', async ({
  page,
}) => {
  test.slow();
  const faults = watchFaults(page);
  await openAsProject(page, openFontPath('cookie'), 'Tide Thread');
  await page.goto(page.url().replace(/\/name.*/, '/dress?glyph=n'));
  await liveFontReady(page);
  await page.getByLabel('Text of the running line').fill('noon moon');
  await page.getByRole('tab', { name: 'Parts' }).click();
  await page.getByLabel('These letters (empty: all)', { exact: true }).fill('onm');
  await page.getByRole('button', { name: 'Find skeletons of 3 letters' }).click();
  await expect(page.getByRole('button', { name: 'This width for 3 skeletons' })).toBeEnabled({
    timeout: 60_000,
  });
  await field(page, 'Width for all').fill('24');
  await field(page, 'Width for all').press('Enter');
  await page.getByRole('button', { name: 'This width for 3 skeletons' }).click();
  await expect(page.getByRole('button', { name: /^Undo: .*3 letters|^Undo: .*pen/i })).toBeVisible();
  await stage(page, 'Cast');
  await page.getByText(/^SVG font of single strokes/).click();
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  const files = page.getByRole('button', { name: 'Download' });
  await expect(files).toHaveCount(3);
  const first = page.waitForEvent('download');
  await files.first().click();
  const otf = new Uint8Array(readFileSync(await (await first).path()));
  const last = page.waitForEvent('download');
  await files.last().click();
  const strokes = readFileSync(await (await last).path(), 'utf8');
  expect(strokes).toContain('<font');
  const path = /<glyph[^>]*glyph-name="o"[^>]* d="([^"]+)"/.exec(strokes)?.[1] ?? '';
  expect(path).toMatch(/^M/);
  // The pen leaves less ink than the font's own stroke did, in a letter that is as tall.
  const [own, made] = [openTtf('cookie'), otf].map((bytes) => boxAndInk(bytes));
  expect(made!.ink).toBeLessThan(0.8 * own!.ink);
  expect(Math.abs(made!.tall - own!.tall)).toBeLessThan(60);
  expect(faults).toEqual([]);
});
