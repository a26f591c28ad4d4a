import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { parseWithFontkit, sanitize } from '../testing/outsideReaders';
import { liveFontReady, saved, stage, watchFaults } from './support/app';
import { field } from './support/dress';

/** The demo's sign letters, which are few, at Cast. */
async function atCast(page: Page): Promise<void> {
  await page.goto('/projects');
  const finished = page.getByRole('list', { name: 'Finished projects' });
  await finished.getByRole('button', { name: /^Metal type/ }).click();
  await liveFontReady(page);
  await stage(page, 'Cast');
}

test('two further weights are added, seen, and cast as a family, variable too; a name that is taken stops the cast', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await atCast(page);
  const weights = page.getByTestId('weights');
  await expect(page.getByRole('checkbox', { name: /^Variable/ })).toBeDisabled();
  await weights.getByRole('button', { name: 'Add Light' }).click();
  await weights.getByRole('button', { name: 'Add Bold' }).click();
  const bold = weights.getByRole('group', { name: 'Bold' });
  await field(bold, 'Strokes thicker by').fill('24');
  await field(bold, 'Strokes thicker by').press('Enter');
  // Seen before anything is cast, each drawn in its own weight.
  const menu = page.getByRole('img', { name: /^Listed as .*Light, Bold/ });
  await expect(menu.locator('img')).toHaveCount(2, { timeout: 30_000 });
  const name = bold.getByLabel('Name');
  await name.fill('Regular');
  await name.press('Enter');
  await expect(page.getByText(/Two styles would be called Regular/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Cast', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('No snags. Ready to cast.')).toBeVisible();

  await page.getByText(/^Variable TTF/).click();
  await page.getByText(/^Designspace/).click();
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Download' })).toHaveCount(8, { timeout: 90_000 });
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save all' }).click();
  const files = unzipSync(new Uint8Array(readFileSync(await (await waiting).path())));
  const fonts = Object.entries(files).filter(([n]) => /\.(otf|ttf)$/.test(n));
  expect(fonts.map(([n]) => n.replace(/^\w+-/, '')).sort()).toEqual(
    ['Bold.otf', 'Bold.ttf', 'Light.otf', 'Light.ttf', 'Regular.otf', 'Regular.ttf', 'Variable.ttf'].sort(),
  );
  for (const [n, bytes] of fonts) expect(sanitize(bytes, n)).toBe('');
  expect(faults).toEqual([]);
});

test('names in another language, what documents may do and lines set by hand go into the font, and stay', async ({
  page,
}) => {
  await atCast(page);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  await gauge.getByLabel('Add names in').selectOption('de');
  const german = gauge.getByRole('group', { name: 'German' });
  await german.getByLabel('Family').fill('Gezeitenmühle');
  await german.getByLabel('Family').press('Enter');
  await gauge.getByLabel('The font may').selectOption('view');
  await gauge.getByText('Set by hand').click();
  await field(gauge, 'To the next line').fill('77');
  await field(gauge, 'To the next line').press('Enter');
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).first().click({ timeout: 60_000 });
  const bytes = new Uint8Array(readFileSync(await (await waiting).path()));
  const font = parseWithFontkit(bytes);
  expect(font.lineGap).toBe(77);
  expect(font['OS/2'].fsType.viewOnly).toBe(true);
  expect(Buffer.from(bytes).includes(Buffer.from('Gezeitenmühle', 'utf16le').swap16())).toBe(true);
  await saved(page);
  await page.reload();
  await expect(german.getByLabel('Family')).toHaveValue('Gezeitenmühle');
  await expect(gauge.getByLabel('The font may')).toHaveValue('view');
  await german.getByRole('button', { name: 'Remove German' }).click();
  await expect(german).toHaveCount(0);
});
