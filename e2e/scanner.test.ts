import { expect, test } from '@playwright/test';
import { liveFontReady, saved, stage, startProject } from './support/app';

test('a practice sheet is scanned from the glass; a jam and a lost line are told, repeated, and nothing is lost', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await startProject(page, 'Scanned hand');
  await page.getByRole('button', { name: 'Scan', exact: true }).click();
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  await expect(page.getByTestId('scanner-state')).toHaveText('Ready, nothing on the glass');
  // The one that scans is the main button of the gauge; the other opens it.
  const scan = gauge.getByRole('button', { name: 'Scan', exact: true });
  await scan.click();
  await expect(page.getByText(/nothing lies on the glass/)).toBeVisible();
  await page.getByRole('button', { name: 'Put these messages away' }).click();

  await page.getByRole('button', { name: 'Lay it on the glass' }).click();
  await expect(page.getByTestId('scanner-state')).toHaveText('Ready, a sheet on the glass');
  await page.getByLabel('What goes wrong next').selectOption('paper jam');
  await scan.click();
  await expect(page.getByText(/the sheet jammed on its way/)).toBeVisible();
  await expect(page.getByTestId('scanner-state')).toHaveText('A sheet is stuck, a sheet on the glass');
  await expect(page.getByTestId('understood')).toHaveCount(0);
  await page.getByRole('button', { name: 'Take the stuck sheet out' }).click();
  await page.getByRole('button', { name: 'Put these messages away' }).click();

  await scan.click();
  await expect(page.getByTestId('understood')).toContainText('74 letters by their boxes', {
    timeout: 60_000,
  });
  await liveFontReady(page);

  // The same page by a better hand, and the line breaks while it comes.
  await page.getByLabel('Written in').selectOption('keeper');
  await page.getByRole('button', { name: 'Lay it on the glass' }).click();
  await page.getByLabel('What goes wrong next').selectOption('disconnect');
  await expect(page.getByLabel('What goes wrong next')).toHaveValue('disconnect');
  await scan.click();
  await expect(page.getByText(/the scanner went away before the page was through/)).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByTestId('understood')).toHaveCount(1);
  await expect(page.getByTestId('scanner-state')).toContainText('Does not answer');
  await expect(scan).toBeEnabled({ timeout: 10_000 });
  const before = await page.getByTestId('understood').textContent();
  await scan.click();
  await expect(page.getByText('Scan 2.jpg', { exact: true })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByTestId('understood')).toHaveCount(1);
  expect(await page.getByTestId('understood').textContent()).toBe(before);
  await saved(page);
  await stage(page, 'Lift');
  await expect(page.getByTestId('lift-count')).toContainText('74 pieces, 0 doubtful');
});
