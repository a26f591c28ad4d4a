import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { liveFontReady, saved, stage, startProject } from './support/app';
import { demoFile } from './support/demoFiles';

test('a practice sheet is printed, filled, scanned askew at 83 %: every letter named; a better page takes its place', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await startProject(page, 'Tide book hand');
  await page.getByRole('button', { name: 'Practice sheet' }).click();
  await page.getByLabel('Boxes per character').fill('2');
  await page.getByLabel('Boxes per character').press('Enter');
  await expect(page.getByText('148')).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as PDF' }).click();
  const pdf = readFileSync(await (await waiting).path());
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  // For a tablet the same two pages as pictures, in a zip.
  const pictures = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as PNG' }).click();
  const zip = unzipSync(new Uint8Array(readFileSync(await (await pictures).path())));
  expect(Object.keys(zip)).toEqual(['Tide book hand page 1.png', 'Tide book hand page 2.png']);
  const first = new DataView(Object.values(zip)[0]!.buffer, Object.values(zip)[0]!.byteOffset);
  // Width in a PNG's header (ISO/IEC 15948, 11.2.2).
  expect(first.getUint32(16)).toBe(2480);
  await page.getByRole('button', { name: 'Done' }).click();

  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('practice', 'practice-first.png'));
  await expect(page.getByTestId('understood')).toContainText('73 letters by their boxes', {
    timeout: 60_000,
  });
  await expect(page.getByText(/these were crossed out: Q/)).toBeVisible();
  await liveFontReady(page);
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('73 pieces, 0 doubtful');
  await stage(page, 'Gather');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('practice', 'practice-again.png'));
  await expect(page.getByTestId('understood')).toContainText('74 letters by their boxes', {
    timeout: 60_000,
  });
  await expect(page.getByTestId('understood')).toHaveCount(1);
  await saved(page);
  await page.reload();
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('74 pieces, 0 doubtful');
});
