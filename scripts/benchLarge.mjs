// Large projects in the built app: node scripts/benchLarge.mjs [--write] (needs Debian's chromium).
// Processor time and the longest task of the page's own thread, from the browser's own tracing.
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePackages, root } from './setup.mjs';

ensurePackages();
const { ensureBundle } = await import('./bundle.mjs');
const { serveApp, launchBrowser } = await import('./browser.mjs');
const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-large-'));
await (await import(await ensureBundle('bench-large'))).main([folder]);
const { base, stop } = await serveApp(5491);
const browser = await launchBrowser();
const rows = [];

/** A page whose main thread is watched: time of its tasks, and the longest of them, while a step is done. */
async function watchedPage() {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  async function measured(name, goal, step) {
    const events = [];
    const take = ({ value }) => events.push(...value);
    client.on('Tracing.dataCollected', take);
    await client.send('Tracing.start', {
      transferMode: 'ReportEvents',
      traceConfig: {
        includedCategories: ['toplevel', 'disabled-by-default-devtools.timeline', '__metadata'],
      },
    });
    const began = performance.now();
    await step();
    const wall = performance.now() - began;
    const complete = new Promise((resolve) => client.once('Tracing.tracingComplete', resolve));
    await client.send('Tracing.end');
    await complete;
    client.off('Tracing.dataCollected', take);
    const main = events.find((e) => e.name === 'thread_name' && e.args.name === 'CrRendererMain');
    const tasks = events.filter((e) => e.name === 'RunTask' && e.tid === main?.tid && e.pid === main?.pid);
    const cpu = tasks.reduce((n, e) => n + (e.tdur ?? e.dur ?? 0), 0) / 1000;
    const longest = Math.max(0, ...tasks.map((e) => e.dur ?? 0)) / 1000;
    const over = tasks.filter((e) => e.dur > 50_000).length;
    rows.push({ name, goal, wall, cpu, longest, over });
    console.log(
      `${name}: ${wall.toFixed(0)} ms, page ${cpu.toFixed(0)} ms, longest task ${longest.toFixed(0)} ms, over 50 ms: ${over}`,
    );
  }
  return { page, context, measured };
}

async function open(page, file, shown) {
  await page.goto(`${base}/projects`);
  await page.getByLabel('Project file').setInputFiles(file);
  await shown(page);
}
const painted = (page) =>
  page.evaluate(() => new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r))));
const liveFont = (page) =>
  page.waitForFunction(() =>
    /^live-/.test(document.querySelector('[data-testid=live-font]')?.dataset.family ?? ''),
  );

async function common(page, measured, what) {
  await measured(`${what}: entering Name`, 'no task over 50', async () => {
    await page.getByRole('link', { name: /^Name/ }).click();
    await page.getByRole('region', { name: 'Ledger' }).waitFor();
    await painted(page);
  });
  const cell = page.getByRole('region', { name: 'Ledger' }).getByRole('button');
  await measured(`${what}: a click in the ledger`, '100', async () => {
    await cell.nth(12).click();
    await page.waitForFunction(() => document.querySelector('[aria-label=Ledger] [aria-pressed=true]'));
    await painted(page);
  });
  await measured(`${what}: scrolling the ledger`, 'no task over 50', async () => {
    const box = await page.getByRole('region', { name: 'Ledger' }).boundingBox();
    await page.mouse.move(box.x + 200, box.y + 200);
    for (let k = 0; k < 40; k++) {
      await page.mouse.wheel(0, 400);
      await painted(page);
    }
  });
  await measured(`${what}: entering Dress`, 'no task over 50', async () => {
    await page.getByRole('link', { name: /^Dress/ }).click();
    await page.getByRole('application', { name: /^Outline/ }).waitFor();
    await painted(page);
  });
  const family = () => page.evaluate(() => document.querySelector('[data-testid=live-font]').dataset.family);
  await measured(`${what}: an edit on the running line`, '150', async () => {
    const before = await family();
    await page.getByRole('application', { name: /^Outline/ }).focus();
    await page.keyboard.press('a');
    await page.keyboard.press('ArrowRight');
    await page.waitForFunction(
      (b) => document.querySelector('[data-testid=live-font]').dataset.family !== b,
      before,
    );
  });
  for (const [stage, shown] of [
    ['Seat', 'Skyline'],
    ['Fit', null],
    ['Lift', null],
    ['Cast', null],
  ])
    await measured(`${what}: entering ${stage}`, 'no task over 50', async () => {
      await page.getByRole('link', { name: new RegExp(`^${stage}`) }).click();
      await page.waitForFunction((s) => document.title.startsWith(s), stage);
      if (shown)
        await page
          .getByRole('group', { name: shown })
          .first()
          .waitFor({ timeout: 5000 })
          .catch(() => undefined);
      await painted(page);
    });
}

