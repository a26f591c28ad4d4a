import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { castBoth, liveFontReady, saved, stage, startProject, watchFaults } from './support/app';
import { otherHandsPage } from './support/demoFiles';
import { expectGoodFont } from './support/fontFacts';

test('a page by another hand, dropped on an empty project, goes the same way', async ({ page }) => {
  const faults = watchFaults(page);
  await startProject(page, 'Apprentice');
  await page.getByLabel('Pictures of letters').setInputFiles(otherHandsPage());
  await expect(page.getByTestId('understood')).toContainText('74 pieces', { timeout: 30_000 });
  await expect(page.getByTestId('understood')).toContainText('straightened 2.1°');
  await liveFontReady(page);
  await stage(page, 'Name');
  await expect(page.getByTestId('coverage')).toHaveText('74 of 74 characters of the bill');

  // Small letters get a height of their own.
  await stage(page, 'Seat');
  await page.getByRole('tab', { name: 'Lines' }).click();
  await page.getByRole('textbox', { name: 'x-height' }).fill('480');
  await page.getByRole('textbox', { name: 'x-height' }).press('Enter');
  await expect(page.getByTestId('state-seat')).toContainText('x 480 u, H 700 u');
  const { otf, ttf } = await castBoth(page);
  expectGoodFont(otf, 'otf', { capHeight: 700, xHeight: 480 });
  expectGoodFont(ttf, 'ttf', { capHeight: 700, xHeight: 480 });
  expect(faults).toEqual([]);
});

test('the project file takes the whole project along and comes back the same', async ({ page }) => {
  // Without a picker of the system, which nobody could answer here, the browser downloads the file.
  await page.addInitScript(() => {
    for (const name of ['showSaveFilePicker', 'showOpenFilePicker']) Reflect.deleteProperty(window, name);
  });
  await startProject(page, 'Apprentice');
  await page.getByLabel('Pictures of letters').setInputFiles(otherHandsPage());
  await expect(page.getByTestId('understood')).toContainText('74 pieces', { timeout: 30_000 });
  await saved(page);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: /^Save project file/ }).click();
  const download = await waiting;
  expect(download.suggestedFilename()).toBe('Apprentice.orthoglyph.zip');
  const path = await download.path();
  expect(readFileSync(path).subarray(0, 2).toString()).toBe('PK');

  await page.goto('/projects');
  await page.getByRole('button', { name: /^Delete Apprentice/ }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByLabel('Project file or font').setInputFiles(path);
  await expect(page.getByTestId('understood')).toContainText('74 pieces');
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('74 pieces');
});

test('lifting can be cancelled and done again; nothing is lost', async ({ page }) => {
  await startProject(page, 'Cancel');
  await page.getByLabel('Pictures of letters').setInputFiles(otherHandsPage());
  const cancel = page.getByRole('button', { name: 'Cancel' });
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: /ink|Tracing|letters/ })
      .first(),
  ).toBeVisible();
  await expect(page.getByTestId('understood')).toBeVisible();
  await cancel.click();
  await expect(cancel).toBeHidden();
  await expect(page.getByTestId('understood')).toContainText('not lifted yet');
  await page.getByRole('button', { name: 'Lift again' }).click();
  await expect(page.getByTestId('understood')).toContainText('74 pieces', { timeout: 30_000 });
});
