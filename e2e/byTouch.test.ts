import { expect, test, type Page } from '@playwright/test';
import { castBoth, liveFontReady, saved, watchFaults } from './support/app';
import { parseWithOpentype } from '../testing/outsideReaders';

/** The job on a tablet held upright, by fingers alone. */
test.use({ hasTouch: true, isMobile: true, viewport: { width: 820, height: 1180 } });

const tapOn = (page: Page, role: 'button' | 'link' | 'tab', name: RegExp) =>
  page.getByRole(role, { name }).first().tap();

/** A finger that goes down, moves in steps and is lifted, CSS px. */
async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [at] : [] });
  await touch('touchStart', from);
  for (let k = 1; k <= 8; k++)
    await touch('touchMove', {
      x: from.x + ((to.x - from.x) * k) / 8,
      y: from.y + ((to.y - from.y) * k) / 8,
    });
  await touch('touchEnd');
}

/** Where a place of the outline is on the screen, em units to CSS px, by the view that the canvas tells. */
async function onScreen(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const canvas = page.locator('#bench canvas').first();
  const box = (await canvas.boundingBox())!;
  const [zoom = 1, dx = 0, dy = 0] = ((await canvas.getAttribute('data-view')) ?? '').split(' ').map(Number);
  return { x: box.x + x * zoom + dx, y: box.y - y * zoom + dy };
}

test('on a tablet by touch alone: a piece is named, a point moved, a bearing dragged, the font cast', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await page.goto('/projects');
  await tapOn(page, 'button', /^Open the tide mill demo/);
  await expect(page.getByTestId('understood')).toContainText('74 pieces');
  await liveFontReady(page);
  const gauge = page.getByLabel('Gauge', { exact: true });
  const handle = page.getByRole('button', { name: 'Gauge' });

  await test.step('Lift: a letter is taken by a tap, and accepted in the drawer', async () => {
    await tapOn(page, 'link', /^Lift/);
    await tapOn(page, 'button', /^q$/);
    await handle.tap();
    await expect(gauge).toContainText('Piece 43: q');
    await tapOn(page, 'button', /^Accept$/);
    await expect(gauge).toContainText('accepted by you');
    await handle.tap();
    await expect(gauge).toBeHidden();
  });

  await test.step('Dress: a point follows the finger', async () => {
    await tapOn(page, 'link', /^Dress/);
    await handle.tap();
    await expect(gauge.getByTestId('point-count')).toBeVisible();
    await handle.tap();
    await expect(gauge).toBeHidden();
    // The H of this hand has a corner where its bar meets the left stem.
    const at = await onScreen(page, 131, 320);
    await drag(page, at, { x: at.x, y: at.y - 60 });
    await handle.tap();
    await expect(gauge).toContainText('Worked on by hand');
    await handle.tap();
  });

  await test.step('Fit: the upright beside the letter is wide enough for a finger', async () => {
    await saved(page);
    await tapOn(page, 'link', /^Fit/);
    const edge = page.getByRole('slider', { name: /^Right bearing/ }).first();
    const box = (await edge.boundingBox())!;
    expect(box.width).toBeGreaterThanOrEqual(24);
    const before = Number(await edge.getAttribute('aria-valuenow'));
    const from = { x: box.x + box.width - 2, y: box.y + 20 };
    await drag(page, from, { x: from.x + 30, y: from.y });
    await expect.poll(async () => Number(await edge.getAttribute('aria-valuenow'))).toBeGreaterThan(before);
  });

  await test.step('Cast', async () => {
    const { otf } = await castBoth(page);
    expect(parseWithOpentype(otf).charToGlyph('H').index).toBeGreaterThan(0);
  });
  expect(faults).toEqual([]);
});
