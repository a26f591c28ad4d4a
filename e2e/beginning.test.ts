import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { encode } from 'fast-png';
import { unzipSync, zipSync } from 'fflate';
import { parseWithFontkit, sanitize } from '../testing/outsideReaders';
import { liveFontReady, openDemo, saved, stage, startProject, takeInHand, watchFaults } from './support/app';
import { demoFile } from './support/demoFiles';
import { copiedText, field, pasteText } from './support/dress';

const begin = (page: Page, title: string) =>
  page
    .getByRole('list', { name: 'Ways to begin' })
    .getByRole('button', { name: new RegExp(`^${title}`) })
    .click();

/** Lets files go on a place of the page, as dragging them from a folder does. */
async function dropOn(page: Page, selector: string, files: { name: string; type: string; bytes: Buffer }[]) {
  const target = page.locator(selector).first();
  const made = files.map((f) => ({ ...f, bytes: f.bytes.toString('base64') }));
  const data = await page.evaluateHandle((all) => {
    const transfer = new DataTransfer();
    for (const { name, type, bytes } of all) {
      const raw = Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0));
      transfer.items.add(new File([raw], name, { type }));
    }
    return transfer;
  }, made);
  await target.dispatchEvent('dragenter', { dataTransfer: data });
  await target.dispatchEvent('dragover', { dataTransfer: data });
  await target.dispatchEvent('drop', { dataTransfer: data });
}
/** A layered picture (OpenRaster 0.0.6) with a thick bar on a layer of each name. */
function layeredPainting(names: readonly string[]): Buffer {
  const [width, height] = [200, 200];
  const png = (x: number) => {
    const data = new Uint8Array(width * height * 4);
    for (let y = 40; y < 160; y++)
      for (let k = x; k < x + 30; k++) data.set([20, 20, 60, 255], (y * width + k) * 4);
    return encode({ width, height, data, channels: 4, depth: 8 });
  };
  const layers = names.map((name, i) => `<layer name="${name}" src="data/${i}.png"/>`).join('');
  const text = (t: string) => new TextEncoder().encode(t);
  const entries: Record<string, Uint8Array> = {
    mimetype: text('image/openraster'),
    'stack.xml': text(`<image w="${width}" h="${height}"><stack>${layers}</stack></image>`),
  };
  names.forEach((_, i) => (entries[`data/${i}.png`] = png(20 + 50 * i)));
  return Buffer.from(zipSync(entries, { level: 0 }));
}

const svg = (body: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 700 700"><path d="${body}"/></svg>`);

test('anything dropped on the list of projects begins one, called after it; the list shows it by its letters', async ({
  page,
}) => {
  await page.goto('/projects');
  const path = demoFile('letters', 'A.png');
  const bytes = readFileSync(path);
  await dropOn(
    page,
    'main',
    ['A', 'B', 'H'].map((c) => ({
      name: `${c}.png`,
      type: 'image/png',
      bytes: c === 'A' ? bytes : readFileSync(demoFile('letters', `${c}.png`)),
    })),
  );
  await expect(page.getByTestId('understood')).toContainText('3 pictures', { timeout: 60_000 });
  await liveFontReady(page);
  await saved(page);
  await page.goto('/projects');
  await expect(page.getByText('A', { exact: true })).toBeVisible();
  await expect(page.getByTestId('project-picture')).toBeVisible();

  // A start without files leads straight to where one works.
  await begin(page, 'Write here');
  await expect(page.getByTestId('written-count')).toBeVisible();
  await page.goto('/projects');
  await begin(page, 'Pixels on a grid');
  await expect(page.getByTestId('built-count')).toBeVisible();
  await page.goto('/projects');
  await begin(page, 'A practice sheet');
  await expect(page.getByRole('button', { name: /Save the sheet|Print|PDF/ }).first()).toBeVisible();
});

test('a file let go on a field of the ledger, or on an empty letter in Dress, goes there whatever it is called', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Bill' }).click();
  await page.getByLabel('The bill: characters to fill').selectOption({ index: 1 });
  const missing = page.locator('[data-field]:not([data-drawn])').first();
  const name = (await missing.getAttribute('data-char'))!;
  await dropOn(page, `[data-char="${name}"]`, [
    {
      name: 'IMG_0042.svg',
      type: 'image/svg+xml',
      bytes: svg('M100 700L350 0L600 700H500L350 250L200 700Z'),
    },
  ]);
  await expect(page.locator(`[data-char="${name}"][data-drawn]`)).toBeVisible({ timeout: 30_000 });

  // The sign for a missing character is drawn like any letter, and reached from the ledger.
  await page.getByRole('tab', { name: 'Letter' }).click();
  await page.getByRole('button', { name: /^\.notdef/ }).click();
  await expect(field(page, 'Name in the font')).toHaveValue('.notdef');
  await stage(page, 'Dress');
  await expect(page.getByRole('application', { name: 'Outline of .notdef' })).toBeVisible();

  // Names and widths are typed; what can't be is refused with the reason.
  await takeInHand(page, 'name', 'n');
  const own = field(page, 'Name in the font');
  await own.fill('2n');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('begins with a letter');
  await own.fill('n.round');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /n\.round/ })).toBeVisible();
  await stage(page, 'Dress');
  await expect(page.getByRole('application', { name: 'Outline of n.round' })).toBeVisible();
  await stage(page, 'Name');
  await expect(own).toHaveValue('n.round');
  await takeInHand(page, 'fit', 'n.round');
  const right = Number(await field(page, 'Right bearing').inputValue());
  const width = Number(await field(page, 'Advance width').inputValue());
  await field(page, 'Advance width').fill(String(width + 33));
  await page.keyboard.press('Enter');
  await expect(field(page, 'Right bearing')).toHaveValue(String(right + 33));

  // Words as a drawing.
  await stage(page, 'Proof');
  await page.getByRole('tab', { name: 'Pictures', exact: true }).click();
  await page.getByLabel('For a logo or a sign').fill('Tide');
  await expect(page.getByAltText('Tide as a drawing')).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save SVG' }).click();
  const drawing = readFileSync(await (await waiting).path(), 'utf8');
  expect(drawing.match(/<path/g)).toHaveLength(1);
});

