import { expect, type Page } from '@playwright/test';
import { liveFontReady, saved } from './app';

export interface Point {
  readonly x: number;
  readonly y: number;
}
interface Node extends Point {
  readonly in: Point | null;
  readonly out: Point | null;
  readonly kind: 'corner' | 'smooth' | 'tangent';
}
export interface Contour {
  readonly closed: boolean;
  readonly nodes: readonly Node[];
}

export const corners = (points: readonly (readonly [number, number])[], closed = true): Contour => ({
  closed,
  nodes: points.map(([x, y]) => ({ x, y, in: null, out: null, kind: 'corner' })),
});

export const bar = (x: number, y: number, w: number, h: number): Contour =>
  corners([
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ]);

/** A round of four curves; `way` -1 runs clockwise, as counters do. */
export function round(cx: number, cy: number, r: number, way: 1 | -1 = 1): Contour {
  const k = 0.5523 * r * way;
  const at = (x: number, y: number, dx: number, dy: number): Node => ({
    x: cx + x,
    y: cy + y,
    in: { x: cx + x - dx, y: cy + y - dy },
    out: { x: cx + x + dx, y: cy + y + dy },
    kind: 'smooth',
  });
  const nodes = [
    at(r, 0, 0, k),
    at(0, way * r, -r * 0.5523, 0),
    at(-r, 0, 0, -k),
    at(0, -way * r, r * 0.5523, 0),
  ];
  return { closed: true, nodes };
}

/** Puts contours into the letter in hand by the clipboard, as a copy from another letter would. */
export async function pasteContours(page: Page, contours: readonly Contour[]): Promise<void> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg"><metadata>${JSON.stringify({ copied: contours })}</metadata></svg>`;
  await pasteText(page, svg);
}

export const pasteText = (page: Page, text: string) =>
  page.evaluate((t) => {
    const data = new DataTransfer();
    data.setData('text/plain', t);
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  }, text);

/** What copying would put on the clipboard. */
export const copiedText = (page: Page) =>
  page.evaluate(() => {
    const data = new DataTransfer();
    document.body.dispatchEvent(
      new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }),
    );
    return data.getData('text/plain');
  });

export const bench = (page: Page) => page.getByRole('application', { name: /^Outline of / });

/** Where a place of the letter (em units, as in the font) lies on the page. */
export async function placeOf(page: Page, p: Point): Promise<Point> {
  const canvas = bench(page);
  const [zoom, x, y] = (await canvas.getAttribute('data-view'))!.split(' ').map(Number) as [
    number,
    number,
    number,
  ];
  const box = (await canvas.boundingBox())!;
  return { x: box.x + p.x * zoom + x, y: box.y - p.y * zoom + y };
}

export async function clickAt(
  page: Page,
  x: number,
  y: number,
  keys: ('Shift' | 'Alt')[] = [],
): Promise<void> {
  const p = await placeOf(page, { x, y });
  for (const k of keys) await page.keyboard.down(k);
  await page.mouse.click(p.x, p.y);
  for (const k of keys) await page.keyboard.up(k);
}

export async function dragTo(
  page: Page,
  from: Point,
  to: Point,
  keys: ('Shift' | 'Alt' | 'Control')[] = [],
): Promise<void> {
  const [a, b] = [await placeOf(page, from), await placeOf(page, to)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  for (const k of keys) await page.keyboard.down(k);
  for (let i = 1; i <= 5; i++)
    await page.mouse.move(a.x + ((b.x - a.x) * i) / 5, a.y + ((b.y - a.y) * i) / 5);
  await page.mouse.up();
  for (const k of keys) await page.keyboard.up(k);
}

export const tab = (page: Page, name: string) =>
  page.getByRole('tab', { name: new RegExp(`^${name}`) }).click();
export const press = (page: Page, name: string | RegExp) =>
  page.getByRole('button', typeof name === 'string' ? { name, exact: true } : { name }).click();
export const points = (page: Page) => page.getByTestId('point-count');

/** Begins an empty letter and waits for it. */
export async function beginLetter(page: Page, char: string): Promise<void> {
  await page.getByLabel('Letter to take in hand').fill(char);
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('heading', { name: new RegExp(`^${char.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')} `) }),
  ).toBeVisible();
}

export const field = (within: Pick<Page, 'getByLabel'>, label: string) =>
  within.getByLabel(label, { exact: true });

export async function type(page: Page, label: string, value: string): Promise<void> {
  await field(page, label).fill(value);
  await field(page, label).press('Enter');
}

/** Waits until the running line shows another font than this one, and names it. */
export async function otherFont(page: Page, family: string): Promise<string> {
  await expect(page.getByTestId('live-font')).not.toHaveAttribute('data-family', family);
  await saved(page);
  return liveFontReady(page);
}

/** Width of a text in the running line's font, px at 100 px. */
export const textWidth = (page: Page, text: string) =>
  page.evaluate((t) => {
    const g = document.createElement('canvas').getContext('2d')!;
    g.font = `100px ${document.querySelector('[data-testid=live-font]')!.getAttribute('data-family')}`;
    return g.measureText(t).width;
  }, text);

/** How many pixels of ink a text leaves in the running line's font: what is filled, and what is white. */
export const inkOf = (page: Page, text: string) =>
  page.evaluate((t) => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [400, 300];
    const g = canvas.getContext('2d')!;
    g.font = `200px ${document.querySelector('[data-testid=live-font]')!.getAttribute('data-family')}`;
    g.fillText(t, 20, 220);
    const { data } = g.getImageData(0, 0, 400, 300);
    let ink = 0;
    for (let i = 3; i < data.length; i += 4) ink += data[i]! / 255;
    return ink;
  }, text);
