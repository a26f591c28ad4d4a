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

test('icons on a wall: several chosen, tagged and found by the tag; in Seat one that stands out is mended and all go onto the pixels of a design size', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await openFinished(page, /^Icons/);
  await liveFontReady(page);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Icons' }).click();
  await page.getByLabel('Shown as').selectOption('wall');
  const wall = page.getByRole('group', { name: 'Wall of icons' });
  const places = wall.getByRole('button');
  await expect(places).toHaveCount(12);
  await places.nth(1).click();
  await places.nth(4).click({ modifiers: ['Shift'] });
  await places.nth(2).click();
  await expect(wall.locator('[aria-pressed=true]')).toHaveCount(3);
  await field(page, 'A tag for them').fill('river');
  await page.getByRole('button', { name: 'Tag 3 icons' }).click();
  await page.getByLabel('Tagged').selectOption('river');
  await expect(places).toHaveCount(3);
  await page.getByLabel('Tagged').selectOption('');
  await expect(places).toHaveCount(12);

  await stage(page, 'Seat');
  await page.getByRole('tab', { name: 'Icons' }).click();
  const odd = page.getByRole('list', { name: 'Icons that stand out' }).getByRole('listitem');
  await expect(odd).not.toHaveCount(0);
  const said = (await odd.first().innerText()).split('\n')[0] ?? '';
  await odd.first().getByRole('button', { name: /^Mend/ }).click();
  await expect(odd.filter({ hasText: said })).toHaveCount(0, { timeout: 30_000 });
  const picture = page.getByRole('img', { name: /in pixels, \d+ grey edges?/ });
  await expect(picture).toBeVisible();
  await page.getByRole('button', { name: /^Put all \d+ with grey edges on pixels/ }).click();
  await expect(page.getByRole('img', { name: /in pixels, 0 grey edges/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /with grey edges on pixels/ })).toHaveCount(0);
  await saved(page);
  expect(faults).toEqual([]);
});