test('a crooked letter is turned by its stems to the lean of the others', async ({ page }) => {
  await openDemo(page);
  await takeInHand(page, 'seat', 'H');
  await page.getByRole('tab', { name: 'Chosen' }).click();
  const lean = async () =>
    parseFloat((await page.getByText('Its stems lean by').locator('..').textContent())!.replace(/^\D+/, ''));
  const first = await lean();
  await field(page, 'Turn by').fill('9');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'To the right' }).click();
  await expect.poll(async () => Math.abs((await lean()) - first - 9)).toBeLessThan(0.3);
  await page.getByRole('button', { name: 'Turn it by its stems' }).click();
  const usual = Number(await field(page, 'Stems lean by').inputValue());
  await expect.poll(async () => Math.abs((await lean()) - usual)).toBeLessThan(0.3);
});

test('letters drawn elsewhere on a template come back to their slots, at their size, height and place', async ({
  page,
}) => {
  await startProject(page, 'Drawn elsewhere');
  await page.getByRole('button', { name: 'Template' }).click();
  await page.getByLabel('Characters to draw').fill('Hn');
  await expect(page.getByAltText('The template')).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as SVG' }).click();
  const template = readFileSync(await (await waiting).path(), 'utf8');
  const [, x, y] = /id="slot-006E" x="([\d.]+)" y="([\d.]+)"/.exec(template)!.map(Number) as [
    number,
    number,
    number,
  ];
  const bar = `<path d="M${x + 60} ${y + 250}h100v500h-100z"/>`;
  const named = template.replace('<g id="letters"></g>', `<g id="letters">${bar}</g>`);
  // As a program leaves it that drops names: the project knows what its slots were for.
  const drawn = named.replace(/ id="[^"]*"/g, '');
  await page.getByLabel('Pictures of letters').setInputFiles({
    name: 'from my desk.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(drawn),
  });
  await expect(page.getByTestId('understood')).toContainText('1 drawing', { timeout: 30_000 });
  await liveFontReady(page);
  await saved(page);
  await page.goto(page.url().replace(/gather.*/, 'dress?glyph=n'));
  await expect(field(page, 'Width of the ink')).toHaveValue('100');
  await expect(field(page, 'Height of the ink')).toHaveValue('500');
  await expect(field(page, 'Left bearing')).toHaveValue('60');
  await expect(field(page, 'Advance width')).toHaveValue('640');

  // The other letter is copied over by itself, with its slot, into the letter in hand.
  await page.getByLabel('Letter to take in hand').fill('H');
  await page.keyboard.press('Enter');
  const slot = /<rect id="slot-0048" x="([\d.]+)" y="([\d.]+)"[^>]*>/.exec(template)!;
  const stem = `<path d="M${Number(slot[1]) + 80} ${Number(slot[2]) + 50}h90v700h-90z"/>`;
  await pasteText(page, `<svg xmlns="http://www.w3.org/2000/svg">${slot[0]}${stem}</svg>`);
  await expect(field(page, 'Height of the ink')).toHaveValue('700');
  await expect(field(page, 'Left bearing')).toHaveValue('80');
  await expect(field(page, 'Advance width')).toHaveValue('640');
  // Pasted once more as it was copied from here, it stands beside itself and is in hand.
  const copied = await copiedText(page);
  await pasteText(page, copied);
  await expect(page.getByTestId('point-count')).toHaveText('8');
  await expect(page.getByText(/^4 points/)).toBeVisible();
});

