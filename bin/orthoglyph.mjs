#!/usr/bin/env node
// Starts the command line. It is bundled on first use, and again when a source file is newer.
import { ensureBundle } from '../scripts/bundle.mjs';

const { main } = await import(await ensureBundle('cli'));
process.exitCode = await main(process.argv.slice(2));
