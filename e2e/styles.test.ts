import { expect, test, type Page } from '@playwright/test';
import {
  castBoth,
  liveFontReady,
  openFinished,
  saved,
  stage,
  watchFaults,
  withoutPickers,
} from './support/app';
import { field } from './support/dress';
import { readWithFontTools, shape } from '../testing/outsideReaders';

const inHand = (page: Page, name: string) =>
  expect(page.getByRole('button', { name: `Style in hand: ${name}` })).toBeVisible({ timeout: 60_000 });

async function toFamily(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitem', { name: /^Family/ }).click();
}

async function takeStyle(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitemradio', { name }).click();
  await inHand(page, name);
}

/** Advance width of a text on the running line, px. */
const widthOf = (page: Page) =>
  page.getByTestId('running-text').evaluate((e) => {
    const range = document.createRange();
    range.selectNodeContents(e);
    return range.getBoundingClientRect().width;
  });

test('one alphabet becomes a family: bold and slanted made of it, ornaments begun; each bench works on the style in hand, and undo goes where it undoes', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await openFinished(page, /^Painted capitals/);
  await liveFontReady(page);
  const regular = await widthOf(page);
  await toFamily(page);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  await gauge.getByRole('button', { name: 'Bold', exact: true }).click();
  await page.getByRole('button', { name: 'Make it of Regular' }).click();
  await inHand(page, 'Bold');
  await expect.poll(() => widthOf(page)).toBeGreaterThan(regular + 4);

  // A name that is taken is told, and nothing can be made of it.
  await field(page, 'Name of the new style').fill('regular');
  await expect(page.getByRole('alert')).toHaveText('A style is called so');
  await expect(page.getByRole('button', { name: 'Make it of Bold' })).toBeDisabled();
  await takeStyle(page, 'Regular');
  await gauge.getByRole('button', { name: 'Italic', exact: true }).click();
  await page.getByRole('button', { name: 'Make it of Regular' }).click();
  await inHand(page, 'Italic');
  await gauge.getByRole('button', { name: 'Ornaments', exact: true }).click();
  await page.getByRole('button', { name: 'Begin it' }).click();
  await inHand(page, 'Ornaments');

  // What the styles lack, and the way to where it is made.
  await page.getByLabel('Letters that are shown').selectOption('missing');
  const lacking = page.getByRole('button', { name: 'Make A in Ornaments, which is missing' });
  await expect(lacking).toBeVisible();
  await page.getByLabel('Letters that are shown').selectOption('all');
  await page.getByRole('button', { name: 'Take A in Bold in hand' }).click();
  await inHand(page, 'Bold');
  await expect(page).toHaveURL(/\/dress\?glyph=/);
  // Drawn, so that the course leads on with it.
  await expect(page.getByRole('img', { name: /^Outline of A\b/ })).toBeVisible();

  // The white of Bold's A is changed; Regular's stays, and the same letter is in hand there.
  await stage(page, 'Fit');
  await field(page, 'Left bearing').fill('133');
  await field(page, 'Left bearing').press('Enter');
  await takeStyle(page, 'Regular');
  await expect(page.getByRole('heading', { name: /^A\b.*\(A\)$/ })).toBeVisible();
  await expect(field(page, 'Left bearing')).not.toHaveValue('133');
  await page.keyboard.press('ControlOrMeta+z');
  await inHand(page, 'Bold');
  await expect(field(page, 'Left bearing')).not.toHaveValue('133');
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(field(page, 'Left bearing')).toHaveValue('133');

  // A reload goes on with the style in hand.
  await saved(page);
  await page.reload();
  await inHand(page, 'Bold');
  await expect(field(page, 'Left bearing')).toHaveValue('133');

  // All styles that have letters are cast as one family, as systems group them.
  await stage(page, 'Cast');
  await expect(
    page.getByRole('img', { name: /^Listed as .*, Bold, Italic, Ornaments, Regular$/ }),
  ).toBeVisible();
  await expect(page.getByTestId('snags')).toContainText('Ornaments: no letter has a character yet');
  const { otf: first, ttf: second } = await castBoth(page);
  const called = [first, second].map((bytes, i) => readWithFontTools(bytes, `${i}.otf`).names);
  expect(called.map((n) => n['2'])).toEqual(['Regular', 'Bold']);
  expect(called[1]?.['1']).toBe(called[0]?.['1']);
  const leftOf = (bytes: Uint8Array) => shape(bytes, 'A', false)[0]?.advance ?? 0;
  expect(leftOf(second)).toBeGreaterThan(leftOf(first));
  expect(faults).toEqual([]);
});

test('two styles together: one lies beneath the other on Fit, and is compared with it in Proof; a cut with another form is cast beside the family', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^Painted capitals/);
  await liveFontReady(page);
  await toFamily(page);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  await gauge.getByRole('button', { name: 'Bold', exact: true }).click();
  await page.getByRole('button', { name: 'Make it of Regular' }).click();
  await inHand(page, 'Bold');
  await stage(page, 'Fit');
  await page.getByRole('tab', { name: 'Letter', exact: true }).click();
  await page.getByLabel('Which').selectOption('Regular of this family');
  await expect(page.locator('[data-letter] path[opacity="0.25"]').first()).toBeAttached();
  const [own, theirs] = ((await page.getByTestId('beside-width').textContent()) ?? '')
    .split('/')
    .map(parseFloat);
  expect(own).toBeGreaterThan((theirs ?? 0) + 4);

  await stage(page, 'Proof');
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await page.getByRole('button', { name: 'Regular', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Beside Regular' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('status').filter({ hasText: 'otherwise' })).toHaveText(/^26 letters otherwise/);

  // A form of M, so that the family can be cut with it.
  await page.goto(page.url().replace(/\/proof.*/, '/name?glyph=M'));
  await liveFontReady(page);
  await page.getByRole('tab', { name: 'Forms', exact: true }).click();
  await page.getByRole('button', { name: 'Copy to alter' }).click();
  await stage(page, 'Cast');
  const cuts = page.getByTestId('cuts');
  await cuts.getByRole('button', { name: 'Add a cut' }).click();
  await cuts.getByRole('textbox', { name: 'Its family name' }).fill('Over the Gate');
  await cuts.getByRole('textbox', { name: 'Its family name' }).press('Enter');
  await cuts.getByRole('button', { name: 'M.alt1' }).click();
  await expect(cuts.getByRole('button', { name: 'M.alt1' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  for (const file of ['OvertheGate-Regular.otf', 'OvertheGate-Bold.ttf'])
    await expect(page.getByRole('main')).toContainText(file, { timeout: 60_000 });
  expect(faults).toEqual([]);
});
