import { expect, test } from '@playwright/test';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { liveFontReady, openDemo, saved, stage, startProject, takeInHand } from './support/app';
import { demoFolder } from './support/demoFiles';
import { pasteText } from './support/dress';

const folder = (name: string) => mkdtempSync(join(tmpdir(), `orthoglyph-${name}-`));
const drop = (page: import('@playwright/test').Page, files: string[]) =>
  page.getByLabel('Pictures of letters').setInputFiles(files);

test('62 named pictures find their places at once, capitals and small letters apart, an unknown name asked about', async ({
  page,
}) => {
  const letters = demoFolder('letters');
  writeFileSync(join(letters, 'mystery.png'), readFileSync(join(letters, 'q.png')));
  const files = readdirSync(letters).map((f) => join(letters, f));
  expect(files).toHaveLength(63);
  await startProject(page, 'Named letters');
  await drop(page, files);
  await expect(page.getByTestId('understood')).toContainText('63 pictures', { timeout: 30_000 });
  await expect(page.getByText(/mystery/).first()).toBeVisible();
  await liveFontReady(page);
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('63 pieces, 1 doubtful');
  await page.getByRole('button', { name: 'Next doubtful' }).click();
  await expect(page.getByRole('heading', { name: /mystery/ })).toBeVisible();
  // Letters stand on one line: a small letter isn't blown up to the capitals' height.
  await page.goto(page.url().replace(/lift.*/, 'dress?glyph=x'));
  const small = await page.getByText(/^\d+ u, -?\d+ u$/).textContent();
  expect(Number(/^(\d+) u/.exec(small!)![1])).toBeGreaterThan(350);
  expect(Number(/^(\d+) u/.exec(small!)![1])).toBeLessThan(600);
});

test('a folder of icons drawn with strokes becomes outlines named after their files, broken ones are named', async ({
  page,
}) => {
  const source = 'node_modules/lucide-static/icons';
  const icons = readdirSync(source)
    .filter((f) => f.endsWith('.svg'))
    .filter((_, i) => i % 11 === 0)
    .slice(0, 197)
    .map((f) => join(source, f));
  const bad = folder('icons');
  writeFileSync(join(bad, 'cut-off.svg'), '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h');
  writeFileSync(join(bad, 'nothing.svg'), '<svg xmlns="http://www.w3.org/2000/svg"><g/></svg>');
  writeFileSync(
    join(bad, 'bomb.svg'),
    '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><title>&b;</title></svg>',
  );
  await startProject(page, 'Path signs');
  await drop(page, [...icons, ...['cut-off', 'nothing', 'bomb'].map((f) => join(bad, `${f}.svg`))]);
  await expect(page.getByTestId('understood')).toContainText('197 drawings', { timeout: 60_000 });
  for (const name of ['cut-off', 'nothing', 'bomb'])
    await expect(page.getByText(new RegExp(`${name}\\.svg`)).first()).toBeVisible();
  await liveFontReady(page);
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('197 pieces, 0 doubtful');
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('lift-count')).toContainText('197 pieces');
});

test('one drawing with a row of letters, tiny and far off its page, is separated, named and stands on its guide line', async ({
  page,
}) => {
  // H i n o at a tenth of size, some 9000 px from the page's corner; the n is made of two overlapping parts.
  const at = (x: number, d: string) => `<g transform="translate(${9000 + x} -7000)">${d}</g>`;
  const row = `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">
    <path d="M8990 -7000h60" stroke="#888" stroke-width=".05" fill="none"/>
    ${at(0, '<path d="M0 -7v7h1v-3h3v3h1v-7h-1v3h-3v-3z"/>')}
    ${at(8, '<path d="M0 -5h1v5h-1z"/><circle cx=".5" cy="-6.4" r=".6"/>')}
    ${at(12, '<path d="M0 -5h1v5h-1z"/><path d="M.2 -3.2c.4 -1.8 3.6 -2.6 3.6 .4v2.8h-1v-2.6c0 -1.6 -1.8 -1.2 -2 .2z"/>')}
    ${at(19, '<path fill-rule="evenodd" d="M2.5 -5.1a2.5 2.6 0 1 0 .01 0zM2.5 -4.1a1.5 1.6 0 1 1 -.01 0z"/>')}
  </svg>`;
  const file = join(folder('row'), 'alphabet.svg');
  writeFileSync(file, row);
  await startProject(page, 'Row of letters');
  await drop(page, [file]);
  await expect(page.getByTestId('understood')).toContainText('4 drawings', { timeout: 30_000 });
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('4 pieces');
  for (const char of ['H', 'i', 'n', 'o'])
    await expect(page.getByRole('button', { name: new RegExp(`^${char}(, doubtful)?$`) })).toBeVisible();
  await page.goto(page.url().replace(/lift.*/, 'dress?glyph=H'));
  await expect(page.getByText('700 u, 0 u')).toBeVisible();
});

test('an SVG copied elsewhere is pasted into the letter in hand, in view', async ({ page }) => {
  await openDemo(page);
  await takeInHand(page, 'dress', 'o');
  const contours = page.getByText('Points, contours').locator('..');
  await expect(contours).toContainText('2');
  const dot = '<svg xmlns="http://www.w3.org/2000/svg"><circle cx="9000" cy="-400" r="3"/></svg>';
  await pasteText(page, dot);
  await expect(contours).toContainText('3', { timeout: 30_000 });
  await page.keyboard.press('ControlOrMeta+z');
  await expect(contours).toContainText('2');

  // It is read aside: whoever goes on to the next letter meanwhile has nothing of that one in hand.
  await takeInHand(page, 'dress', 'h');
  await expect(contours).toContainText(', 1');
  await pasteText(page, dot);
  await page.keyboard.press('PageDown');
  await expect(page.getByLabel('Gauge')).toContainText('i (i)');
  await expect(page.getByText('Reading the drawing')).toHaveCount(0);
  await saved(page);
  await expect(page.getByText('No point chosen')).toBeVisible();
  await page.keyboard.press('PageUp');
  await expect(contours).toContainText(', 2');
});
