import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Kinds of made-up pictures that the command line draws. */
type Kind = 'page' | 'writing' | 'letters' | 'practice' | 'sources' | 'huge';

/** How long one journey waits for another that is drawing the same pictures, ms. */
const LONGEST_WAIT = 90_000;

/** One folder for all journeys of a run: the processes of a run have the same parent. */
const runFolder = join(tmpdir(), `orthoglyph-journeys-${process.ppid}`);

/**
 * Path of a picture of a hand that is not the demo's, or of another source, drawn by the command line. Drawing takes some 12 s
 * of a processor, so each kind is drawn once for all journeys of a run.
 */
export function demoFile(kind: Kind, name: string): string {
  return join(demoFolder(kind), name);
}

export function demoFolder(kind: Kind): string {
  const folder = join(runFolder, kind);
  const lock = `${folder}.lock`;
  mkdirSync(runFolder, { recursive: true });
  const until = Date.now() + LONGEST_WAIT;
  while (!existsSync(folder)) {
    if (took(lock)) {
      draw(kind, folder);
      rmSync(lock, { recursive: true });
    } else if (Date.now() > until) throw new Error(`no pictures of the kind ${kind} were drawn`);
    else Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 200);
  }
  return folder;
}

function draw(kind: Kind, folder: string): void {
  if (existsSync(folder)) return;
  const making = `${folder}.making`;
  execFileSync(process.execPath, ['bin/orthoglyph.mjs', 'demo', `--${kind}`, '--out', making]);
  renameSync(making, folder);
}

function took(lock: string): boolean {
  try {
    mkdirSync(lock);
    return true;
  } catch {
    return false;
  }
}

/** A page of writing by a hand that is not the demo's. */
export const otherHandsPage = (): string => demoFile('page', 'apprentices-page.jpg');
