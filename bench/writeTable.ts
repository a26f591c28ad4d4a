import { readFileSync, writeFileSync } from 'node:fs';

const PAGE = 'docs/benchmarks.md';

/** Prints a table, and puts it between its marks in the page of benchmarks when asked to. */
export function writeTable(name: string, table: string, write: boolean): void {
  process.stdout.write(`${table}\n`);
  if (!write) return;
  const text = readFileSync(PAGE, 'utf8');
  const [open, end] = [`<!-- bench:${name} -->`, `<!-- /bench:${name} -->`];
  const from = text.indexOf(open) + open.length;
  writeFileSync(PAGE, `${text.slice(0, from)}\n${table}\n${text.slice(text.indexOf(end))}`);
}