test('a drawing with a layer for each letter, and a layered painting, are these letters', async ({
  page,
}) => {
  await startProject(page, 'Layers');
  const layers = ['R', 'a'].map(
    (c, i) =>
      `<g id="${c}"><path d="M${20 + 300 * i} ${i === 0 ? 100 : 300}h100v${i === 0 ? 700 : 500}h-100z"/></g>`,
  );
  const drawn = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 700 900">${layers.join('')}</svg>`;
  await page.getByLabel('Pictures of letters').setInputFiles([
    { name: 'sign.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(drawn) },
    { name: 'painted.ora', mimeType: 'image/openraster', buffer: layeredPainting(['B', 'k', 'ampersand']) },
  ]);
  await expect(page.getByTestId('understood')).toHaveCount(2, { timeout: 30_000 });
  await liveFontReady(page);
  await stage(page, 'Name');
  for (const char of ['R', 'a', 'B', 'k', '&'])
    await expect(page.getByRole('button', { name: new RegExp(`^${char},`) }).first()).toBeVisible();
});

test('a finished project of the demo opens from the list, and its own text is set in its font', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await page.goto('/projects');
  const finished = page.getByRole('list', { name: 'Finished projects' });
  await expect(finished.getByRole('listitem')).toHaveCount(7);
  const scripts: string[] = [];
  page.on('request', (request) => scripts.push(new URL(request.url()).pathname.replace(/^.*\//, '')));
  await finished.getByRole('button', { name: /^A text hand/ }).click();
  await liveFontReady(page);
  // Opening needs no reader of fonts, nothing that casts, and no answers about features.
  expect(scripts.filter((s) => /^(archive|compile)\.worker/.test(s)).length).toBeGreaterThan(1);
  expect(scripts.filter((s) => /^(fonts\.worker|casting|answers|harfbuzz|brotli)/.test(s))).toEqual([]);
  await stage(page, 'Cast');
  await expect(page.getByText('No snags. Ready to cast.')).toBeVisible();
  await expect(page.getByTestId('by-itself')).toContainText('pairs of groups are kerned');
  // Every format for one style, the web's made by compiled code in a worker; all in one zip, each what its readers take it for.
  for (const format of [
    /^WOFF2/,
    /^WOFF \(/,
    /^Icon kit/,
    /^UFO/,
    /^SVG font \(outlines/,
    /^SVG font of single strokes/,
    /^Bundle/,
    /^Letters as SVG/,
    /^Letters as PNG/,
    /^Letters as DXF/,
  ])
    await page.getByText(format).click();
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Download' })).toHaveCount(12, { timeout: 90_000 });
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save all' }).click();
  const files = unzipSync(new Uint8Array(readFileSync(await (await waiting).path())));
  expect(
    Object.keys(files)
      .map((n) => n.replace(/^TideBookHand-(Regular\.)?/, ''))
      .sort(),
  ).toEqual([
    'Bundle.zip',
    'kit.zip',
    'letters-dxf.zip',
    'letters-png.zip',
    'letters-svg.zip',
    'otf',
    'stroke.svg',
    'svg',
    'ttf',
    'ufo.zip',
    'woff',
    'woff2',
  ]);
  for (const ending of ['otf', 'ttf', 'woff', 'woff2']) {
    const bytes = files[`TideBookHand-Regular.${ending}`]!;
    expect(sanitize(bytes, `x.${ending}`)).toBe('');
    expect(parseWithFontkit(bytes).postscriptName).toBe('TideBookHand-Regular');
  }
  // What changes after a casting is told by name, and the next version is offered.
  const since = page.getByTestId('since-last');
  await expect(since).toContainText('New since version 1.000');
  await expect(since).toContainText('Nothing.');
  await saved(page);
  await page.goto(page.url().replace(/cast.*/, 'fit?glyph=n'));
  await liveFontReady(page);
  await field(page, 'Left bearing').fill('99');
  await field(page, 'Left bearing').press('Enter');
  await stage(page, 'Cast');
  await expect(since).toContainText(/Changed: .*\bn\b/);
  await since.getByRole('button', { name: 'Make it 1.001' }).click();
  await expect(field(page, 'Version')).toHaveValue('1.001');
  await stage(page, 'Proof');
  await page.getByLabel('Page of the proof').selectOption('own');
  await expect(page.getByLabel('Text of the page')).toHaveValue(/Cr\u00e8me br\u00fbl\u00e9e/);
  await expect(page.getByText('nothing of this text')).toBeVisible();
  // Opened again it is as it was left.
  await page.goto('/projects');
  await finished.getByRole('button', { name: /^A text hand/ }).click();
  await expect(page).toHaveURL(/keepers-hand/);
  expect(faults).toEqual([]);
});