/** Icons as a wall and measured, and their folder coming a second time. */
async function again(page, measured, what) {
  await page.getByRole('link', { name: /^Name/ }).click();
  await page.getByRole('tab', { name: 'Icons' }).click();
  await measured(`${what}: as a wall`, 'no task over 50', async () => {
    await page.getByLabel('Shown as').selectOption('wall');
    await page.getByRole('group', { name: 'Wall of icons' }).getByRole('button').first().waitFor();
    await painted(page);
  });
  await page.getByRole('link', { name: /^Seat/ }).click();
  // The bench before has a tab of the same name.
  await page.getByRole('group', { name: 'Skyline' }).first().waitFor();
  await measured(`${what}: those that stand out`, 'no task over 50', async () => {
    await page.getByRole('tab', { name: 'Icons' }).click();
    await page.getByRole('list', { name: 'Icons that stand out' }).getByRole('listitem').first().waitFor();
    await painted(page);
  });
  await page.getByRole('link', { name: /^Gather/ }).click();
  await measured(`${what}: the folder again, to its list of changes`, '-', async () => {
    await page.getByLabel('Pictures of letters').setInputFiles(join(folder, 'icons-again.zip'));
    await page.getByRole('list', { name: 'Changes of icons' }).waitFor({ timeout: 600_000 });
    await painted(page);
  });
  await measured(`${what}: the changes taken and saved`, '-', async () => {
    await page.getByRole('button', { name: /^Take \d+ changes/ }).click();
    await page.getByTestId('understood').filter({ hasText: '3002 drawings' }).waitFor({ timeout: 600_000 });
    await page.waitForFunction(
      () => document.querySelector('[data-testid=save-state]').textContent.startsWith('All saved'),
      undefined,
      { timeout: 120_000 },
    );
  });
}

/** What a first visitor waits for: nothing of the app is in the browser yet. */
async function firstVisit() {
  const { page, context, measured } = await watchedPage();
  const finished = page.getByRole('list', { name: 'Finished projects' }).getByRole('button').first();
  // Not measured: the page changes its process at its first address.
  await page.goto(`${base}/projects`);
  await finished.waitFor();
  await measured('first visit: a finished project, to its font on the running line', '3000', async () => {
    await finished.click();
    await liveFont(page);
  });
  await context.close();
}

try {
  await firstVisit();
  {
    const { page, context, measured } = await watchedPage();
    await page.goto(`${base}/projects`);
    await page.getByLabel('Name of the new project').fill('Signs');
    await page.getByRole('button', { name: 'Start it' }).click();
    await page.getByRole('button', { name: 'Add pictures' }).waitFor();
    await measured('3,000 icons: coming in', '-', async () => {
      await page.getByLabel('Pictures of letters').setInputFiles(join(folder, 'icons.zip'));
      await page.getByTestId('understood').filter({ hasText: '3000 drawings' }).waitFor({ timeout: 600_000 });
      await page.waitForFunction(
        () => document.querySelector('[data-testid=save-state]').textContent.startsWith('All saved'),
        undefined,
        { timeout: 120_000 },
      );
    });
    await measured('3,000 icons: opening the project', '3000', async () => {
      await page.reload();
      await liveFont(page);
    });
    await common(page, measured, '3,000 icons');
    await again(page, measured, '3,000 icons');
    await context.close();
  }
  {
    const { page, context, measured } = await watchedPage();
    await open(page, join(folder, 'letters.zip'), liveFont);
    await measured('1,000 letters: opening the project', '3000', async () => {
      await page.reload();
      await liveFont(page);
    });
    await common(page, measured, '1,000 letters');
    await measured('1,000 letters: a key in a text of 20,000 characters', '-', async () => {
      const field = page.getByLabel('Text of the running line');
      await field.fill('tide mill '.repeat(2000));
      await painted(page);
      await field.press('End');
      for (const key of 'eels') await field.press(key);
      await painted(page);
    });
    await context.close();
  }
} finally {
  await browser.close();
  stop();
}
const table = [
  '| step | goal, ms | time, ms | page thread, ms | longest task, ms | tasks over 50 ms |',
  '| --- | --- | --- | --- | --- | --- |',
  ...rows.map(
    (r) =>
      `| ${r.name} | ${r.goal} | ${r.wall.toFixed(0)} | ${r.cpu.toFixed(0)} | ${r.longest.toFixed(0)} | ${r.over} |`,
  ),
].join('\n');
console.log(table);
if (process.argv.includes('--write')) {
  const path = join(root, 'docs/benchmarks.md');
  const text = readFileSync(path, 'utf8');
  const [head, tail] = ['<!-- large -->\n', '\n<!-- /large -->'];
  const at = text.indexOf(head);
  if (at >= 0)
    writeFileSync(path, text.slice(0, at + head.length) + table + text.slice(text.indexOf(tail, at)));
}
process.exit(0);
