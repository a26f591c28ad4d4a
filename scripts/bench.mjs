// Runs a benchmark: node scripts/bench.mjs trace [--write]
import { ensurePackages, root } from './setup.mjs';

ensurePackages();
process.chdir(root);
const { ensureBundle } = await import('./bundle.mjs');
const [name = 'trace', ...rest] = process.argv.slice(2);
const { main } = await import(await ensureBundle(`bench-${name}`));
main(rest);
