import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import { liveFontReady, openDemo, saved, stage, startProject, watchFaults } from './support/app';
import { otherHandsPage } from './support/demoFiles';

/** Nothing lost, nothing stuck, nothing misplaced: projects, tabs, reloads and a missing network. */

const understood = { timeout: 60_000 };

test('a page dropped and the tab reloaded at once, or in the middle of lifting: it is lifted all the same', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const file = otherHandsPage();
  await startProject(page, 'Reload at once');
  await page.getByLabel('Pictures of letters').setInputFiles(file);
  await page.waitForTimeout(400);
  await page.reload();
  await expect(page.getByTestId('understood')).toContainText('74 pieces', understood);

  await startProject(page, 'Reload in the middle');
  await page.getByLabel('Pictures of letters').setInputFiles(file);
  await expect(page.getByTestId('understood')).toContainText('not lifted yet', understood);
  await page.reload();
  await expect(page.getByTestId('understood')).toHaveCount(1, understood);
  await expect(page.getByTestId('understood')).toContainText('74 pieces', understood);
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('understood')).toHaveCount(1);
});

test('a page dropped in one project lands there though another one is open when it is done', async ({
  page,
}) => {
  await startProject(page, 'The mill');
  await page.getByLabel('Pictures of letters').setInputFiles(otherHandsPage());
  await expect(page.getByRole('status').filter({ hasText: 'apprentices-page.jpg' })).toBeVisible();
  await page.getByRole('link', { name: 'All projects' }).click();
  await page.getByLabel('Name of the new project').fill('The lane');
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page.getByText('in other projects')).toBeVisible();
  await expect(page.getByText('in other projects')).toHaveCount(0, understood);
  await expect(page.getByTestId('understood')).toHaveCount(0);
  await page.getByRole('link', { name: 'All projects' }).click();
  await page.getByText('The mill').click();
  await expect(page.getByTestId('understood')).toContainText('74 pieces');
});

test('a fit begun in one project is taken there, not in the one opened meanwhile', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'Fit');
  await page.getByRole('button', { name: 'Fit all', exact: true }).click();
  await page.getByRole('link', { name: 'All projects' }).click();
  await page.getByLabel('Name of the new project').fill('Other letters');
  await page.getByRole('button', { name: 'Start it' }).click();
  await stage(page, 'Fit');
  await page.waitForTimeout(3000);
  await expect(page.getByRole('link', { name: /^Fit/ })).toContainText('nothing yet');
  await page.getByRole('link', { name: 'All projects' }).click();
  await page.getByText('Skerry Lane Tide Mill').first().click();
  await expect(page.getByRole('link', { name: /^Fit/ })).not.toContainText('0 pairs kerned', understood);
});

test('one of several pages can be stopped, the others come in; a file named constructor.svg is a file', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const square = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M1 1h7v7h-7z"/></svg>';
  const svg = (name: string) => ({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(square) });
  await startProject(page, 'Icons');
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles([svg('constructor.svg'), svg('__proto__.svg'), svg('eel trap.svg')]);
  await expect(page.getByTestId('understood')).toContainText('3 drawings', understood);
  const buffer = readFileSync(otherHandsPage());
  const sheet = (name: string) => ({ name, mimeType: 'image/jpeg', buffer });
  await page.getByLabel('Pictures of letters').setInputFiles([sheet('page one.jpg'), sheet('page two.jpg')]);
  await expect(page.getByText('1 more waiting')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel page one.jpg' }).click();
  await expect(page.getByTestId('understood').filter({ hasText: '74 pieces' })).toHaveCount(1, understood);
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('understood').filter({ hasText: '74 pieces' })).toHaveCount(1);
  await expect(page.getByTestId('jobs')).toHaveCount(0);
});

test('undo outlives a reload; a moment with a name brings the whole project back', async ({ page }) => {
  await openDemo(page);
  const text = page.getByLabel('Text of the running line');
  const before = await text.inputValue();
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByLabel('Name for this moment').fill('Low water');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Low water')).toBeVisible();
  await page.keyboard.press('Escape');
  await text.fill('eels');
  await text.blur();
  await saved(page);
  await page.reload();
  await expect(text).toHaveValue('eels');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(text).toHaveValue(before);
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect(text).toHaveValue('eels');
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByRole('button', { name: 'Go back' }).click();
  await expect(text).toHaveValue(before);
  await page.keyboard.press('Escape');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(text).toHaveValue('eels');
});

