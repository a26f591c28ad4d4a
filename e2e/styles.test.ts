import { expect, test, type Page } from '@playwright/test';
import {
  castBoth,
  castFiles,
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
import { bar, field, pasteContours } from './support/dress';
import { readWithFontTools, shape, withFontTools } from '../testing/outsideReaders';

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
  await expect(page.getByRole('application', { name: /^Outline of A\b/ })).toBeVisible();

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

  // A letter that gets a contour more can't vary any longer: the contours of both are seen, and lead to where they are drawn.
  await page.getByRole('button', { name: 'Take A in Bold in hand' }).click();
  await expect(page.getByRole('application', { name: /^Outline of A\b/ })).toBeVisible();
  await pasteContours(page, [bar(0, 800, 100, 40)]);
  await toFamily(page);
  await page.getByLabel('Letters that are shown').selectOption('apart');
  await page.getByRole('button', { name: /^Why A can’t vary: The letter has more contours/ }).click();
  const parting = page.getByRole('dialog');
  await expect(parting.getByRole('img', { name: /^A in Regular: 2 contours/ })).toBeVisible();
  await expect(parting.getByRole('img', { name: /^A in Bold: 3 contours/ })).toBeVisible();
  await parting.getByRole('button', { name: 'Bold' }).click();
  await expect(page).toHaveURL(/\/dress\?glyph=/);
  await expect(page.getByRole('application', { name: /^Outline of A\b/ })).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');

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
  await expect(
    page.getByRole('img', { name: 'Listed as Over The Door, Bold, Regular; Over the Gate, Bold, Regular' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  for (const file of ['OvertheGate-Regular.otf', 'OvertheGate-Bold.ttf'])
    await expect(page.getByRole('main')).toContainText(file, { timeout: 60_000 });
  expect(faults).toEqual([]);
});

test('from one skeleton alphabet light, regular and bold; any weight between them on the running line; what bold letters enclose stays open; one variable font', async ({
  page,
}) => {
  test.slow();
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^Painted capitals/);
  await liveFontReady(page);
  await stage(page, 'Dress');
  await page.getByRole('tab', { name: 'Parts' }).click();
  await page.getByRole('button', { name: 'Find skeletons of 26 letters' }).click();
  await expect(page.getByRole('button', { name: 'This width for 26 skeletons' })).toBeEnabled({
    timeout: 120_000,
  });
  await toFamily(page);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  for (const name of ['Light', 'Bold']) {
    await takeStyle(page, 'Regular');
    await gauge.getByRole('button', { name, exact: true }).click();
    await page.getByRole('button', { name: 'Make it of Regular' }).click();
    await inHand(page, name);
  }
  await expect(page.getByText('3 weights vary as one font')).toBeVisible({ timeout: 60_000 });
  await page.getByLabel('Letters that are shown').selectOption('apart');
  await expect(page.getByText('No letter is like that.')).toBeVisible();

  // The running line at a weight that no style has: wider than the light, narrower than the bold.
  await page.getByRole('button', { name: 'Between weights' }).click();
  const slider = page.getByRole('slider');
  await expect(page.getByTestId('weight')).toHaveText('500');
  const between = await widthOf(page);
  await slider.press('Home');
  await expect(page.getByTestId('weight')).toHaveText('300');
  await expect.poll(() => widthOf(page)).toBeLessThan(between - 2);
  await slider.press('End');
  await expect(page.getByTestId('weight')).toHaveText('700');
  await expect.poll(() => widthOf(page)).toBeGreaterThan(between + 2);

  await stage(page, 'Cast');
  await page.getByText(/^Variable TTF/).click();
  const files = await castFiles(page);
  const fontOf = (end: string) => [...files].find(([name]) => name.endsWith(end))![1];
  const script = `
import json, sys
from fontTools.ttLib import TTFont
from fontTools.pens.areaPen import AreaPen
from fontTools.pens.recordingPen import DecomposingRecordingPen
def holes(font):
    made = {}
    for char in 'ABDOPR':
        glyphs = font.getGlyphSet()
        pen = DecomposingRecordingPen(glyphs)
        glyphs[font.getBestCmap()[ord(char)]].draw(pen)
        areas, start = [], 0
        for i, (op, _) in enumerate(pen.value):
            if op in ('closePath', 'endPath'):
                one = AreaPen(glyphs)
                for name, args in pen.value[start:i + 1]: getattr(one, name)(*args)
                areas.append(one.value)
                start = i + 1
        outside = max(areas, key=abs)
        made[char] = sum(1 for a in areas if a * outside < 0 and abs(a) > 100)
    return made
fonts = [TTFont(p) for p in sys.argv[1:]]
axis = fonts[2]['fvar'].axes[0]
print(json.dumps([holes(fonts[0]), holes(fonts[1]), [axis.axisTag, axis.minValue, axis.maxValue]]))`;
  const [regular, heavy, axis] = JSON.parse(
    withFontTools(script, {
      'a.ttf': fontOf('-Regular.ttf'),
      'b.ttf': fontOf('-Bold.ttf'),
      'c.ttf': fontOf('Variable.ttf'),
    }),
  ) as [Record<string, number>, Record<string, number>, unknown[]];
  expect(regular).toEqual({ A: 1, B: 2, D: 1, O: 1, P: 1, R: 1 });
  expect(heavy).toEqual(regular);
  expect(axis).toEqual(['wght', 300, 700]);
  expect(faults).toEqual([]);
});
