import { expect, test } from '@playwright/test';
import { liveFontReady, saved, stage, startProject } from './support/app';
import { demoFile } from './support/demoFiles';

test('a sheet of pixel figures comes out as exact squares, on the lines', async ({ page }) => {
  await startProject(page, 'Tide clock');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('sources', 'tide-clock-digits.png'));
  await expect(page.getByTestId('understood')).toContainText('10 pieces', { timeout: 30_000 });
  await liveFontReady(page);
  await saved(page);
  await page.goto(`${page.url().split('/gather')[0]}/lift`);
  for (const [digit, points] of [
    ['1', '16'],
    ['7', '14'],
  ] as const) {
    await page
      .getByRole('button', { name: new RegExp(`^${digit}`) })
      .first()
      .click();
    await expect(page.getByTestId('piece-points')).toHaveText(points);
  }
});

test('a scan of metal type is mirrored back, straight, and set at its true size', async ({ page }) => {
  await startProject(page, 'Seed bag type');
  const name = page.getByLabel('Written on it, in order');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('sources', 'seed-bag-type.jpg'));
  await expect(page.getByTestId('understood')).toContainText('pieces', { timeout: 30_000 });
  // Its file says 600 dpi.
  await expect(page.getByLabel('Resolution')).toHaveValue('600');
  await name.fill('ABCDEFGHIJKLMNOPQRSTUVWXYZ');
  await page.getByRole('button', { name: 'Read as it lies' }).click();
  await page.getByRole('button', { name: 'Lift again' }).click();
  await expect(page.getByTestId('understood')).toContainText('26 pieces, straightened 0.8°', {
    timeout: 30_000,
  });
  await page.getByRole('button', { name: 'Set at true size' }).click();
  await page.getByLabel('Size of the type').fill('24');
  await page.getByLabel('Size of the type').press('Enter');
  // 24 pt at 600 dpi is 200 px an em; the capitals are about 142 px high with the pen.
  await expect(page.getByText('200 px')).toBeVisible();
  const course = page.getByRole('navigation', { name: 'Course' });
  await expect(course).toContainText(/H 71\d u/);
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('26 pieces');
});

test('a transparent drawing from a tablet and a PDF page of drawn capitals come in', async ({ page }) => {
  await startProject(page, 'Tablet and page');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('sources', 'tablet-letters.png'));
  await expect(page.getByTestId('understood')).toContainText('26 pieces', { timeout: 30_000 });
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('sources', 'drawn-capitals.pdf'));
  await expect(page.getByTestId('understood')).toHaveCount(2, { timeout: 30_000 });
  await expect(page.getByTestId('understood').nth(1)).toContainText('12 drawings');
});

test('a page is cropped with a box, turned, and its recipe saved for another page', async ({ page }) => {
  test.setTimeout(120_000);
  await startProject(page, 'Cropped');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('sources', 'seed-bag-type.jpg'));
  const understood = page.getByTestId('understood').first();
  await expect(understood).toContainText('pieces', { timeout: 30_000 });
  await page.getByLabel('Written on it, in order').fill('IHGFEDCBA');
  await page.getByRole('button', { name: 'Crop with a box' }).click();
  await expect(page.getByRole('button', { name: 'Draw a box on the picture' })).toBeVisible();
  const box = (await page.getByRole('img', { name: /The sheet/ }).boundingBox())!;
  await page.mouse.move(box.x + 6, box.y + 6);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 6, box.y + box.height * 0.36, { steps: 6 });
  await page.mouse.up();
  await expect(understood).toContainText('9 pieces', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Use all of the picture' }).click();
  await expect(understood).toContainText('26 pieces', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Turn by a quarter' }).click();
  await expect(understood).toContainText('900 x 1700 px', { timeout: 30_000 });
  for (let k = 0; k < 3; k++) await page.getByRole('button', { name: 'Turn by a quarter' }).click();
  await expect(understood).toContainText('1700 x 900 px, 26 pieces', { timeout: 30_000 });
  // Only the type's own black counts: all of it stays.
  await page.getByLabel('Only ink of the colour').fill('#282624');
  await page.getByRole('button', { name: 'Lift again' }).click();
  await expect(page.getByRole('button', { name: 'Let all inks count' })).toBeEnabled();
  await expect(understood).toContainText('1700 x 900 px, 26 pieces', { timeout: 30_000 });
  await page.getByLabel('Specks are shorter than').fill('9');
  await page.getByLabel('Specks are shorter than').press('Enter');
  await page.getByLabel('Save it under a name').fill('Seed bags');
  await page.getByLabel('Save it under a name').press('Enter');
  await expect(page.getByLabel('Read by').locator('option:checked')).toHaveText('Seed bags');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('sources', 'tablet-letters.png'));
  await expect(page.getByTestId('understood')).toHaveCount(2, { timeout: 30_000 });
  await expect(page.getByTestId('understood').nth(1)).toContainText('pieces', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Use it for all 2 pages' }).click();
  await expect(page.getByRole('button', { name: 'Use it for all 2 pages' })).toHaveCount(0);
  await saved(page);
});
