import { expect, test, type Page } from '@playwright/test';
import { castBoth, liveFontReady, openDemo, saved, stage, startProject, takeInHand } from './support/app';
import { demoFile } from './support/demoFiles';
import { shape } from '../testing/outsideReaders';

const field = (page: Page, name: string | RegExp) => page.getByRole('textbox', { name });
const enter = async (page: Page, name: string | RegExp, value: number) => {
  await field(page, name).fill(String(value));
  await field(page, name).press('Enter');
};
const advance = (page: Page) => page.getByLabel('Advance width', { exact: true });
/** Takes a letter of the line in hand. */
async function take(page: Page, name: string): Promise<void> {
  await page.locator(`[data-letter="${name}"]`).first().click();
  await expect(page.locator(`[data-letter="${name}"][aria-current]`).first()).toBeVisible();
}
const advanceOf = async (page: Page, glyphId: string): Promise<number> => {
  await take(page, glyphId);
  return parseFloat(await advance(page).inputValue());
};
const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click();
const fitted = (page: Page) =>
  expect(page.getByRole('button', { name: 'Fit all', exact: true })).toBeEnabled();
async function fitAll(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Fit all', exact: true }).click();
  await fitted(page);
}
const white = (page: Page, pair: string) => page.locator(`[data-white="${pair}"] rect`).first();

test('the whole font is fitted at once; n and o set by hand lead the rest; r follows n', async ({ page }) => {
  await openDemo(page);
  await takeInHand(page, 'fit', 'n');
  const first = await advance(page).inputValue();
  await fitAll(page);
  await expect(page.getByTestId('spacing-state')).toContainText('Fitted by itself', { timeout: 30_000 });
  await expect(advance(page)).not.toHaveValue(first);
  await tab(page, 'Pairs');
  expect(Number(await page.getByTestId('group-pairs').textContent())).toBeGreaterThan(10);
  await tab(page, 'Letter');
  const fittedAdvance = await advance(page).inputValue();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(advance(page)).toHaveValue(first);
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(advance(page)).toHaveValue(fittedAdvance);

  // n and o by hand, 15 u wider at each side: all others follow the rhythm.
  const a = await advanceOf(page, 'a');
  for (const id of ['n', 'o']) {
    await take(page, id);
    for (const side of ['Left bearing', 'Right bearing'])
      await enter(page, side, Number(await field(page, side).inputValue()) + 15);
    await expect(page.getByTestId('spacing-state')).toContainText('Set by hand');
  }
  const byHand = await advanceOf(page, 'n');
  await fitAll(page);
  await expect(async () =>
    expect(Math.abs((await advanceOf(page, 'a')) - a - 30)).toBeLessThanOrEqual(1),
  ).toPass();
  expect(await advanceOf(page, 'n')).toBe(byHand);

  // r takes its left side from n, from now on.
  await take(page, 'r');
  await page.getByLabel('Left side follows').selectOption({ label: 'n (n)' });
  await take(page, 'n');
  await enter(page, 'Left bearing', 91);
  await take(page, 'r');
  await expect(field(page, /^Left bearing \(follows n\)/)).toHaveValue('91');

  await saved(page);
});

test('pairs are kerned by groups and by themselves; what was set stays; the map shows the worst, walked one by one', async ({
  page,
}) => {
  await openDemo(page);
  await takeInHand(page, 'fit', 'n');
  await fitAll(page);
  // L T and T o by groups; what was set stays after fitting again.
  await page.getByLabel('Text of the running line').fill('To LT Tö');
  await take(page, 'T');
  await page.keyboard.press('p');
  await expect(page.getByTestId('pair-in-hand')).toHaveText('To');
  await white(page, 'T o').click();
  await enter(page, 'Kerning of their groups', -70);
  await expect(page.getByTestId('pair-state')).toHaveText('kerned with its groups by hand');
  await white(page, 'L T').click();
  await enter(page, 'Kerning of this pair', -55);
  await expect(page.getByTestId('pair-state')).toHaveText('kerned by hand, as an exception');
  await page.getByRole('button', { name: 'Fit pairs' }).click();
  await fitted(page);
  await expect(field(page, 'Kerning of this pair')).toHaveValue('-55');
  await white(page, 'T o').click();
  await expect(field(page, 'Kerning of this pair')).toHaveValue('-70');

  // The very font kerns so.
  const { otf } = await castBoth(page);
  const kern = (text: string) => shape(otf, text)[0]!.advance - shape(otf, text, false)[0]!.advance;
  expect([kern('LT'), kern('To')]).toEqual([-55, -70]);
  await stage(page, 'Fit');

  // The pair map shows it; the worst pairs are walked one by one and brought into the rhythm.
  await page.getByRole('button', { name: 'Pair map' }).click();
  const map = page.getByRole('group', { name: /^Map of pairs/ });
  await expect(map.locator('[data-field]').first()).toBeVisible();
  await map.locator('[data-field]').nth(3).click();
  const picked = await page.getByTestId('pair-in-hand').textContent();
  expect([...picked!]).toHaveLength(2);
  await page.keyboard.press('j');
  await expect(map).toBeHidden();
  const worst = await page.getByTestId('pair-in-hand').textContent();
  await page.getByRole('button', { name: 'Bring into rhythm' }).click();
  await expect(page.getByText('keeps the rhythm')).toBeVisible();
  await page.keyboard.press('j');
  await expect(page.getByTestId('pair-in-hand')).not.toHaveText(worst!);

  await saved(page);
});

