import { applyDiff, mergeDiffs, reverseDiff, type ProjectDiff } from './diff';
import { edit } from '../inStep/edit';
import type { Doc } from '../schema';

/** Edits made, oldest first, and edits taken back, the next to redo last. */
export interface History {
  readonly done: readonly ProjectDiff[];
  readonly undone: readonly ProjectDiff[];
}

export const emptyHistory: History = { done: [], undone: [] };

/** Older steps than this are let go; a long afternoon's work fits. */
const MAX_STEPS = 500;

export interface Step {
  readonly doc: Doc;
  readonly history: History;
  /** What changed, to be saved. */
  readonly diff: ProjectDiff;
}

/** Makes an edit. `continues` = it goes on with the last gesture (a drag), so both make one step. */
export function commit(doc: Doc, history: History, made: ProjectDiff, continues = false): Step {
  const { doc: after, diff } = edit(doc, made);
  const last = history.done[history.done.length - 1];
  const done =
    continues && last && last.label === diff.label
      ? [...history.done.slice(0, -1), mergeDiffs(last, diff)]
      : [...history.done, diff].slice(-MAX_STEPS);
  return { doc: after, history: { done, undone: [] }, diff };
}

/** Takes the last edit back; null when there is none. */
export function undo(doc: Doc, history: History): Step | null {
  const last = history.done[history.done.length - 1];
  if (!last) return null;
  const diff = reverseDiff(last);
  return {
    doc: applyDiff(doc, diff),
    history: { done: history.done.slice(0, -1), undone: [...history.undone, last] },
    diff,
  };
}

/** Makes the edit last taken back once more; null when there is none. */
export function redo(doc: Doc, history: History): Step | null {
  const next = history.undone[history.undone.length - 1];
  if (!next) return null;
  return {
    doc: applyDiff(doc, next),
    history: { done: [...history.done, next], undone: history.undone.slice(0, -1) },
    diff: next,
  };
}

/** Goes to where so many edits are done: back over later ones, or forward again over those taken back. Null when there already. */
export function goTo(doc: Doc, history: History, count: number): Step | null {
  let now: Step | null = null;
  for (;;) {
    const at: Step = now ?? { doc, history, diff: { label: '', changes: [] } };
    const done = at.history.done.length;
    const step: Step | null =
      done > count ? undo(at.doc, at.history) : done < count ? redo(at.doc, at.history) : null;
    if (!step) return now;
    now = { ...step, diff: now ? mergeDiffs(now.diff, step.diff) : step.diff };
  }
}
