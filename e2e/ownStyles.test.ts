import { expect, test, type Page } from '@playwright/test';
import {
  castFiles,
  inHand,
  liveFontReady,
  openFinished,
  saved,
  stage,
  takeStyle,
  toFamily,
  watchFaults,
  withoutPickers,
} from './support/app';
import { bolderPageWithoutJ } from './support/bolderPage';
import { parseWithOpentype, readWithFontTools } from '../testing/outsideReaders';

/** Begins an empty style by one of the names that are proposed. */
async function beginStyle(page: Page, name: string): Promise<void> {
  await toFamily(page);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  await gauge.getByRole('button', { name, exact: true }).click();
  const empty = page.getByRole('checkbox', { name: 'Empty, for drawings of its own' });
  if (!(await empty.isChecked())) await page.getByText('Empty, for drawings of its own').click();
  await page.getByRole('button', { name: 'Begin it' }).click();
  await inHand(page, name);
}

test('regular from one sheet, bold from another, ornaments from icons: one family as systems list it; a letter that the bold lacks is shown and drafted', async ({
  page,
}) => {
  test.slow();
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^A text hand/);
  await liveFontReady(page);

  await beginStyle(page, 'Bold');
  await stage(page, 'Gather');
  await page.getByLabel('Pictures of letters').setInputFiles({
    name: 'broad pen.png',
    mimeType: 'image/png',
    buffer: await bolderPageWithoutJ(),
  });
  await expect(page.getByTestId('understood')).toContainText('73 pieces', { timeout: 60_000 });
  await liveFontReady(page);

  await beginStyle(page, 'Ornaments');
  await stage(page, 'Gather');
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles(['barley', 'eel', 'lantern'].map((n) => `demo/files/artwork/signs/${n}.svg`));
  await expect(page.getByTestId('state-lift')).toContainText('3 pieces', { timeout: 60_000 });

  // What the bold lacks beside the regular is shown, and drafted from its own letters.
  await toFamily(page);
  await page.getByLabel('Letters that are shown').selectOption('missing');
  await page.getByRole('button', { name: 'Make J in Bold, which is missing' }).click();
  await inHand(page, 'Bold');
  await page.getByRole('button', { name: 'Draft it in this hand' }).click();
  await expect(page.getByText(/^A draft, (made of|drawn by)/)).toBeVisible();

  await takeStyle(page, 'Regular');
  await stage(page, 'Cast');
  await expect(page.getByRole('img', { name: /^Listed as .*, Regular, Ornaments, Bold$/ })).toBeVisible();
  const files = await castFiles(page);
  const named = (style: string) =>
    [...files].find(([name]) => name.endsWith(`-${style}.otf`))?.[1] ?? new Uint8Array();
  const [regular, bold, ornaments] = ['Regular', 'Bold', 'Ornaments'].map(named);
  const family = readWithFontTools(regular!, 'a.otf').names['1'];
  // By the naming rules a family of four holds the regular and the bold; the ornaments are grouped with them by the typographic names.
  expect(readWithFontTools(bold!, 'b.otf').names).toMatchObject({ '1': family, '2': 'Bold' });
  expect(readWithFontTools(ornaments!, 'c.otf').names).toMatchObject({
    '1': `${family} Ornaments`,
    '2': 'Regular',
    '16': family,
    '17': 'Ornaments',
  });
  expect(parseWithOpentype(bold!).charToGlyph('J').path.commands.length).toBeGreaterThan(5);
  expect(parseWithOpentype(ornaments!).charToGlyph('\ue000').path.commands.length).toBeGreaterThan(5);
  expect(parseWithOpentype(ornaments!).charToGlyph('A').index).toBe(0);
  await saved(page);
  expect(faults).toEqual([]);
});