test('a pair set by hand leads the whole font; tight or loose by one slider; the white of a pair is dragged', async ({
  page,
}) => {
  await openDemo(page);
  await takeInHand(page, 'fit', 'n');
  await page.getByLabel('Text of the running line').fill('no on He');
  await fitAll(page);
  const before = await advanceOf(page, 'H');
  await white(page, 'n o').click();
  await expect(page.getByTestId('pair-in-hand')).toHaveText('no');
  // Dragged apart by its middle.
  const place = (await white(page, 'n o').boundingBox())!;
  await page.mouse.move(place.x + place.width / 2, place.y + place.height / 2);
  await page.mouse.down();
  await page.mouse.move(place.x + place.width / 2 + 5, place.y + place.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByTestId('pair-state')).toHaveText('kerned by hand, as an exception');
  const by = Number(await field(page, 'Kerning of this pair').inputValue());
  expect(by).toBeGreaterThan(20);
  await tab(page, 'Font');
  await page.getByRole('button', { name: 'Let the rest follow no' }).click();
  await expect(page.getByTestId('reference')).toContainText('n o:');
  await fitted(page);
  await expect(async () =>
    expect(Math.abs((await advanceOf(page, 'H')) - before - by)).toBeLessThanOrEqual(2),
  ).toPass();
  await tab(page, 'Font');
  await page.getByRole('button', { name: 'Let go of it' }).click();
  await fitted(page);
  // The slider opens every letter.
  await page.getByRole('slider', { name: 'Tight to loose' }).focus();
  for (let k = 0; k < 10; k++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText('+20 u')).toBeVisible();
  await fitted(page);
  await expect(async () =>
    expect(Math.abs((await advanceOf(page, 'H')) - before - 20)).toBeLessThanOrEqual(2),
  ).toPass();
});

test('joined letters meet after a fit; gaps are found and closed; a bearing past the other is refused with the reason', async ({
  page,
}) => {
  await startProject(page, 'Joined');
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Bill' }).click();
  await page.getByLabel('Characters to fill', { exact: true }).fill('abcdefghijklmnopqrstuvwxyz');
  await stage(page, 'Gather');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('page', 'joined-page.jpg'));
  await expect(page.getByTestId('understood')).toContainText('26 pieces', { timeout: 45_000 });
  await page.getByLabel('Text of the running line').fill('mill lane tide eel');
  await stage(page, 'Fit');
  await tab(page, 'Font');
  await expect(page.getByLabel('Letters', { exact: true })).toContainText('they join');
  await fitAll(page);
  await tab(page, 'Letter');
  await take(page, 'n');
  // Bearings below nothing, so that strokes run into each other.
  expect(Number(await field(page, 'Right bearing').inputValue())).toBeLessThan(0);
  await tab(page, 'Font');
  const joins = page.locator('[data-join]');
  await expect(page.locator('[data-join="n"]').getByText(/gap/)).toHaveCount(0);

  // n is moved off: its gaps are told, and closed by one button.
  await tab(page, 'Letter');
  await enter(page, 'Right bearing', 40);
  await tab(page, 'Font');
  await expect(page.locator('[data-join="n"]').getByText(/gap of \d+ u/)).toBeVisible();
  await page.locator('[data-join="n"]').getByRole('button', { name: 'Close' }).click();
  await expect(page.locator('[data-join="n"]').getByText(/gap/)).toHaveCount(0);
  expect(await joins.count()).toBeLessThan(6);

  // Past the other side it would have no width left.
  await tab(page, 'Letter');
  const was = await field(page, 'Left bearing').inputValue();
  await enter(page, 'Left bearing', -2000);
  await expect(page.getByRole('alert')).toContainText('the side bearings pass each other');
  await expect(field(page, 'Left bearing')).toHaveValue(was);

  // In the very font the strokes overlap: the ink of n reaches past its advance.
  const { otf } = await castBoth(page);
  expect(shape(otf, 'n')[0]!.advance).toBeGreaterThan(0);
  await saved(page);
});

test('the space is narrowed; a text in three languages is read; what the font lacks is made plain and one click leads to where it is made', async ({
  page,
}) => {
  await openDemo(page);
  await takeInHand(page, 'fit', 'n');
  await fitAll(page);
  await tab(page, 'Font');
  await enter(page, 'Width of the space', 180);
  const family = await liveFontReady(page);
  const line = page.getByTestId('running-text');
  const language = page.getByLabel('A text in another language');
  await language.selectOption('English');
  await expect(line.locator('[data-missing]')).toHaveCount(0);
  await language.selectOption('German');
  await expect(line.locator('[data-missing="ß"]')).toHaveCount(2);
  await expect(page.getByText('Not in the font:')).toContainText('Ä');
  await language.selectOption('Polish');
  await expect(line.locator('[data-missing="ł"]')).toHaveCount(2);
  await line.locator('[data-missing="ł"]').first().click();
  await expect(page).toHaveURL(/name\?char=/);
  await expect(page.getByText('latin small letter l with stroke')).toBeVisible();
  await page.getByRole('button', { name: 'Draw it in Dress' }).click();
  await expect(page.getByRole('application', { name: /Outline of (lslash|ł)/ })).toBeVisible();
  // The space in the very font.
  const { otf } = await castBoth(page);
  expect(shape(otf, ' ')[0]!.advance).toBe(180);
  expect(shape(otf, '\u00a0')[0]!.advance).toBe(180);
  expect(family).toMatch(/^live-/);
});
