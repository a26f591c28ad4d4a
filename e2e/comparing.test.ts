import { expect, test } from '@playwright/test';
import { openFinished, stage, watchFaults } from './support/app';
import { field } from './support/dress';
import { openFontPath } from '../testing/openFonts';

test('a project is held against a moment of its own and against a font: what changed most comes first and leads to its place', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await openFinished(page, /^Painted capitals/);
  await stage(page, 'Fit');
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByLabel('Name for this moment').fill('Before the wider M');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.goto(page.url().replace(/\/fit.*/, '/fit'));
  await page
    .locator('[data-letter="M"] rect')
    .first()
    .click({ position: { x: 4, y: 4 } });
  await field(page, 'Left bearing').fill('150');
  await field(page, 'Left bearing').press('Enter');
  await stage(page, 'Dress');
  // Another letter's outline moves.
  await page.getByRole('button', { name: 'After', exact: true }).click();
  await page.keyboard.press('a');
  await page.keyboard.press('Shift+ArrowUp');
  await stage(page, 'Proof');
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await page.getByRole('button', { name: 'Before the wider M' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'otherwise' })).toHaveText(
    '2 letters otherwise, 27 the same',
  );
  const cards = page
    .getByRole('group', { name: 'Comparison' })
    .getByRole('button', { name: /: (moved|white)/ });
  await expect(cards.nth(0)).toHaveAccessibleName(/^\w+: moved by up to 10 u$/);
  await expect(cards.nth(1)).toHaveAccessibleName(/^M: white \+\d+ u at the left, 0 u at the right$/);
  const words = page.getByRole('list', { name: 'Words set otherwise' }).getByRole('listitem');
  const wider = words.filter({ hasText: /^\w*M\w*\d+ u wider$/ }).first();
  await expect(wider.getByRole('img', { name: /M.*, as it was and as it is/ })).toBeVisible();
  await cards.nth(1).click();
  await expect(page).toHaveURL(/\/fit/);
  await expect(field(page, 'Left bearing')).toHaveValue('150');
  await stage(page, 'Proof');
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await page.getByLabel('Font or project to compare with').setInputFiles(openFontPath('cookie'));
  await expect(page.getByRole('heading', { name: /^Beside cookie/ })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('cell', { name: 'glyphs', exact: true })).toBeVisible();
  await page
    .getByLabel('Font or project to compare with')
    .setInputFiles({ name: 'torn.otf', mimeType: 'font/otf', buffer: Buffer.from('no font') });
  await expect(page.getByRole('alert')).toContainText('torn.otf');
  expect(faults).toEqual([]);
});
