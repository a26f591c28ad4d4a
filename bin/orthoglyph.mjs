#!/usr/bin/env node
// Starts the command line. Where its sources are, it is bundled on first use and again when one is newer; a package has it ready.
import { existsSync } from 'node:fs';

const built = new URL('../dist/cli/main.mjs', import.meta.url);
const hasSources = existsSync(new URL('../cli/main.ts', import.meta.url));
const at = hasSources ? await (await import('../scripts/bundle.mjs')).ensureBundle('cli') : built.href;
if (hasSources && process.argv[2] === 'app') {
  await (await import('../scripts/buildWeb.mjs')).ensureWeb();
  await (await import('../scripts/bundle.mjs')).ensureBundle('server');
}
const { main } = await import(at);
process.exitCode = await main(process.argv.slice(2));
