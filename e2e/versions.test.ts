import { expect, test, type Page } from '@playwright/test';
import { castFiles, openFinished, liveFontReady, stage, watchFaults, withoutPickers } from './support/app';
import { bench } from './support/dress';
import { parseWithFontkit } from '../testing/outsideReaders';

/** Letters that are changed: by their whites and outlines. */
const CHANGED = ['H', 'n', 'o'];

/** Lifts a letter’s outline by 20 units, as somebody would who works on it. */
async function lift(page: Page, letter: string): Promise<void> {
  await stage(page, 'Name');
  const ledger = page.getByRole('region', { name: 'Ledger' });
  await ledger.getByRole('button', { name: `${letter}, ${letter}`, exact: true }).click();
  await stage(page, 'Dress');
  await bench(page).focus();
  await page.keyboard.press('a');
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Shift+ArrowUp');
}

/** What programs tell versions apart by (OpenType, name IDs 3 and 5; head.fontRevision). */
function identity(bytes: Uint8Array) {
  const font = parseWithFontkit(bytes) as unknown as {
    name: { records: Record<string, Record<string, string>> };
    head: { revision: number };
  };
  const { uniqueSubfamily, version } = font.name.records;
  return {
    unique: Object.values(uniqueSubfamily ?? {})[0],
    version: Object.values(version ?? {})[0],
    revision: font.head.revision,
  };
}

test('version 1.001 beside 1.000: three changed letters are found, laid over and listed; programs see another version', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^A text hand/);
  await liveFontReady(page);
  await stage(page, 'Cast');
  const first = await castFiles(page);
  expect([...first.keys()]).toContain('TideBookHand-Regular.otf');
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByLabel('Name for this moment').fill('1.000');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.keyboard.press('Escape');
  for (const letter of CHANGED) {
    await lift(page, letter);
  }

  await stage(page, 'Proof');
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await page.getByRole('button', { name: '1.000', exact: true }).click();
  const found = page
    .getByRole('group', { name: 'Comparison' })
    .getByRole('button', { name: /: moved by up to 20 u/ });
  // Letters that are made of the changed ones change with them.
  for (const letter of CHANGED)
    await expect(found.filter({ hasText: new RegExp(`^${letter}moved`) })).toHaveCount(1);

  // Laid over the page, letter on letter.
  await page.getByLabel('Page of the proof').selectOption('book');
  await page.getByLabel('This page and').selectOption({ label: 'as it was at “1.000”' });
  await page.getByLabel('It lies').selectOption('over');
  const over = page.getByTestId('letters-over').locator('span');
  await expect(over.first()).toBeVisible({ timeout: 30_000 });
  const text = (await page.locator('[data-proof=book]').innerText()).replace(/\s/g, '');
  // All letters of the page are there once more.
  expect((await over.count()) * 2).toBe(text.length);

  await stage(page, 'Cast');
  await expect(page.getByTestId('since-last')).toContainText(/Changed: .*H/);
  await page.getByRole('button', { name: 'Make it 1.001' }).click();
  await page.getByLabel(/^Version in file names/).check({ force: true });
  const second = await castFiles(page);
  const [was, is] = [first.get('TideBookHand-Regular.otf'), second.get('TideBookHand-Regular-1.001.otf')];
  expect([was, is].map((bytes) => identity(bytes ?? new Uint8Array()).version)).toEqual([
    expect.stringContaining('1.000'),
    expect.stringContaining('1.001'),
  ]);
  const [before, after] = [was, is].map((bytes) => identity(bytes ?? new Uint8Array()));
  expect(after?.revision).toBeGreaterThan(before?.revision ?? 2);
  expect(after?.unique).not.toBe(before?.unique);
  expect(faults).toEqual([]);
});
