import { expect, test, type Page } from '@playwright/test';
import { openDemo, stage } from './support/app';

const STAGES = ['Gather', 'Lift', 'Dress', 'Seat', 'Name', 'Fit', 'Proof', 'Cast'];

/** Windows in CSS px: a tablet upright, small and usual screens, a large one, and 1280 by 1024 at 200 and 400 % (WCAG 2.2, 1.4.10). */
const SIZES = [
  [820, 1180],
  [1024, 768],
  [1280, 800],
  [2560, 1440],
  [640, 512],
  [640, 400],
  [320, 256],
] as const;

/** What is wrong with where things stand: controls that can't be reached by scrolling, or that something else lies upon. */
const misplaced = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const scrolls = (e: Element) => /auto|scroll/.test(getComputedStyle(e).overflow);
    const nameOf = (e: Element) => (e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 30);
    const inSight = (e: Element, x: number, y: number) => {
      for (let p = e.parentElement; p; p = p.parentElement) {
        const r = p.getBoundingClientRect();
        const clips = getComputedStyle(p).overflow !== 'visible';
        // At the very edge it is hardly seen.
        if (clips && (x < r.left + 2 || x > r.right - 2 || y < r.top + 2 || y > r.bottom - 2)) return false;
      }
      return x >= 0 && y >= 0 && x <= innerWidth && y <= innerHeight;
    };
    const canScroll = (e: Element) => {
      for (let p = e.parentElement; p; p = p.parentElement) if (scrolls(p)) return true;
      return false;
    };
    const faults: string[] = [];
    if (document.documentElement.scrollWidth > innerWidth) faults.push('the page is wider than its window');
    for (const e of document.querySelectorAll(
      'button, a[href], input:not([type=file]), select, [role=tab]',
    )) {
      const r = e.getBoundingClientRect();
      if (r.width < 2 || r.height < 2 || !e.checkVisibility({ checkVisibilityCSS: true })) continue;
      const [x, y] = [r.left + r.width / 2, r.top + r.height / 2];
      if (getComputedStyle(e).clipPath !== 'none' || getComputedStyle(e).opacity === '0') continue;
      if (!inSight(e, x, y)) {
        if (!canScroll(e)) faults.push(`${nameOf(e)} is cut off`);
        continue;
      }
      const top = document.elementFromPoint(x, y);
      const label = e.closest('label');
      if (top && !e.contains(top) && !top.contains(e) && !label?.contains(top))
        faults.push(`${nameOf(e)} is covered by ${nameOf(top) || top.tagName}`);
    }
    return faults;
  });

/** Share of the window that is bench. */
const benchShare = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const { width, height } = document.getElementById('bench')!.getBoundingClientRect();
    return (width * height) / (innerWidth * innerHeight);
  });

test('on every stage and in every window nothing is cut off or covered, and the bench has the greater part', async ({
  page,
}) => {
  await openDemo(page);
  for (const [width, height] of SIZES) {
    await page.setViewportSize({ width, height });
    for (const name of STAGES) {
      await stage(page, name);
      await expect(page.locator('#bench')).toBeVisible();
      const where = `${name} at ${width} × ${height}`;
      await expect.poll(() => misplaced(page), { message: where }).toEqual([]);
      expect(await benchShare(page), where).toBeGreaterThan(0.5);
    }
  }
});

test('where there is no room for it, the gauge is a drawer over the bench; larger text counts like a smaller window', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Dress');
  const gauge = page.getByLabel('Gauge', { exact: true });
  const handle = page.getByRole('button', { name: 'Gauge' });
  await expect(gauge).toBeVisible();
  await expect(handle).toBeHidden();
  await page.setViewportSize({ width: 640, height: 512 });
  await expect(gauge).toBeHidden();
  await handle.click();
  await expect(handle).toHaveAttribute('aria-expanded', 'true');
  await expect(gauge.getByTestId('point-count')).toBeVisible();
  expect(await misplaced(page).then((all) => all.filter((f) => f.includes('cut off')))).toEqual([]);
  await handle.click();
  await expect(gauge).toBeHidden();
  // By the way past everything, it opens by itself.
  await page.getByRole('link', { name: 'To the gauge' }).focus();
  await page.keyboard.press('Enter');
  await expect(gauge).toBeFocused();
});
