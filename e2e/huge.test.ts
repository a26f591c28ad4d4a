import { expect, test } from '@playwright/test';
import { liveFontReady, saved, stage, startProject } from './support/app';
import { demoFile } from './support/demoFiles';

test('a picture of 212 megapixels: progress, cancel, the app stays usable, then its letters', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await startProject(page, 'Drum scan');
  const file = demoFile('huge', 'drum-scan.png');
  await page.getByLabel('Pictures of letters').setInputFiles(file);
  const progress = page.getByRole('status').filter({ hasText: 'drum-scan.png' });
  await expect(progress).toContainText('Reading the picture', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(progress).toHaveCount(0);
  await expect(page.getByTestId('understood')).toHaveCount(0);
  // The field would see no change in the same file.
  await page.getByLabel('Pictures of letters').setInputFiles([]);
  await page.getByLabel('Pictures of letters').setInputFiles(file);
  await expect(progress).toContainText('Reading the picture', { timeout: 60_000 });
  // Meanwhile the app can be walked through.
  await stage(page, 'Name');
  await expect(page).toHaveURL(/\/name/);
  await stage(page, 'Gather');
  await expect(page.getByTestId('understood')).toContainText('52 pieces', { timeout: 120_000 });
  await liveFontReady(page);
  await saved(page);
});
