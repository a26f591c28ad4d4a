import { applyDiff, mergeDiffs, type ProjectDiff } from '../changes/diff';
import type { Doc } from '../schema';
import { bearingsInStep } from './bearings';
import { partsInStep } from './parts';
import { referencesInStep } from './references';

/** An edit as it was made: the document after it, and the whole of what changed. */
export interface Edited {
  readonly doc: Doc;
  readonly diff: ProjectDiff;
}

/**
 * The one door by which a command's answer gets into a document, in the app, on the command line, in the demo and in tests.
 * What depends on the changed rows follows within the same edit, in this order: references to rows that are gone are let go,
 * letters are redrawn whose shared parts changed, and white follows that is taken from other letters. `diff` of the answer
 * is complete: `applyDiff` replays it, `reverseDiff` takes all of it back.
 */
export function edit(doc: Doc, diff: ProjectDiff): Edited {
  const whole = bearingsInStep(doc, partsInStep(doc, referencesInStep(doc, diff)));
  return { doc: applyDiff(doc, whole), diff: whole };
}

/** Several commands as one edit: each sees what those before it left. Null when none of them changes anything. */
export function editAll(
  doc: Doc,
  label: string,
  commands: readonly ((doc: Doc) => ProjectDiff | null)[],
): Edited | null {
  let now: Edited | null = null;
  for (const command of commands) {
    const diff = command(now?.doc ?? doc);
    if (!diff) continue;
    const step = edit(now?.doc ?? doc, diff);
    now = { doc: step.doc, diff: now ? mergeDiffs(now.diff, step.diff) : step.diff };
  }
  return now && { doc: now.doc, diff: { ...now.diff, label } };
}
