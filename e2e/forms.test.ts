import { expect, test, type Locator, type Page } from '@playwright/test';
import { openDemo, saved, stage } from './support/app';

/** All number fields of the gauge that is shown. */
const fields = (page: Page): Locator =>
  page.getByRole('complementary').locator('input[inputmode="decimal"]:enabled');

/** Types something wrong into every number field by keyboard; each tells it, keeps the focus free, and changes nothing. */
async function tryWrong(page: Page): Promise<number> {
  const count = await fields(page).count();
  for (let k = 0; k < count; k++) {
    const field = fields(page).nth(k);
    const before = await field.inputValue();
    await field.focus();
    await page.keyboard.press('Control+A');
    await page.keyboard.type('a lot');
    await page.keyboard.press('Tab');
    await expect(field).not.toBeFocused();
    await expect(page.getByRole('alert').filter({ hasText: 'Give a number' })).toHaveCount(1);
    await expect(field).toHaveValue('a lot');
    // Escape gives the old value back.
    await field.focus();
    await page.keyboard.press('Escape');
    await expect(field).toHaveValue(before);
    await expect(page.getByRole('alert').filter({ hasText: 'Give a number' })).toHaveCount(0);
  }
  return count;
}

test('wrong values in number fields are told beside them, steal no focus and change nothing', async ({
  page,
}) => {
  await openDemo(page);
  await saved(page);
  const nothing = page.getByRole('button', { name: 'Nothing to undo' });
  await expect(nothing).toBeVisible();
  let tried = 0;
  for (const [name, tabs, shows] of [
    ['Gather', [], 'Written on it, in order'],
    ['Lift', [], 'How sure'],
    ['Dress', ['Points', 'Clean', 'See'], 'Points'],
    ['Seat', ['Lines'], 'Lines'],
    ['Fit', ['Letter', 'Font'], 'Font'],
    ['Cast', [], 'Version'],
  ] as const) {
    await stage(page, name);
    await expect(page.getByRole('complementary').getByText(shows).first()).toBeVisible();
    if (tabs.length === 0) tried += await tryWrong(page);
    for (const tab of tabs) {
      await page.getByRole('tab', { name: new RegExp(`^${tab}`) }).click();
      tried += await tryWrong(page);
    }
  }
  expect(tried).toBeGreaterThan(15);
  await expect(nothing).toBeVisible();
});

test('a number beyond its bounds is told with the bound, and arrows stop there', async ({ page }) => {
  await openDemo(page);
  const corners = page.getByRole('textbox', { name: 'Corners from' });
  await corners.fill('400');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert').filter({ hasText: '90 or less' })).toBeVisible();
  await corners.fill('89');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(corners).toHaveValue('90');
});
