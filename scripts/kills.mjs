// Lives of the page that end by a kill, for the bench and for the journeys.

/** Edits are counted up in the running line's text, so that what is found tells which was the last. */
const textOf = (n) => `tide ${n}`;
const numberOf = (text) => Number(/^tide (\d+)$/.exec(text)?.[1] ?? -1);
/** What may be lost at the most, ms, with what a browser takes to be killed. */
const MAY_BE_LOST_MS = 1000;
const SHOWN_MS = 60_000;

/** Numbers that are the same each time (Park and Miller, CACM 31 (1988)). */
function randomBy(seed) {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}

/**
 * Kills the page so often. Each life opens the project, looks whether it is whole and holds what it must, edits a while, and ends by a
 * crash of the renderer, by closing the tab, or by a reload.
 */
export async function killsOf(browser, base, wanted, tell = () => {}, seed = 7) {
  const random = randomBy(seed);
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  });
  const sums = { kills: 0, crashed: 0, closed: 0, reloaded: 0, edits: 0, lost: 0, older: 0, broken: 0 };
  let page = await context.newPage();
  await page.goto(`${base}/projects`);
  await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
  await page.getByLabel('Text of the running line').waitFor({ timeout: SHOWN_MS });
  const url = page.url();
  await page.getByLabel('Text of the running line').fill(textOf(0));
  await page.waitForFunction(() =>
    document.querySelector('[data-testid=save-state]').textContent.startsWith('All saved'),
  );
  let number = 0;
  /** The last that was said to be saved, and the last that was typed more than a second before the kill. */
  let must = 0;
  let old = -1;
  for (; sums.kills < wanted; sums.kills++) {
    tell(sums.kills);
    if (page.isClosed()) page = await context.newPage();
    await page.goto(url);
    const field = page.getByLabel('Text of the running line');
    // The old page's lock goes a moment after it.
    await page.waitForFunction(
      () => document.querySelector('[data-testid=save-state]')?.textContent.startsWith('All saved'),
      undefined,
      { timeout: SHOWN_MS },
    );
    const found = numberOf(await field.inputValue());
    const state = page.getByTestId('state-lift');
    await state.filter({ hasText: /\d/ }).waitFor({ timeout: SHOWN_MS });
    const pieces = await state.textContent();
    if (found < must) sums.lost++;
    if (found < old) sums.older++;
    if (!/74 pieces/.test(pieces ?? '') || found < 0 || found > number) sums.broken++;
    number = Math.max(number, found);
    must = found;
    /** When each number was typed. */
    const typed = new Map([[found, 0]]);
    const until = 100 + 1600 * random();
    const began = Date.now();
    while (Date.now() - began < until) {
      number++;
      await field.fill(textOf(number));
      typed.set(number, Date.now());
      sums.edits++;
      if (random() < 0.3) await page.waitForTimeout(500 * random());
      const saved = await page.evaluate(() => ({
        state: document.querySelector('[data-testid=save-state]').textContent,
        text: document.querySelector('[aria-label="Text of the running line"]').value,
      }));
      if (saved.state.startsWith('All saved')) must = numberOf(saved.text);
    }
    const killedAt = Date.now();
    // What was typed more than a second before has to be there, whether it was said to be saved or not.
    old = Math.max(
      -1,
      ...[...typed].filter(([, at]) => at > 0 && killedAt - at > MAY_BE_LOST_MS).map(([n]) => n),
    );
    const way = random();
    if (way < 0.45) {
      sums.crashed++;
      const client = await context.newCDPSession(page);
      void client.send('Page.crash').catch(() => undefined);
      await page.waitForEvent('crash', { timeout: 10_000 }).catch(() => undefined);
      await page.close();
    } else if (way < 0.8) {
      sums.closed++;
      await page.close({ runBeforeUnload: false });
    } else sums.reloaded++;
  }
  await context.close();
  return sums;
}
