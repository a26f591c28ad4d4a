import { create } from 'zustand';
import type { ProjectDiff } from '../../core/document/diff';
import { projectOf } from '../../core/document/newProject';
import type { Doc } from '../../core/document/schema';
import { describeProblem } from '../../core/problems/describe';
import { compileClient, type Compiled } from '../workers/compileClient';

interface LiveFontState {
  /** CSS family name of the font compiled last; null before the first. */
  readonly family: string | null;
  readonly bytes: number;
  readonly compileMs: number;
  /** Why the newest font couldn't be shown; the one before stays. */
  readonly failed: string | null;
}

export const useLiveFont = create<LiveFontState>(() => ({
  family: null,
  bytes: 0,
  compileMs: 0,
  failed: null,
}));

let styleId = '';
let count = 0;
let running = false;
let wanted = false;
let shown: FontFace | null = null;

/** Compiles until nothing new is wanted; edits that come meanwhile are taken together. */
async function refresh(): Promise<void> {
  wanted = true;
  if (running) return;
  running = true;
  try {
    while (wanted) {
      wanted = false;
      const made = await compileClient.compile('otf', styleId, Math.floor(Date.now() / 1000));
      if (made.ok) await show(made.value);
      else useLiveFont.setState({ failed: made.problems.map(describeProblem).join(' ') });
    }
  } catch (error) {
    useLiveFont.setState({ failed: error instanceof Error ? error.message : String(error) });
  } finally {
    running = false;
  }
}

/** Loads the bytes under a new family name: a name used before would show the old font. */
async function show(made: Compiled): Promise<void> {
  const family = `live-${++count}`;
  const face = new FontFace(family, made.bytes.buffer as ArrayBuffer);
  await face.load();
  document.fonts.add(face);
  useLiveFont.setState({ family, bytes: made.bytes.length, compileMs: made.ms, failed: null });
  const before = shown;
  shown = face;
  // The old one goes after the page has drawn with the new.
  if (before) setTimeout(() => document.fonts.delete(before), 500);
}

/** The font of the open project, kept in step with its edits by a worker. */
export const liveFont = {
  load(doc: Doc): void {
    styleId = projectOf(doc).styleId;
    compileClient.load(doc);
    void refresh();
  },
  /** Shows an edit that is under way; the edit itself, or `apply` of its reverse, has to follow. */
  preview(diff: ProjectDiff): void {
    if (!running && compileClient.apply(diff, null)) void refresh();
  },
  apply(diff: ProjectDiff, doc: Doc): void {
    styleId = projectOf(doc).styleId;
    if (compileClient.apply(diff, doc)) void refresh();
  },
};
