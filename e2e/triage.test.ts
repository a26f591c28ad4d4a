import { expect, test, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { liveFontReady, openDemo, stage } from './support/app';

interface Item {
  readonly box: readonly [number, number, number, number];
  readonly char: string;
}

/** Where the letters of the demo's page lie, as the command line finds them. */
function demoLetters(): Map<string, Item['box']> {
  const out = join(mkdtempSync(join(tmpdir(), 'orthoglyph-boxes-')), 'boxes.json');
  const bill = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;!?\'"()&-';
  execFileSync(process.execPath, [
    'bin/orthoglyph.mjs', 'lift', 'demo/files/keepers-page.jpg', '--json', out, '--expect', bill,
  ]); // prettier-ignore
  const { items } = JSON.parse(readFileSync(out, 'utf8')) as { items: Item[] };
  return new Map(items.map((i) => [i.char, i.box]));
}

/** Screen place of a px of the demo's page when the whole sheet is in view. */
async function placeOf(page: Page): Promise<(x: number, y: number) => { x: number; y: number }> {
  await page.getByRole('button', { name: 'Whole sheet' }).click();
  const bench = (await page.getByRole('img', { name: /The sheet/ }).boundingBox())!;
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
  const letters = demoLetters();
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
