import { expect, test } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { openFontPath, openTtf, restrictedFont, variableFontPath, variableTtf } from '../testing/openFonts';
import { parseWithFontkit, sanitize, shape, shapeAt } from '../testing/outsideReaders';
import { castBoth, liveFontReady, openFinished, stage, startProject, watchFaults } from './support/app';
import { field } from './support/dress';

test('a font is dropped on the list, told about, opened under another name, widened, and cast: kerned and accented as before', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await page.goto('/projects');
  await page.getByLabel('Project file or font').setInputFiles(openFontPath('karla'));
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('may be used in any document');
  await expect(dialog).toContainText('for you to know and to answer for');
  await expect(dialog.getByRole('button', { name: 'Open as a project' })).toBeDisabled();
  await dialog.getByLabel('Your family’s own name').fill('Tide Sans');
  await dialog.getByRole('button', { name: 'Open as a project' }).click();
  await expect(page).toHaveURL(/\/name/);
  await liveFontReady(page);
  await page.goto(page.url().replace(/\/name.*/, '/fit?glyph=e'));
  await liveFontReady(page);
  await field(page, 'Right bearing').fill('99');
  await field(page, 'Right bearing').press('Enter');
  await stage(page, 'Cast');
  const { otf, ttf } = await castBoth(page);
  const before = openTtf('karla');
  const widths = (bytes: Uint8Array, text: string) => shape(bytes, text).map((g) => g.advance);
  for (const bytes of [otf, ttf]) {
    expect(sanitize(bytes, 'x.otf')).toBe('');
    expect(parseWithFontkit(bytes).postscriptName).toBe('TideSans-Regular');
    for (const text of ['ToVAWa', 'ÀÉñü']) expect(widths(bytes, text)).toEqual(widths(before, text));
    expect(widths(bytes, 'e')[0]).not.toBe(widths(before, 'e')[0]);
  }
  expect(faults).toEqual([]);
});

test('a font that keeps its name and may lie in no document says so, and its name is refused', async ({
  page,
}) => {
  const names = new Map([
    [0, 'Made up, with Reserved Font Name Barley.'],
    [1, 'Barley'],
    [2, 'Regular'],
  ]);
  const made = restrictedFont('neucha', names);
  await page.goto('/projects');
  await page
    .getByLabel('Project file or font')
    .setInputFiles({ name: 'barley.ttf', mimeType: 'font/ttf', buffer: Buffer.from(made) });
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('may not lie in documents');
  await expect(dialog).toContainText('Names it keeps for itself');
  const own = dialog.getByLabel('Your family’s own name');
  await own.fill('Barley Two');
  await expect(dialog).toContainText('Its licence keeps the name Barley for itself.');
  await expect(dialog.getByRole('button', { name: 'Open as a project' })).toBeDisabled();
  await own.fill('Oats');
  await dialog.getByRole('button', { name: 'Open as a project' }).click();
  await liveFontReady(page);
  await stage(page, 'Cast');
  await field(page, 'Family').fill('Old barley');
  await field(page, 'Family').press('Enter');
  await expect(page.getByText(/keeps the name Barley for itself/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Cast', exact: true })).toBeDisabled();
  // What is no font at all is told by its name.
  await page.goto('/projects');
  await page
    .getByLabel('Project file or font')
    .setInputFiles({ name: 'broken.otf', mimeType: 'font/otf', buffer: Buffer.from('no font here at all') });
  await expect(page.getByRole('alert')).toContainText('broken.otf');
});

test('letters of a font come into the project that is open: the missing ones by themselves, one beside its own; undo takes it away', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await startProject(page, 'Borrowed');
  const dialog = page.getByRole('dialog');
  const bring = async (name: string) => {
    const buffer = readFileSync(openFontPath('dekko'));
    await page.getByLabel('Pictures of letters').setInputFiles({ name, mimeType: 'font/woff2', buffer });
    await expect(dialog.getByText('Letters of Dekko')).toBeVisible();
  };
  const take = async (letters: string, count: string) => {
    await dialog.getByLabel('Letters to take').fill(letters);
    await expect(dialog.getByText(count, { exact: true })).toBeVisible();
    await dialog.getByRole('button', { name: 'Take the letters' }).click();
    await expect(dialog).toBeHidden();
  };
  await bring('once.woff2');
  await expect(dialog.getByText(/OFL/).first()).toBeVisible();
  // What the bill asks for and nobody drew.
  await expect(dialog.getByLabel('Letters to take')).toHaveValue(/ABC.*abc/);
  await take('ampA', '4 letters');
  const course = page.getByRole('navigation', { name: 'Course' });
  await expect(course.getByRole('link', { name: /^Dress/ })).toContainText('4 glyphs');
  await bring('again.woff2');
  await expect(dialog.getByLabel('Letters to take')).not.toHaveValue(/A/);
  await take('A', '1 letter');
  // Another drawing of A is no letter more; it is its own step in the history.
  await expect(course.getByRole('link', { name: /^Dress/ })).toContainText('4 glyphs');
  await page.getByRole('button', { name: /^Undo: Take a letter from a font/ }).click();
  await page.getByRole('button', { name: /^Undo: Take letters from a font/ }).click();
  await expect(course.getByRole('link', { name: /^Dress/ })).toContainText('nothing yet');
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles({ name: 'broken.ttf', mimeType: 'font/ttf', buffer: Buffer.from('no font at all') });
  await expect(page.getByRole('alert')).toContainText('broken.ttf');
  expect(faults).toEqual([]);
});

test('looking at a font shows that it is under way and can be stopped; the next one is looked at', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await page.goto('/projects');
  const file = page.getByLabel('Project file or font');
  await file.setInputFiles(openFontPath('noto-nastaliq-urdu', 'arabic'));
  await expect(page.getByText('Looking at the font')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('Looking at the font')).toBeHidden();
  await file.setInputFiles(openFontPath('cookie'));
  await expect(page.getByRole('dialog').getByText('Cookie').first()).toBeVisible();
  expect(faults).toEqual([]);
});

