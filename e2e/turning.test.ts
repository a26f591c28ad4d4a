import { expect, test, type Page } from '@playwright/test';
import { openDemo, saved, takeInHand } from './support/app';
import { field, placeOf, press, type Point } from './support/dress';

/** Pulls from one place of the letter to another (em units). */
async function pull(page: Page, from: Point, to: Point): Promise<void> {
  const [a, b] = [await placeOf(page, from), await placeOf(page, to)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  for (let k = 1; k <= 4; k++)
    await page.mouse.move(a.x + ((b.x - a.x) * k) / 4, a.y + ((b.y - a.y) * k) / 4);
  await page.mouse.up();
}
const number = async (page: Page, label: string) => Number(await field(page, label).inputValue());
const size = async (page: Page) => ({
  width: await number(page, 'Width of the ink'),
  height: await number(page, 'Height of the ink'),
});

test('a letter is stretched, slanted and turned by its frame and by numbers; dots line up; each is one step to undo', async ({
  page,
}) => {
  await openDemo(page);
  await takeInHand(page, 'dress', 'H');
  const first = await size(page);
  const [top, bottom] = (await page.getByText(/^-?\d+ u, -?\d+ u$/).textContent())!
    .match(/-?\d+/g)!
    .map(Number) as [number, number];
  // The ink begins at the left bearing.
  const left = await number(page, 'Left bearing');
  await page.keyboard.press('o');
  const right = left + first.width;
  await pull(page, { x: right, y: (top + bottom) / 2 }, { x: right + 60, y: (top + bottom) / 2 });
  await expect.poll(async () => Math.abs((await size(page)).width - first.width - 60)).toBeLessThan(4);
  expect((await size(page)).height).toBe(first.height);
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => size(page)).toEqual(first);

  // The top pulled along itself slants: wider, as high as before.
  await pull(page, { x: left + first.width / 2, y: top }, { x: left + first.width / 2 + 90, y: top });
  await expect.poll(async () => (await size(page)).width - first.width).toBeGreaterThan(60);
  expect((await size(page)).height).toBe(first.height);
  await page.keyboard.press('ControlOrMeta+z');

  // By numbers: a quarter turn about the middle swaps width and height; once more is half a turn.
  await field(page, 'Angle').fill('90');
  await page.keyboard.press('Enter');
  await press(page, 'Turn left');
  await expect.poll(async () => (await size(page)).width).toBe(first.height);
  await press(page, 'Once more');
  await expect.poll(() => size(page)).toEqual(first);

  // Larger with its stems as wide as they are.
  await field(page, 'Across by').fill('130');
  await page.keyboard.press('Enter');
  await page.getByText('Keep its stems as wide as they are').click();
  await press(page, 'Resize');
  await expect.poll(async () => (await size(page)).width / first.width).toBeGreaterThan(1.15);

  // The dots of a colon are brought over each other: as whole contours, chosen by what they are.
  await takeInHand(page, 'dress', 'colon');
  await expect(page.getByText('As traced.')).toBeVisible();
  await press(page, 'All on curves');
  await press(page, 'Whole contours');
  await press(page, 'Middle');
  await expect(page.getByText('Worked on by hand')).toBeVisible();
  await saved(page);
});

test('actions are found by other words than the app’s own, and lead to the stage where they are', async ({
  page,
}) => {
  await openDemo(page);
  const find = async (words: string) => {
    await page.keyboard.press('/');
    await page.getByLabel('What do you want to do?').fill(words);
  };
  for (const [words, found] of [
    ['export', 'Make font files'],
    ['kern', 'Fit pairs: kerning alone'],
    ['align', 'Line up and spread'],
    ['merge', 'Unite, subtract, intersect, divide, weld'],
    ['guide', 'The lines: baseline, x-height, capitals'],
    ['ligature', 'Typed names of icons'],
  ] as const) {
    await find(words);
    await expect(page.getByRole('dialog').getByText(found)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
  await find('rotate');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/dress/);
  await expect(page.getByText('Turn and stretch')).toBeVisible();
});
