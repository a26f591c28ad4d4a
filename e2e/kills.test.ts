import { expect, test } from '@playwright/test';
import { killsOf } from '../scripts/kills.mjs';

test('twenty kills of the page at random moments: nothing is lost but the last second, the project stays whole', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(300_000);
  const sums = await killsOf(browser, baseURL!, 20);
  expect(sums).toMatchObject({ kills: 20, lost: 0, older: 0, broken: 0 });
  expect(sums.edits).toBeGreaterThan(20);
  expect(sums.crashed + sums.closed + sums.reloaded).toBe(20);
});
