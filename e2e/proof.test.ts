import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { readFileSync, writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  inHand,
  liveFontReady,
  openFinished,
  saved,
  stage,
  takeStyle,
  toFamily,
  watchFaults,
  withoutPickers,
} from './support/app';
import { field } from './support/dress';
import { fontsOfPdf, pagesOfPdf } from '../testing/outsideReaders';

const show = (page: Page, kind: string) => page.getByLabel('Page of the proof').selectOption(kind);

/** Width and height of a PNG, px (PNG, 11.2.2: IHDR). */
function pngSize(bytes: Uint8Array): [number, number] {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  return [view.getUint32(16), view.getUint32(20)];
}

test('the hand as letter, label and poster: other words typed on the label, printed at true size with the font in it, five pictures for a shop', async ({
  page,
}) => {
  test.slow();
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^A text hand/);
  await liveFontReady(page);
  await stage(page, 'Proof');
  await show(page, 'letter');
  await expect(page.getByText('Dear Wren,')).toBeVisible();
  await show(page, 'label');
  await page.getByRole('button', { name: 'Type on it' }).click();
  await page.getByLabel('Words in place of “Barley”').fill('Rye');
  await page.getByRole('button', { name: 'Type on it' }).click();
  await expect(page.locator('[data-proof=label]')).toContainText('Rye');
  await saved(page);

  await page.evaluate(() => (window.print = () => document.body.setAttribute('data-asked', 'print')));
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await expect(page.locator('body')).toHaveAttribute('data-asked', 'print', { timeout: 60_000 });
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-proof-'));
  const pdf = join(folder, 'label.pdf');
  writeFileSync(pdf, await page.pdf({ preferCSSPageSize: false, format: 'A4', printBackground: true }));
  const fonts = fontsOfPdf(pdf);
  expect(fonts.map((f) => f.name.replace(/^[A-Z]{6}\+/, ''))).toEqual(['TideBookHand-Regular']);
  expect(fonts.every((f) => f.embedded)).toBe(true);
  const [sheet] = pagesOfPdf(pdf);
  expect(sheet).toContain('Rye');
  expect(sheet).not.toContain('Gather');
  // After printing the app is as it was.
  await expect(page.locator('.printed-page')).toHaveCount(0);

  await page.getByRole('tab', { name: 'Pictures', exact: true }).click();
  const pages = page.getByRole('group', { name: 'Pages to make pictures of' });
  for (const name of ['Letter', 'Poster', 'Specimen: sheet', 'Specimen: panels'])
    await pages.getByRole('button', { name, exact: true }).click();
  const waiting = page.waitForEvent('download', { timeout: 90_000 });
  await page.getByRole('button', { name: 'Make 5 pictures' }).click();
  const download = await waiting;
  expect(download.suggestedFilename()).toBe('TideBookHand-pictures.zip');
  const files = unzipSync(new Uint8Array(readFileSync(await download.path())));
  expect(Object.keys(files).sort()).toEqual(
    ['label', 'letter', 'panels', 'poster', 'sheet'].map((kind) => `TideBookHand-${kind}-1600x1066.png`),
  );
  for (const [name, bytes] of Object.entries(files)) {
    expect([name, ...pngSize(bytes)]).toEqual([name, 1600, 1066]);
    expect(await inkOf(page, bytes)).toBeGreaterThan(0.004);
  }
  // The poster's word has the proportions that they have on the page: another font would be wider or narrower.
  await show(page, 'poster');
  const seen = await page.locator('[data-proof=poster]').screenshot();
  const [drawn, shown] = await Promise.all(
    [files['TideBookHand-poster-1600x1066.png'] ?? new Uint8Array(), seen].map((png) =>
      proportions(page, png),
    ),
  );
  expect(drawn! / shown!).toBeGreaterThan(0.98);
  expect(drawn! / shown!).toBeLessThan(1.02);
  await page.reload();
  await liveFontReady(page);
  await show(page, 'label');
  await expect(page.locator('[data-proof=label]')).toContainText('Rye');
  expect(faults).toEqual([]);
});

/** Share of a picture’s pixels that differ from its corner by much. */
const inkOf = (page: Page, bytes: Uint8Array) =>
  page.evaluate(
    async (data) => {
      const bitmap = await createImageBitmap(new Blob([new Uint8Array(data)], { type: 'image/png' }));
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      const context = canvas.getContext('2d')!;
      context.drawImage(bitmap, 0, 0);
      const { data: px } = context.getImageData(0, 0, bitmap.width, bitmap.height);
      let ink = 0;
      for (let i = 0; i < px.length; i += 4) if (Math.abs(px[i]! - px[0]!) > 60) ink++;
      return ink / (px.length / 4);
    },
    [...bytes],
  );

/** Width by height of the first line of a picture. */
const proportions = (page: Page, bytes: Uint8Array) =>
  page.evaluate(
    async (data) => {
      const bitmap = await createImageBitmap(new Blob([new Uint8Array(data)], { type: 'image/png' }));
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      const context = canvas.getContext('2d')!;
      context.drawImage(bitmap, 0, 0);
      const { data: px } = context.getImageData(0, 0, bitmap.width, bitmap.height);
      let [x0, y0, x1, y1] = [Infinity, -1, 0, -1];
      for (let y = 0; y < bitmap.height; y++) {
        let dark = false;
        for (let x = 0; x < bitmap.width; x++) {
          if (px[4 * (y * bitmap.width + x)]! > 110) continue;
          dark = true;
          [x0, x1] = [Math.min(x0, x), Math.max(x1, x)];
        }
        if (dark && y0 < 0) y0 = y;
        // White below the line: the next one doesn't count.
        if (!dark && y0 >= 0) break;
        y1 = y;
      }
      return (x1 - x0) / (y1 - y0);
    },
    [...bytes],
  );