/** Files of a font's folder in a zip. */
const zipOf = (files: ReadonlyMap<string, string>): Buffer =>
  Buffer.from(zipSync(Object.fromEntries([...files].map(([p, c]) => [`Door.ufo/${p}`, strToU8(c)]))));

test('a UFO is opened, one letter altered and cast as UFO again: of the files only that letter and the names differ', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await openFinished(page, /^Painted capitals/);
  const castUfo = async () => {
    await stage(page, 'Cast');
    const ufo = page.getByRole('checkbox', { name: /^UFO/ });
    if (!(await ufo.isChecked())) await ufo.evaluate((e: HTMLElement) => e.click());
    await page.getByRole('button', { name: 'Cast', exact: true }).click();
    await expect(page.getByText(/\.ufo\.zip$/)).toBeVisible();
    const waiting = page.waitForEvent('download');
    // Files stand in the order of the formats: UFO comes after OTF and TTF.
    await page.getByRole('button', { name: 'Download' }).last().click();
    const path = await (await waiting).path();
    const files = unzipSync(new Uint8Array(readFileSync(path)));
    // The folder is called like the font.
    return {
      path,
      files: new Map(Object.entries(files).map(([p, c]) => [p.slice(p.indexOf('/') + 1), strFromU8(c)])),
    };
  };
  const first = await castUfo();
  // As another program has it: its own form of XML, features by hand, notes and data that nothing here knows.
  const elsewhere = new Map(
    [...first.files].map(([p, c]) => [
      p,
      c.replace(/^<\?xml[^>]*\?>/, "<?xml version='1.0' encoding='UTF-8'?>"),
    ]),
  );
  elsewhere.set('features.fea', 'feature liga {\n  # by hand\n  sub H O by O;\n} liga;\n');
  elsewhere.set('data/org.example.tool/notes.txt', 'stay here');
  const h = elsewhere.get('glyphs/H_.glif') ?? '';
  elsewhere.set('glyphs/H_.glif', h.replace('</glyph>', '  <note>wider?</note>\n</glyph>'));
  await page.goto('/projects');
  await page
    .getByLabel('Project file or font')
    .setInputFiles({ name: 'door.ufo.zip', mimeType: 'application/zip', buffer: zipOf(elsewhere) });
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your family’s own name').fill('Second Door');
  await dialog.getByRole('button', { name: 'Open as a project' }).click();
  await expect(page).toHaveURL(/\/name/);
  await liveFontReady(page);
  await stage(page, 'Fit');
  await page
    .locator('[data-letter="H"] rect')
    .first()
    .click({ position: { x: 4, y: 4 } });
  await field(page, 'Right bearing').fill('133');
  await field(page, 'Right bearing').press('Enter');
  const second = await castUfo();
  const differing = [...elsewhere].filter(([p, c]) => second.files.get(p) !== c).map(([p]) => p);
  expect(differing.sort()).toEqual(['fontinfo.plist', 'glyphs/H_.glif']);
  expect(second.files.get('glyphs/H_.glif')).toContain('<note>wider?</note>');
  expect([...second.files.keys()].filter((p) => !elsewhere.has(p))).toEqual([]);
  expect(faults).toEqual([]);
});

test('a variable font is opened at two weights as two styles, a letter of one is altered, and cast as a variable font again it varies as before but for that', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await page.goto('/projects');
  await page.getByLabel('Project file or font').setInputFiles(variableFontPath('karla'));
  const dialog = page.getByRole('dialog');
  const places = dialog.getByRole('group', { name: 'Places of its axes that become styles' });
  await expect(places.getByLabel('Regular (400)')).toBeChecked();
  await expect(places.getByLabel('Bold (700)')).toBeChecked();
  await dialog.getByLabel('Your family’s own name').fill('Tide Sans');
  await dialog.getByRole('button', { name: 'Open as a project' }).click();
  await expect(page).toHaveURL(/\/name/);
  await expect(page.getByRole('button', { name: 'Style in hand: Regular' })).toBeVisible();
  await liveFontReady(page);
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitemradio', { name: 'Bold' }).click();
  await page.goto(page.url().replace(/\/name.*/, '/fit?glyph=e'));
  await liveFontReady(page);
  await expect(page.getByRole('button', { name: 'Style in hand: Bold' })).toBeVisible();
  await field(page, 'Right bearing').fill('199');
  await field(page, 'Right bearing').press('Enter');
  await stage(page, 'Cast');
  await page.getByText(/^Variable TTF/).click();
  await expect(page.getByRole('checkbox', { name: /^Variable/ })).toBeChecked();
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).last().click();
  const made = new Uint8Array(readFileSync(await (await waiting).path()));
  const own = variableTtf('karla');
  const widths = (bytes: Uint8Array, text: string, wght: number) =>
    shapeAt(bytes, text, { wght }).map((g) => g.advance);
  for (const wght of [400, 700])
    widths(made, 'ToVAWa', wght).forEach((w, i) =>
      expect(Math.abs(w - (widths(own, 'ToVAWa', wght)[i] ?? 0))).toBeLessThanOrEqual(2),
    );
  expect(widths(made, 'e', 400)[0]).toBe(widths(own, 'e', 400)[0]);
  expect(widths(made, 'e', 700)[0]).toBeGreaterThan((widths(own, 'e', 700)[0] ?? 0) + 50);
  expect(faults).toEqual([]);
});
