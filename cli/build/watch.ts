import { existsSync, watch, type FSWatcher } from 'node:fs';
import { dirname, resolve, sep } from 'node:path';
import { isFolder } from '../files';
import type { BuildSettings } from './options';

/** Saving a file is several writes: what follows within this is one change, ms. */
const SETTLES_MS = 200;

/** Whatever a build reads: a change of it builds anew. */
const readBy = (settings: BuildSettings, config: string | undefined): string[] =>
  [settings.input, settings.typed, settings.rules, config].flatMap((path) =>
    path === undefined ? [] : [resolve(path)],
  );

/**
 * Builds now, and again whenever a file that was read has changed, until the process is asked to end. `again` builds and says what it read:
 * settings may change as well. Changes made while a build runs are built when it has ended.
 */
export async function watching(
  config: string | undefined,
  again: () => Promise<BuildSettings | null>,
  signal: AbortSignal,
): Promise<void> {
  let watchers: FSWatcher[] = [];
  let wake = () => {};
  const close = () => watchers.forEach((w) => w.close());
  while (!signal.aborted) {
    let changed = false;
    const settings = await again();
    close();
    const paths = settings ? readBy(settings, config) : config === undefined ? [] : [resolve(config)];
    const out = settings ? resolve(settings.out) + sep : null;
    watchers = paths
      .filter((p) => existsSync(isFolder(p) ? p : dirname(p)))
      .map((path) => {
        // A file is watched by its folder: programs put a new one in its place when they save.
        const folder = isFolder(path) ? path : dirname(path);
        return watch(folder, { recursive: isFolder(path) }, (_, name) => {
          const where = resolve(folder, name ?? '');
          const own = isFolder(path) ? !(out && (where + sep).startsWith(out)) : where === path;
          if (!own || isOutput(where, settings)) return;
          changed = true;
          wake();
        });
      });
    process.stderr.write('Watching; files that change are built anew. Ctrl+C ends it.\n');
    await new Promise<void>((done) => {
      const end = () => done();
      signal.addEventListener('abort', end, { once: true });
      wake = () => setTimeout(end, SETTLES_MS);
      if (changed || signal.aborted) wake();
    });
  }
  close();
}

/** Files that the build writes itself. */
const isOutput = (path: string, settings: BuildSettings | null): boolean =>
  [settings?.codes, settings?.report].some((own) => own !== undefined && resolve(own) === path);
