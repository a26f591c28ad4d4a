import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import {
  castBoth,
  liveFontReady,
  openFinished,
  saved,
  stage,
  watchFaults,
  withoutPickers,
} from './support/app';
import { field } from './support/dress';
import { shape } from '../testing/outsideReaders';

test('icons in a table: names typed in their place and pasted from a spreadsheet, troubles told, renamed by a part, saved as CSV; the font makes them when they are typed', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^Icons/);
  await liveFontReady(page);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Icons' }).click();
  const table = page.getByRole('table', { name: 'Icons' });
  await expect(table.getByRole('row').nth(1)).toBeVisible();
  await field(page, 'Typed for gate').fill('gate, lane-gate');
  await field(page, 'Typed for gate').press('Enter');
  await expect(table).toContainText('“lane-gate” has a space or hyphen');

  await page.getByLabel('Pasted from a spreadsheet').fill('barley\tbarley\tgrain\neel\tgatekeeper\nowl\towl');
  await page.getByRole('button', { name: 'Take these names' }).click();
  await expect(page.getByText('no icon is called "owl"')).toBeVisible();
  await expect(table).toContainText('“gate” shows first while “gatekeeper” is being typed.');
  await expect(field(page, 'Typed for barley')).toHaveValue('barley, grain');

  await field(page, 'Find by name, word, tag or code').fill('barley');
  await expect(table.getByRole('row')).toHaveCount(2);
  await field(page, 'This part of names').fill('barley');
  await field(page, 'becomes').fill('oats');
  await page.getByRole('button', { name: 'Rename 1 icon' }).click();
  await field(page, 'Find by name, word, tag or code').fill('');
  await expect(field(page, 'Name of oats')).toBeVisible();

  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save CSV' }).click();
  const csv = readFileSync(await (await waiting).path(), 'utf8');
  expect(csv).toContain('gate,gate,lane-gate\n');
  expect(csv).toContain('oats,barley,grain\n');
  const { otf } = await castBoth(page);
  expect(shape(otf, 'grain', true).map((g) => g.name)).toEqual(['oats']);
  expect(shape(otf, 'gatekeeper', true).map((g) => g.name)).toEqual(['eel']);
  await saved(page);
  expect(faults).toEqual([]);
});
