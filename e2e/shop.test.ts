import { expect, test } from '@playwright/test';
import DxfParser from 'dxf-parser';
import sharp from 'sharp';
import { strFromU8, unzipSync } from 'fflate';
import {
  castFiles,
  liveFontReady,
  openFinished,
  saved,
  stage,
  watchFaults,
  withoutPickers,
} from './support/app';
import { hasSanitizer, parseWithFontkit, sanitize, shape } from '../testing/outsideReaders';

test('a joined script to a bundle for a shop under an open licence: fonts, letters as SVG, PNG and DXF, specimen, licence, opened again and checked file by file', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^A joined script/);
  await liveFontReady(page);
  await stage(page, 'Cast');
  await page.getByLabel('People get the font under').selectOption('OFL-1.1');
  await expect(page.getByLabel('Licence', { exact: true })).toHaveValue(/SIL Open Font License/);
  await page.getByLabel(/^Bundle for a shop/).check({ force: true });
  const formats = page.getByRole('group', { name: 'To install' });
  for (const format of [/^OTF/, /^TTF/]) await formats.getByLabel(format).uncheck({ force: true });
  const parts = page.getByRole('group', { name: 'In the bundle' });
  await parts.getByLabel('Variable TTF').uncheck({ force: true });
  await page.getByLabel(/^Version in file names/).check({ force: true });
  await saved(page);
  const made = await castFiles(page);
  // What is in it is seen before it is saved.
  const tree = page.getByRole('list', { name: /^In .*Bundle/ });
  await expect(tree).toContainText('letters/dxf');
  await expect(tree.getByRole('listitem').first()).toContainText(/\d+ files?[\d., ]+kB/);
  const [name, bytes] = [...made].find(([n]) => n.includes('Bundle')) ?? ['', new Uint8Array()];
  const family = name.split('-')[0] ?? '';
  expect(name).toBe(`${family}-Bundle-1.000.zip`);
  const files = unzipSync(bytes);
  const within = (folder: string) =>
    Object.entries(files).flatMap(([path, content]) =>
      path.startsWith(`${family}-1.000/${folder}`) ? [[path.split('/').pop() ?? '', content] as const] : [],
    );
  const only = (folder: string, ending: string) =>
    within(folder).find(([n]) => n.endsWith(ending))?.[1] ?? new Uint8Array();

  const otf = only('fonts/otf', '.otf');
  for (const font of [otf, only('fonts/ttf', '.ttf')])
    if (hasSanitizer) expect(sanitize(font, 'font')).toBe('');
  // A letter that comes again is its other drawing.
  expect(shape(otf, 'eel', true).map((g) => g.name)).toEqual(['e', 'e.alt1', 'l']);
  expect(parseWithFontkit(only('web', '.woff2')).numGlyphs).toBe(parseWithFontkit(otf).numGlyphs);
  const svg = within('letters/svg').find(([n]) => n === 'e.svg')?.[1] ?? new Uint8Array();
  expect(strFromU8(svg)).toMatch(/^<svg[^>]*viewBox/);
  const png = within('letters/png').find(([n]) => n === 'e.png')?.[1] ?? new Uint8Array();
  expect((await sharp(png).metadata()).hasAlpha).toBe(true);
  const dxf = within('letters/dxf').find(([n]) => n === 'e.dxf')?.[1] ?? new Uint8Array();
  expect(new DxfParser().parseSync(strFromU8(dxf))?.entities.length).toBeGreaterThan(0);
  // As many of each as the font has letters with ink, named alike.
  const stems = (folder: string) => new Set(within(folder).map(([n]) => n.replace(/\.\w+$/, '')));
  expect([...stems('letters/dxf')].sort()).toEqual([...stems('letters/svg')].sort());
  const specimen = within('proofs').find(([n]) => n.endsWith('-specimen.png'))?.[1] ?? new Uint8Array();
  expect(await sharp(specimen).metadata()).toMatchObject({ width: 1600, height: 1066 });
  expect((await sharp(specimen).stats()).channels[0]?.min).toBeLessThan(40);
  expect(strFromU8(only('LICENCE', '.txt'))).toMatch(/SIL OPEN FONT LICENSE[\s\S]*DISCLAIMER/);
  const readMe = strFromU8(only('README', '.txt'));
  expect(readMe).toContain('proofs');
  expect(readMe).not.toContain('fonts/variable');
  expect(within('fonts/variable')).toEqual([]);
  expect(faults).toEqual([]);
});