test('pages have titles; a project or page that isn’t there says so, with a way back', async ({ page }) => {
  await page.goto('/projects');
  await expect(page).toHaveTitle('Projects · Orthoglyph');
  await page.goto('/p/nobody/fit');
  await expect(page.getByRole('alert')).toContainText(/there is no such project in this browser/i);
  await page.getByRole('link', { name: 'To the projects' }).click();
  await expect(page).toHaveURL(/\/projects$/);
  const answer = await page.goto('/tide/tables');
  expect(answer!.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible();
  await page.getByRole('button', { name: 'To the projects' }).click();
  await expect(page.getByRole('button', { name: 'Start it' })).toBeVisible();
  await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
  await liveFontReady(page);
  await expect(page).toHaveTitle('Gather · Skerry Lane Tide Mill · Orthoglyph');
  await stage(page, 'Cast');
  await expect(page).toHaveTitle('Cast · Skerry Lane Tide Mill · Orthoglyph');
});

test('pictures that mean harm are told by their names, and the page goes on', async ({ page }) => {
  const faults = watchFaults(page);
  const chunk = (type: string, data: Buffer) => {
    const out = Buffer.alloc(12 + data.length);
    out.writeUInt32BE(data.length, 0);
    out.write(type, 4, 'latin1');
    data.copy(out, 8);
    return out;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(30, 0);
  head.writeUInt32BE(30, 4);
  head[8] = 8;
  const bomb = Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(200e6))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
  await startProject(page, 'Harm');
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles({ name: 'small but huge.png', mimeType: 'image/png', buffer: bomb });
  await expect(page.getByRole('alert')).toContainText('small but huge.png', understood);
  await page.getByLabel('Pictures of letters').setInputFiles(otherHandsPage());
  await expect(page.getByTestId('understood')).toContainText('74 pieces', understood);
  expect(faults).toEqual([]);
});

test.describe('without a network', () => {
  test.use({ serviceWorkers: 'allow' });

  test('after the first visit all stages open, also those never entered before', async ({
    page,
    context,
  }) => {
    test.setTimeout(120_000);
    await page.goto('/projects');
    await page.evaluate(async () => {
      const ready = await navigator.serviceWorker.ready;
      while (ready.active?.state !== 'activated') await new Promise((r) => setTimeout(r, 50));
    });
    await context.setOffline(true);
    await page.reload();
    await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
    await liveFontReady(page);
    for (const [name, shown] of [
      ['Lift', 'lift-count'],
      ['Fit', 'spacing-state'],
    ] as const) {
      await stage(page, name);
      await expect(page.getByTestId(shown)).toBeVisible();
    }
    for (const name of ['Dress', 'Seat', 'Name', 'Proof', 'Cast']) {
      await stage(page, name);
      await expect(page).toHaveTitle(new RegExp(`^${name} ·`));
      await expect(page.getByRole('heading', { name: 'could not be fetched' })).toHaveCount(0);
    }
    await expect(page.getByRole('button', { name: 'Cast', exact: true })).toBeVisible();
  });
});

test('a picture that the browser has no room for is told; what was there stays, and with room again it comes in', async ({
  page,
}) => {
  await page.goto('/projects');
  const client = await page.context().newCDPSession(page);
  const { origin } = new URL(page.url());
  // Before anything is stored: browsers ask how much room there is only now and then.
  await client.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 20e6 });
  await openDemo(page);
  const scan = readFileSync(otherHandsPage());
  const padded = { name: 'thick-scan.jpg', mimeType: 'image/jpeg' };
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles({ ...padded, buffer: Buffer.concat([scan, Buffer.alloc(30e6)]) });
  const told = page.getByRole('alert').filter({ hasText: 'thick-scan.jpg' });
  await expect(told).toContainText('no room left');
  await expect(page.getByTestId('understood')).toHaveCount(1);
  await saved(page);
  await client.send('Storage.overrideQuotaForOrigin', { origin });
  await page.getByLabel('Pictures of letters').setInputFiles({ ...padded, buffer: scan });
  await expect(page.getByTestId('understood')).toHaveCount(2, understood);
  await expect(page.getByTestId('understood').nth(1)).toContainText('74 pieces', understood);
});
