// Kills of the real page: node scripts/benchKills.mjs [kills] [--write] (needs Debian's chromium).
// The page is edited, crashed or closed at a random moment, and opened again: everything that it said was saved has to be
// there, nothing older than the last second, and the project whole.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, root } from './setup.mjs';

ensurePackages();
const { serveApp, launchBrowser } = await import('./browser.mjs');
const { killsOf } = await import('./kills.mjs');
const wanted = Number(process.argv.slice(2).find((a) => /^\d+$/.test(a)) ?? 500);
const { base, stop } = await serveApp(5492);
const browser = await launchBrowser();
const { kills, crashed, closed, reloaded, edits, lost, older, broken } = await killsOf(
  browser,
  base,
  wanted,
  (k) => {
    if (k % 25 === 0) console.log(`${k} of ${wanted}`);
  },
);
await browser.close();
stop();
const table = [
  '| kills | crashed | closed | reloaded | edits | lost though said to be saved | older than a second | not whole |',
  '| --- | --- | --- | --- | --- | --- | --- | --- |',
  `| ${kills} | ${crashed} | ${closed} | ${reloaded} | ${edits} | ${lost} | ${older} | ${broken} |`,
].join('\n');
console.log(table);
if (process.argv.includes('--write')) {
  const path = join(root, 'docs/benchmarks.md');
  const text = readFileSync(path, 'utf8');
  const [head, tail] = ['<!-- kills -->\n', '\n<!-- /kills -->'];
  const at = text.indexOf(head);
  if (at >= 0)
    writeFileSync(path, text.slice(0, at + head.length) + table + text.slice(text.indexOf(tail, at)));
}
process.exit(lost + older + broken === 0 ? 0 : 1);
