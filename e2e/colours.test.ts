import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { readFileSync } from 'node:fs';
import { liveFontReady, openFinished, stage, watchFaults, withoutPickers } from './support/app';
import { field } from './support/dress';
import { withFontTools } from '../testing/outsideReaders';

const inHand = (page: Page, name: string) =>
  expect(page.getByRole('button', { name: `Style in hand: ${name}` })).toBeVisible({ timeout: 60_000 });

async function goBy(page: Page, item: RegExp): Promise<void> {
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitem', { name: item }).click();
}

/** Mean difference of channels between two pictures, 0 to 255; as far apart as can be when they differ in size. */
async function difference(a: Buffer, b: Buffer): Promise<number> {
  const [p, q] = await Promise.all(
    [a, b].map((png) => sharp(png).removeAlpha().raw().toBuffer({ resolveWithObject: true })),
  );
  if (p!.data.length !== q!.data.length) return 255;
  let sum = 0;
  p!.data.forEach((v, i) => (sum += Math.abs(v - (q!.data[i] ?? 0))));
  return sum / p!.data.length;
}

/** The words as they were drawn, on light ground (0), or in the palette for dark ground (1). */
const groundOf = (page: Page, place: number) =>
  page.getByTestId(place === 0 ? 'ground-0-light' : 'ground-1-dark');

/** A ground of the page with its words; set in a cast font instead of the one on the running line when that is given. */
async function ground(page: Page, place: number, cast?: Uint8Array): Promise<Buffer> {
  const box = groundOf(page, place);
  if (cast)
    await box.evaluate(
      async (e, { base64, place }) => {
        const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
        document.fonts.add(await new FontFace('cast', bytes).load());
        const rules = document.createElement('style');
        rules.textContent = `@font-palette-values --cast { font-family: cast; base-palette: ${place}; }`;
        document.head.append(rules);
        (e as HTMLElement).style.fontFamily = 'cast';
        (e as HTMLElement).style.setProperty('font-palette', place > 0 ? '--cast' : 'normal');
        await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
      },
      { base64: Buffer.from(cast).toString('base64'), place },
    );
  return box.screenshot();
}

/** A ground when it is painted and stays as it is. */
async function settled(page: Page, place: number): Promise<Buffer> {
  let last = await ground(page, place);
  await expect
    .poll(async () => {
      const before = last;
      last = await ground(page, place);
      return difference(before, last);
    })
    .toBe(0);
  return last;
}

test('outline, inline and gradient styles are made of one alphabet, with a palette for dark ground; the browser paints the cast font as the app did', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^Painted capitals/);
  await liveFontReady(page);
  await goBy(page, /^Family/);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  for (const name of ['Outline', 'Inline']) {
    await gauge.getByRole('button', { name, exact: true }).click();
    await page.getByRole('button', { name: /^Make it of/ }).click();
    await inHand(page, name);
    await page.getByRole('button', { name: /^Style in hand/ }).click();
    await page.getByRole('menuitemradio', { name: 'Regular' }).click();
    await inHand(page, 'Regular');
  }
  await page.getByRole('button', { name: 'Take A in Outline in hand' }).click();
  await inHand(page, 'Outline');
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitemradio', { name: 'Regular' }).click();

  await goBy(page, /^Colours/);
  await expect(page.getByText('All letters are in the ink of the text')).toBeVisible();
  const plain = await ground(page, 0);
  for (const part of ['Paint the letters', 'A gradient', 'A line around', 'A shadow'])
    await page.getByText(part, { exact: true }).click();
  await field(page, 'Its width').fill('24');
  await field(page, 'Its width').press('Enter');
  await page.getByLabel('Colour of stop 1').fill('#20508c');
  await page.getByRole('button', { name: 'For dark ground' }).click();
  await expect(page.getByText('4 colours · 2 palettes')).toBeVisible();
  await expect(page.getByLabel('#20508c in Night')).toBeVisible();
  await page.getByLabel('#20508c in Night').fill('#ffd27a');
  await page.getByRole('textbox', { name: 'Name of the palette Night' }).fill('Lantern');
  await page.getByRole('textbox', { name: 'Name of the palette Night' }).press('Enter');
  await expect(page.getByLabel('#20508c in Lantern')).toHaveValue('#ffd27a');
  await expect.poll(async () => difference(await ground(page, 0), plain)).toBeGreaterThan(3);

  // The running line shows the palette that is chosen for it.
  await page.getByRole('button', { name: 'Switches' }).click();
  await page.getByRole('combobox', { name: 'Colours' }).selectOption('Lantern');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('running-text')).toHaveCSS('font-palette', '--palette-1');

  // What was chosen part by part is taken back part by part.
  const shadow = page.getByText('A shadow', { exact: true });
  await shadow.click();
  await expect(page.getByText('3 colours · 2 palettes')).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('4 colours · 2 palettes')).toBeVisible();

  // Undo takes the name of the palette back, redo gives it again.
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByLabel('#20508c in Night')).toBeVisible();
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect(page.getByLabel('#20508c in Lantern')).toBeVisible();

  await stage(page, 'Cast');
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  const fonts: Uint8Array[] = [];
  // Of three styles: the regular's OTF comes first, its TTF fourth.
  for (const at of [0, 3]) {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Download' }).nth(at).click();
    fonts.push(new Uint8Array(readFileSync(await (await waiting).path())));
  }
  for (const font of fonts)
    for (const place of [0, 1]) {
      await page.goto(`${new URL(page.url()).pathname.replace(/[^/]*$/, '')}colours`);
      await liveFontReady(page);
      await expect(groundOf(page, place)).toBeVisible();
      const shown = await settled(page, place);
      expect(await difference(shown, await ground(page, place, font))).toBeLessThan(0.2);
    }
  const script = `
import sys
from fontTools.ttLib import TTFont
font = TTFont(sys.argv[1])
print([font['name'].getDebugName(i) for i in font['CPAL'].paletteLabels])`;
  expect(withFontTools(script, { 'a.ttf': fonts[1]! }).trim()).toBe("['As drawn', 'Lantern']");
  expect(faults).toEqual([]);
});
