import { expect, test, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { liveFontReady, openDemo, saved, stage, startProject } from './support/app';
import { demoFile } from './support/demoFiles';

interface Item {
  readonly box: readonly [number, number, number, number];
  readonly char: string;
}

/** Where the letters of a page lie, as the command line finds them. */
function lettersOf(picture: string): Map<string, Item['box']> {
  const out = join(mkdtempSync(join(tmpdir(), 'orthoglyph-boxes-')), 'boxes.json');
  const bill = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;!?\'"()&-';
  execFileSync(process.execPath, [
    'bin/orthoglyph.mjs', 'lift', picture, '--json', out, '--expect', bill,
  ]); // prettier-ignore
  const { items } = JSON.parse(readFileSync(out, 'utf8')) as { items: Item[] };
  return new Map(items.map((i) => [i.char, i.box]));
}

/** Screen place of a px of the only page when the whole sheet is in view. */
async function placeOf(page: Page): Promise<(x: number, y: number) => { x: number; y: number }> {
  await page.getByRole('button', { name: 'Whole', exact: true }).click();
  const bench = (await page.getByRole('application', { name: /The sheet/ }).boundingBox())!;
  const size = await page.evaluate(async () => {
    const base = indexedDB.open('orthoglyph');
    await new Promise((done) => (base.onsuccess = done));
    const rows = base.result.transaction('pictures').objectStore('pictures').getAll();
    await new Promise((done) => (rows.onsuccess = done));
    const image = await createImageBitmap((rows.result as { blob: Blob }[])[0]!.blob);
    return { width: image.width, height: image.height };
  });
  const zoom = Math.min((bench.width - 24) / size.width, (bench.height - 24) / size.height);
  return (x, y) => ({
    x: bench.x + bench.width / 2 + (x - size.width / 2) * zoom,
    y: bench.y + bench.height / 2 + (y - size.height / 2) * zoom,
  });
}

const drag = async (page: Page, a: { x: number; y: number }, b: { x: number; y: number }) => {
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
  await page.mouse.move(b.x, b.y, { steps: 3 });
  await page.mouse.up();
};

test('a piece is cut with a drawn line, put together again, and one added with a drawn box; every step can be undone', async ({
  page,
}) => {
  const letters = lettersOf('demo/files/keepers-page.jpg');
  await openDemo(page);
  await stage(page, 'Lift');
  await liveFontReady(page);
  const at = await placeOf(page);
  const count = page.getByTestId('lift-count');
  await expect(count).toContainText('74 pieces');
  const [x, y, w, h] = letters.get('H')!;
  await page.keyboard.press('x');
  await drag(page, at(x + w / 2, y - 0.2 * h), at(x + w / 2, y + 1.2 * h));
  await expect(count).toContainText('75 pieces', { timeout: 30_000 });
  await page.keyboard.press('ControlOrMeta+z');
  await expect(count).toContainText('74 pieces');
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(count).toContainText('75 pieces');
  // The left half is clicked and joined with what follows it.
  const left = at(x + 2, y + h / 2);
  await page.mouse.click(left.x, left.y);
  await page.getByRole('button', { name: 'Join with the next' }).click();
  await expect(count).toContainText('74 pieces', { timeout: 30_000 });
  await expect(page.getByRole('heading', { name: /^Piece \d+: / })).toBeVisible();
  await expect(page.getByRole('button', { name: /^H(, doubtful)?$/ })).toBeVisible();
  const [ox, oy, ow, oh] = letters.get('o')!;
  await page.getByRole('button', { name: 'Add with a box' }).click();
  await drag(page, at(ox - 8, oy - 8), at(ox + ow + 8, oy + oh + 8));
  await expect(count).toContainText('75 pieces', { timeout: 30_000 });
  // Where there is no ink, that is said and nothing changes.
  await page.keyboard.press('b');
  await drag(page, at(12, 12), at(70, 60));
  await expect(page.getByText(/no ink lies there/)).toBeVisible();
  await expect(count).toContainText('75 pieces');
});

test('a photo of a ruled page: the crossed-out letter and the speck stay out, touching letters come apart, a missing q is added, all confirmed at once', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const file = demoFile('page', 'ruled-page.jpg');
  const letters = lettersOf(file);
  await startProject(page, 'Ruled page');
  await page.getByLabel('Pictures of letters').setInputFiles(file);
  await expect(page.getByTestId('understood')).toContainText('1 speck left out', { timeout: 60_000 });
  await stage(page, 'Lift');
  const count = page.getByTestId('lift-count');
  await expect(count).toContainText('74 pieces');
  const at = await placeOf(page);
  // Q runs into P: whoever isn't content with the cut joins them and cuts anew.
  const [qx, qy, qw, qh] = letters.get('Q')!;
  await page
    .getByRole('button', { name: /^P(, doubtful)?$/ })
    .first()
    .click();
  await page.keyboard.press('g');
  await expect(count).toContainText('73 pieces', { timeout: 30_000 });
  await page.keyboard.press('x');
  await drag(page, at(qx - 4, qy - 0.2 * qh), at(qx - 4, qy + 1.1 * qh));
  await expect(count).toContainText('74 pieces', { timeout: 30_000 });
  expect(qw).toBeGreaterThan(10);
  // A q that is gone is pointed at among the expected, and added by a box around it.
  const [x, y, w, h] = letters.get('q')!;
  await page.getByRole('button', { name: /^q(, doubtful)?$/ }).click();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'q was not found' })).toBeVisible();
  await page.keyboard.press('b');
  await drag(page, at(x - 8, y - 8), at(x + w + 8, y + h + 8));
  await expect(page.getByRole('button', { name: 'q was not found' })).toHaveCount(0, { timeout: 30_000 });
  await page.getByRole('button', { name: 'Accept all' }).click();
  await expect(count).toContainText('74 pieces, 0 doubtful');
  await expect(page.getByRole('navigation', { name: 'Course' })).toContainText('74 of 74');
  await saved(page);
});
