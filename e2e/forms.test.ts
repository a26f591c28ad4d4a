import { expect, test, type Page } from '@playwright/test';
import { castBoth, liveFontReady, openFinished, stage, watchFaults } from './support/app';
import { bar, pasteContours } from './support/dress';
import { shape } from '../testing/outsideReaders';

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();

/** Opens the finished hand with a letter in hand on Name, at one of its tabs. */
async function openAtName(page: Page, letter: string, at: string): Promise<string[]> {
  const faults = watchFaults(page);
  await openFinished(page, /^A text hand/);
  await liveFontReady(page);
  await page.goto(page.url().replace(/\/(gather|name).*/, `/name?glyph=${letter}`));
  await liveFontReady(page);
  await tab(page, at);
  return faults;
}

test('drawings take turns: vowels get two further drawings each, and committee has no letter twice; switched off on the running line it has', async ({
  page,
}) => {
  const faults = await openAtName(page, 'e', 'Rules');
  await page.getByLabel('Text of the running line').fill('committee eel of the mill');
  await page.getByLabel('Of these letters').fill('aeioumtlf');
  await page.getByRole('button', { name: 'Derive 18 drawings' }).click();
  const before = await page.getByTestId('repeats').textContent();
  await page.getByRole('button', { name: 'Let them take turns' }).click();
  await expect(page.getByTestId('rule')).toContainText('Letters take turns with their other drawings');
  await expect(page.getByTestId('repeats')).not.toHaveText(before ?? '');

  // The file that is shown, as the browser sets it: with turns the two m of committee differ, without they don't.
  const ink = () => page.getByTestId('running-text').screenshot();
  const turning = await ink();
  await page.getByRole('button', { name: 'Switches' }).click();
  const calt = page.getByLabel('Switches').locator('div', { hasText: /^By itselfcalt$/ });
  await calt.getByText('By itself').click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Switches: 1 changed' })).toBeVisible();
  expect(Buffer.compare(await ink(), turning)).not.toBe(0);

  const { otf } = await castBoth(page);
  for (const word of ['committee', 'eel', 'mill']) {
    const names = shape(otf, word, true).map((g) => g.name);
    expect([word, new Set(names).size]).toEqual([word, names.length]);
  }
  expect(faults).toEqual([]);
});

test('a further drawing of d is let appear at the end of a word; a ligature is begun from what is typed; both stand in the cast font, and undone they go', async ({
  page,
}) => {
  const faults = await openAtName(page, 'd', 'Forms');
  await page.getByRole('button', { name: 'Copy to alter' }).click();
  await expect(page.getByRole('button', { name: 'Take d.alt1 in hand' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const appears = page.getByTestId('appears');
  await expect(appears).toContainText('No rule says when yet.');
  await page.getByLabel('Let it appear').selectOption('beside');
  await page.getByLabel('After one of').fill('€');
  await expect(appears).toContainText('A letter of these isn’t drawn.');
  await expect(page.getByRole('button', { name: 'Add this rule' })).toBeDisabled();
  await page.getByLabel('Let it appear').selectOption('word-end');
  await page.getByRole('button', { name: 'Add this rule' }).click();
  await expect(appears).toContainText('At the end of a word d becomes d.alt1');
  await expect(page.getByRole('group', { name: 'Words in which it stands' })).toContainText(/d\b/);
  await page.getByLabel('Letters that become one drawing').fill('the');
  await page.getByRole('button', { name: 'Begin the ligature' }).click();
  await expect(page.getByRole('heading', { name: 't_h_e' })).toBeVisible();
  const { otf } = await castBoth(page);
  expect(shape(otf, 'the mad dale', true).map((g) => g.name)).toEqual([
    ...['t_h_e', 'space', 'm', 'a', 'd.alt1', 'space', 'd', 'a', 'l', 'e'],
  ]);
  expect(faults).toEqual([]);
});

test('a swash at the end of a word holds back where a tall letter follows, the letters are shown, and one is overruled', async ({
  page,
}) => {
  const faults = await openAtName(page, 'd', 'Forms');
  await page.getByRole('button', { name: 'Copy to alter' }).click();
  await page.getByRole('button', { name: 'Alter in Dress' }).click();
  await expect(page).toHaveURL(/\/dress/);
  // A bar at the height of ascenders that reaches over what follows.
  await expect(page.getByRole('application', { name: /^Outline of d\.alt1/ })).toBeVisible();
  await pasteContours(page, [bar(300, 560, 900, 60)]);
  await expect(page.getByRole('button', { name: /^Undo: Paste/ })).toBeVisible();
  await stage(page, 'Name');
  await expect(page.getByRole('heading', { name: 'd.alt1' })).toBeVisible();
  await page.getByLabel('Let it appear').selectOption('word-end');
  await page.getByRole('button', { name: 'Add this rule' }).click();
  await tab(page, 'Rules');
  const rule = page.getByTestId('rule');
  await expect(rule).toContainText('d.alt1 holds back beside what stands beyond a space');
  const first = await castBoth(page);
  const set = (bytes: Uint8Array, text: string) => shape(bytes, text, true).map((g) => g.name);
  expect(set(first.otf, 'mad eel')).toContain('d.alt1');
  expect(set(first.otf, 'mad hull')).not.toContain('d.alt1');
  await stage(page, 'Name');
  await rule.getByRole('button', { name: 'h', exact: true }).last().click();
  await expect(rule).toContainText('All the same beside');
  const second = await castBoth(page);
  expect(set(second.otf, 'mad hull')).toContain('d.alt1');
  expect(set(second.otf, 'mad loft')).not.toContain('d.alt1');
  expect(faults).toEqual([]);
});
