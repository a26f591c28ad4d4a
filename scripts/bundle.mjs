// Bundles the TypeScript that runs in Node (command line, server) with esbuild, only when a source is newer.
import { mkdirSync, readdirSync, renameSync, statSync, existsSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

const entries = {
  // In parts, so that a command loads what it needs.
  cli: { entry: 'cli/main.ts', parts: ['cli/traceThread.ts'], sources: ['cli', 'core', 'demo'] },
  'bench-trace': { entry: 'bench/trace.ts', sources: ['bench', 'core', 'demo'] },
  'bench-lift': { entry: 'bench/lift.ts', sources: ['bench', 'core', 'demo'] },
  'bench-writing': { entry: 'bench/writing.ts', sources: ['bench', 'core', 'demo'] },
  'bench-dress': { entry: 'bench/dress.ts', sources: ['bench', 'core', 'demo'] },
  'bench-practice': { entry: 'bench/practice.ts', sources: ['bench', 'core', 'demo'] },
  'bench-trainShapes': { entry: 'bench/trainShapes.ts', sources: ['bench', 'core', 'demo'] },
  'bench-cast': { entry: 'bench/cast.ts', sources: ['bench', 'core', 'demo'] },
  'bench-open': { entry: 'bench/open.ts', sources: ['bench', 'core', 'demo'] },
  'bench-family': { entry: 'bench/family.ts', sources: ['bench', 'core', 'demo'] },
  'bench-forms': { entry: 'bench/forms.ts', sources: ['bench', 'core', 'demo'] },
  'bench-drafts': { entry: 'bench/drafts.ts', sources: ['bench', 'core', 'demo'] },
  'bench-fit': { entry: 'bench/fit.ts', sources: ['bench', 'core', 'demo'] },
  'bench-fitSamples': { entry: 'bench/fitSamples.ts', sources: ['bench', 'core', 'demo'] },
  'bench-large': { entry: 'bench/large.ts', sources: ['bench', 'core', 'demo'] },
  lib: { entry: 'api/index.ts', sources: ['api', 'cli', 'core'] },
  server: { entry: 'server/main.ts', sources: ['server', 'core', 'demo'] },
};

/** Newest change below a folder, ms. */
export function newest(folder) {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'node_modules' || entry.name === 'files') continue;
    const path = join(folder, entry.name);
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }
  return latest;
}

/** Where a bundle begins: a file of its own, or the first in a folder of parts. */
const outOf = (name) => join(root, 'dist', entries[name].parts ? `${name}/main.mjs` : `${name}.mjs`);

/** Path (as a URL) of the up-to-date bundle. */
export async function ensureBundle(name) {
  const { sources } = entries[name];
  const out = outOf(name);
  const changed = Math.max(
    ...sources.map((s) => newest(join(root, s))),
    statSync(join(root, 'package.json')).mtimeMs,
  );
  if (!existsSync(out) || statSync(out).mtimeMs < changed) await bundle(name);
  return pathToFileURL(out).href;
}

/** Parts of earlier bundles are kept so long for commands that run, ms. */
const KEPT_MS = 3_600_000;

/** Removes what earlier bundles left in a folder. */
function dropParts(folder, now) {
  for (const path of readdirSync(folder).map((file) => join(folder, file)))
    if (!now.has(path) && statSync(path).mtimeMs < Date.now() - KEPT_MS) rmSync(path);
}

/** Bundles an entry. The paths of all modules that are in it. */
export async function bundle(name) {
  const { entry, parts } = entries[name];
  const out = outOf(name);
  const { build } = await import('esbuild');
  mkdirSync(dirname(out), { recursive: true });
  const { metafile, outputFiles } = await build({
    entryPoints: [entry, ...(parts ?? [])].map((path) => join(root, path)),
    ...(parts
      ? { outdir: dirname(out), splitting: true, outExtension: { '.js': '.mjs' } }
      : { outfile: out }),
    bundle: true,
    write: false,
    // paper looks for a browser's stand-in when it is there; it isn't needed for outlines.
    // sharp, brotli-wasm and harfbuzzjs bring compiled code that is found beside them.
    external: ['jsdom', 'jsdom/*', 'canvas', 'sharp', 'harfbuzzjs', 'brotli-wasm'],
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'error',
    metafile: true,
    absWorkingDir: root,
    banner: {
      js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);",
    },
  });
  // Written aside and renamed, so that two first uses at the same time don't read half a file; what begins comes last. Names of other
  // parts say what is in them: those of before stay for who is running.
  const begins = (path) => Number(path === out);
  for (const { path, contents } of outputFiles.sort((a, b) => begins(a.path) - begins(b.path))) {
    const aside = `${path}.${process.pid}`;
    writeFileSync(aside, contents);
    renameSync(aside, path);
  }
  if (parts) dropParts(dirname(out), new Set(outputFiles.map(({ path }) => path)));
  return Object.keys(metafile.inputs).map((path) => join(root, path));
}
