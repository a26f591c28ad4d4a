import { expect, test, type Page } from '@playwright/test';
import { castBoth, liveFontReady, openDemo, saved, stage, startProject } from './support/app';
import { demoFile } from './support/demoFiles';
import { BILL } from './support/fontFacts';
import { parseWithOpentype } from '../testing/outsideReaders';

/** Lowest and highest point of a letter as the skyline tells it, u. */
async function heights(page: Page, glyphId: string): Promise<{ bottom: number; top: number }> {
  const told = (await page.locator(`[data-bar="${glyphId}"]`).getAttribute('aria-label'))!;
  const [, bottom, top] = /: (-?\d+) u to (-?\d+) u/.exec(told)!;
  return { bottom: Number(bottom), top: Number(top) };
}
const faulty = (page: Page) => page.locator('[data-bar]:not([data-fault=""])');
const bar = (page: Page, id: string) => page.locator(`[data-bar="${id}"]`);
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const enter = async (page: Page, name: string, value: number) => {
  await field(page, name).fill(String(value));
  await field(page, name).press('Enter');
};

test('86 pieces of a free page are seated at once; tails keep their size, floaters are set down, an o too large is mended', async ({
  page,
}) => {
  await startProject(page, 'Uneven');
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Bill' }).click();
  await page.getByLabel('Characters to fill', { exact: true }).fill(`${BILL}/+=*#[]<>~$ß`);
  await stage(page, 'Gather');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('page', 'uneven-page.jpg'));
  await expect(page.getByTestId('understood')).toContainText('86 pieces', { timeout: 45_000 });
  await stage(page, 'Seat');
  await page.getByRole('button', { name: 'Seat all' }).click();

  // Tails don't count for the size: q and j are as tall above the line as their neighbours, Q as the capitals.
  const x = await heights(page, 'x');
  for (const id of ['q', 'g', 'p', 'y'])
    expect(Math.abs((await heights(page, id)).top - x.top)).toBeLessThan(40);
  expect((await heights(page, 'q')).bottom).toBeLessThan(-120);
  expect((await heights(page, 'j')).bottom).toBeLessThan(-120);
  for (const id of ['Q', 'H', 'O', 'M'])
    expect(Math.abs((await heights(page, id)).top - 700)).toBeLessThan(40);
  for (const id of ['H', 'E', 'n', 'x', 'T'])
    expect(Math.abs((await heights(page, id)).bottom)).toBeLessThan(25);

  // What floats and what overshoots is told, and nothing else.
  await expect(faulty(page)).toHaveCount(3);
  await expect(bar(page, 'm')).toHaveAttribute('data-fault', 'floats');
  await expect(bar(page, '4')).toHaveAttribute('data-fault', 'floats');
  await expect(bar(page, 'o')).toHaveAttribute('data-fault', 'overshoots');
  await expect(page.getByTestId('state-seat')).toContainText('3 off');

  // One by the keys, one by its button, the rest at once; each is a step to undo.
  await bar(page, 'H').click();
  await page.keyboard.press('j');
  await page.keyboard.press('Enter');
  await expect(faulty(page)).toHaveCount(2);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(faulty(page)).toHaveCount(3);
  await page.getByRole('button', { name: /^Put o right/ }).click();
  await expect(bar(page, 'o')).toHaveAttribute('data-fault', '');
  const o = await heights(page, 'o');
  expect(Math.abs(o.bottom + 12)).toBeLessThanOrEqual(1);
  expect(Math.abs(o.top - (x.top + 12))).toBeLessThan(25);
  await page.getByRole('button', { name: 'Put 2 right' }).click();
  for (const id of ['m', '4']) await expect(bar(page, id)).toHaveAttribute('data-fault', '');
  expect(Math.abs((await heights(page, 'm')).bottom)).toBeLessThanOrEqual(1);

  // Seating again keeps what was put right.
  await page.getByRole('button', { name: 'Seat all' }).click();
  expect(Math.abs((await heights(page, 'm')).bottom)).toBeLessThanOrEqual(1);
  await saved(page);
});

test('H scaled to 650 takes all along; five capitals are moved down by 60 u; letters are stepped through and nudged by keys', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Seat');
  const [h, q] = [await heights(page, 'H'), await heights(page, 'q')];
  await page.keyboard.press('a');
  await page.getByRole('tab', { name: 'Chosen' }).click();
  await expect(page.getByText('74 letters chosen')).toBeVisible();
  await enter(page, 'Reaches', 650);
  await page.getByText('Keep stems as thick as they are').click();
  await page.getByRole('button', { name: /^Scale by H/ }).click();
  await expect.poll(async () => (await heights(page, 'H')).top).toBe(650);
  const factor = 650 / h.top;
  expect(Math.abs((await heights(page, 'q')).bottom - factor * q.bottom)).toBeLessThanOrEqual(1);

  // Five chosen one by one, all moved by the same.
  const five = ['K', 'M', 'R', 'W', 'X'];
  await page.keyboard.press('Escape');
  await bar(page, 'K').click();
  for (const id of five.slice(1)) await bar(page, id).click({ modifiers: ['Alt'] });
  await expect(page.getByText('5 letters chosen')).toBeVisible();
  const before = await Promise.all(five.map((id) => heights(page, id)));
  await enter(page, 'By', 60);
  await page.getByRole('button', { name: 'Down', exact: true }).click();
  for (const [i, id] of five.entries())
    await expect.poll(async () => (await heights(page, id)).bottom).toBe(before[i]!.bottom - 60);
  await page.keyboard.press('ControlOrMeta+z');
  for (const [i, id] of five.entries())
    await expect.poll(async () => (await heights(page, id)).bottom).toBe(before[i]!.bottom);

  // From letter to letter by keys, adjusting on the way.
  await bar(page, 'A').click();
  const b = await heights(page, 'B');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => (await heights(page, 'B')).bottom).toBe(b.bottom + 11);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('In hand: C')).toBeVisible();

  // A bar is dragged; near its line it snaps there.
  const target = (await bar(page, 'E').locator('rect').nth(1).boundingBox())!;
  await bar(page, 'E').click();
  for (let k = 0; k < 4; k++) await page.keyboard.press('Shift+ArrowUp');
  const e = await heights(page, 'E');
  const way = (e.bottom * target.height) / (e.top - e.bottom) + 2;
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2);
  await page.mouse.down();
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2 + way, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Math.abs((await heights(page, 'E')).bottom)).toBeLessThanOrEqual(1);

  // The very font has it.
  const { otf } = await castBoth(page);
  expect(Math.abs(parseWithOpentype(otf).charToGlyph('H').getBoundingBox().y2 - 650)).toBeLessThanOrEqual(1);
});

test('the font is compared with others at one size and made as big', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'Seat');
  await page.getByRole('tab', { name: 'Lines' }).click();
  await enter(page, 'Cap height', 480);
  await page.getByRole('button', { name: 'Beside other fonts' }).click();
  await expect(page.getByTestId('apparent')).toContainText('% smaller than the others');
  const family = await liveFontReady(page);
  await page.getByRole('button', { name: 'Make ours as big' }).click();
  await expect(page.getByTestId('apparent')).toContainText('as big as the others');
  await expect(page.getByTestId('live-font')).not.toHaveAttribute('data-family', family);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByTestId('apparent')).toContainText('% smaller than the others');
});
