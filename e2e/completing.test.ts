import { expect, test } from '@playwright/test';
import { castBoth, liveFontReady, saved, stage, watchFaults, withoutPickers } from './support/app';
import { projectLacking } from '../testing/lackingProject';
import { shape } from '../testing/outsideReaders';

const MISSING = 'JQq7.,:;!?\'"()&-';
const LETTER = 'Quite so, Jo: 7 quays (tide-high)! “Señor Quill’s crème brûlée?”';

test('a page that lacks J, Q, q, 7 and all points is completed by drafts and set in a letter; each draft says what it was made of', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await withoutPickers(page);
  const buffer = await projectLacking('demo/files/finished/keepers-hand.orthoglyph.zip', MISSING);
  await page.goto('/projects');
  await page
    .getByLabel('Project file or font')
    .setInputFiles({ name: 'lacking.orthoglyph.zip', mimeType: 'application/zip', buffer });
  await liveFontReady(page);
  await stage(page, 'Name');
  const ledger = page.getByRole('region', { name: 'Ledger' });
  const line = page.getByLabel('Text of the running line');
  await line.fill(LETTER);
  await expect(page.locator('[data-missing]').first()).toBeVisible();

  // One letter by itself, and back.
  await ledger.getByRole('button', { name: /^q, q, missing/ }).click();
  await page.getByRole('button', { name: 'Draft it in this hand' }).click();
  await expect(page.getByText(/^A draft, made of [a-z]( and [a-z])*\.$/)).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(ledger.getByRole('button', { name: /^q, q, missing/ })).toBeVisible();

  await page.getByRole('tab', { name: 'Make' }).click();
  await expect(page.getByText(/Can be put together of your letters’ parts.* J Q q 7/)).toBeVisible();
  await page.getByRole('button', { name: 'Complete Western European' }).click();
  await expect(page.getByTestId('drafts')).toContainText('drafts to look at', { timeout: 60_000 });
  await expect(page.locator('[data-missing]')).toHaveCount(0);
  await expect(page.getByTestId('coverage')).toHaveText(/^(\d+) of \1 characters of the bill$/);

  // Each says so until it is accepted: by parts of letters, or by the pen alone.
  await page.getByRole('tab', { name: 'Letter' }).click();
  for (const [char, told] of [
    ['q', /^A draft, made of/],
    ['J', /^A draft, (made of U|drawn by this hand’s pen)\.$/],
    ['7', /^A draft, drawn by this hand’s pen\.$/],
  ] as const) {
    await ledger.getByRole('button', { name: new RegExp(`^${char}, `) }).click();
    await expect(page.getByText(told)).toBeVisible();
  }
  await page.getByRole('button', { name: 'Accept the draft' }).click();
  await expect(page.getByText(/^A draft,/)).toBeHidden();

  await stage(page, 'Proof');
  await expect(page.getByRole('main')).toContainText('nothing of this text');
  const { otf } = await castBoth(page);
  expect(shape(otf, LETTER, true).filter((g) => g.gid === 0)).toEqual([]);
  await saved(page);
  expect(faults).toEqual([]);
});