test('a letter that is too wide leads from the page to Fit, is mended, and Escape leads back to the same place, which shows it; a note waits in the course', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await openFinished(page, /^A text hand/);
  await liveFontReady(page);
  await stage(page, 'Proof');
  await show(page, 'all');
  const bench = page.getByRole('region', { name: 'The page' });
  // The page grows while its lines are set; it can't be scrolled further than it reaches.
  await expect(async () => {
    await bench.evaluate((e) => e.scrollTo(0, 260));
    expect(await bench.evaluate((e) => e.scrollTop)).toBe(260);
  }).toPass();
  const w = page.locator('[data-proof=all]').getByText('w', { exact: true });
  await w.click();
  await page.getByRole('tab', { name: 'Notes' }).click();
  await field(page, 'Note on w').fill('too wide in words');
  await field(page, 'Note on w').press('Enter');
  await expect(page.getByTestId('state-proof')).toHaveText('1 note');
  const width = () =>
    w.evaluate((e) => {
      const range = document.createRange();
      range.selectNodeContents(e);
      return range.getBoundingClientRect().width;
    });
  const before = await width();
  await page.getByRole('button', { name: 'Go to its spacing' }).click();
  await page.getByRole('tab', { name: 'Letter', exact: true }).click();
  await field(page, 'Right bearing').fill('-60');
  await field(page, 'Right bearing').press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-proof=all]')).toBeVisible();
  await expect.poll(() => bench.evaluate((e) => e.scrollTop)).toBe(260);
  await expect.poll(width).toBeLessThan(before - 2);
  await page.getByRole('tab', { name: 'Notes' }).click();
  await expect(page.getByText('too wide in words')).toBeVisible();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByTestId('state-proof')).toHaveText('live');
  await saved(page);
  expect(faults).toEqual([]);
});

test('pages of one’s own are kept, words are found by a letter or pair, and the page lies on other grounds', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await openFinished(page, /^A text hand/);
  await liveFontReady(page);
  await stage(page, 'Proof');
  await show(page, 'own');
  await page.getByRole('button', { name: 'Another', exact: true }).click();
  await page.getByLabel('Text of the page').fill('Barley\nand oats');
  await field(page, 'Size').fill('72');
  await field(page, 'Size').press('Enter');
  await page.getByLabel('Page of your own').selectOption({ index: 0 });
  await expect(page.getByLabel('Text of the page')).not.toHaveValue(/Barley/);
  await page.getByLabel('Page of your own').selectOption('Barley');
  await expect(page.getByLabel('Text of the page')).toHaveCSS('font-size', '72px');

  await show(page, 'words');
  await field(page, 'Letter or pair').fill('ee');
  await field(page, 'Letter or pair').press('Enter');
  const words = page.locator('[data-proof=words]');
  await expect(words).toContainText('ee');
  const text = (await words.textContent()) ?? '';
  expect(
    text
      .split(/\s+/)
      .filter((w) => w !== '')
      .every((w) => w.includes('ee')),
  ).toBe(true);

  await page.getByLabel('The words lie on').selectOption('picture');
  await page.getByLabel('Picture behind the words').setInputFiles('demo/files/artwork/painted-capitals.jpg');
  await expect(words).toHaveCSS('background-image', /^url\("blob:/);
  await page.getByLabel('The words lie on').selectOption('dark');
  await expect(words).toHaveCSS('background-image', 'none');
  await show(page, 'small');
  await expect(page.getByRole('img', { name: '9 px, without smoothing' })).toBeVisible();
  await saved(page);
  expect(faults).toEqual([]);
});

test('a page has a style, a weight and features of its own, which stay with it; the running line and other pages are as they were', async ({
  page,
}) => {
  test.slow();
  const faults = watchFaults(page);
  await openFinished(page, /^Metal type/);
  await liveFontReady(page);
  await toFamily(page);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  await gauge.getByRole('button', { name: 'Bold', exact: true }).click();
  await page.getByRole('button', { name: 'Make it of Regular' }).click();
  await inHand(page, 'Bold');
  await takeStyle(page, 'Regular');
  await stage(page, 'Proof');
  await show(page, 'poster');
  const text = page.locator('[data-proof=poster] [style*=font-family]').first();
  await expect(text).toHaveAttribute('style', /font-family: live-/);
  const wide = async () => (await text.boundingBox())?.height ?? 0;
  await page.getByLabel('Style', { exact: true }).selectOption({ label: 'Bold' });
  await expect(text).toHaveAttribute('style', /font-family: beside-/, { timeout: 30_000 });
  expect(await wide()).toBeGreaterThan(0);
  await page.getByText('At a weight between the styles').click();
  await field(page, 'Weight').fill('550');
  await field(page, 'Weight').press('Enter');
  await expect(text).toHaveAttribute('style', /"wght" 550/, { timeout: 60_000 });
  await expect(page.getByTestId('live-font')).not.toHaveAttribute('style', /wght/);
  await page.getByRole('button', { name: 'Switch features on this page' }).click();
  const list = page.getByRole('dialog', { name: 'Features of this page' });
  await list.getByText('By itself').first().click();
  await page.keyboard.press('Escape');
  await expect(text).toHaveAttribute('style', /font-feature-settings/);
  await show(page, 'label');
  const other = page.locator('[data-proof=label] [style*=font-family]').first();
  await expect(other).toHaveAttribute('style', /font-family: live-/);
  await expect(other).not.toHaveAttribute('style', /wght|feature/);
  await saved(page);
  await page.reload();
  await show(page, 'poster');
  await expect(text).toHaveAttribute('style', /"wght" 550/, { timeout: 60_000 });
  expect(faults).toEqual([]);
});
