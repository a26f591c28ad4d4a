import { create } from 'zustand';
import { mergeDiffs, type ProjectDiff } from '../../core/document/diff';
import { commit, emptyHistory, goTo, redo, undo, type History, type Step } from '../../core/document/history';
import { SCHEMA_VERSION, type Doc } from '../../core/document/schema';
import type { Problem } from '../../core/problems/problem';
import { saveDiff, summaryOf, type ProjectSummary } from '../persistence/db';
import { openProject } from '../persistence/projects';
import { holdProject, letGoOfProject } from '../persistence/tabLock';
import { liveFont } from './liveFont';

export type SaveState = 'saved' | 'waiting' | 'failed' | 'read-only';

interface ProjectState {
  readonly projectId: string | null;
  readonly doc: Doc | null;
  readonly history: History;
  readonly saveState: SaveState;
  readonly problems: readonly Problem[];
  open(projectId: string): Promise<void>;
  /** Writes what waits and lets the project go, so that it may be deleted, or opened in another tab. */
  close(): Promise<void>;
  /** Makes an edit; null does nothing, so that a command's answer can be passed straight on. */
  commit(diff: ProjectDiff | null, continues?: boolean): void;
  undo(): void;
  redo(): void;
  /** Goes back or forward to where so many edits are done. */
  goTo(count: number): void;
  dismissProblems(): void;
  showProblems(problems: readonly Problem[]): void;
  flush(): Promise<void>;
}

/** Edits wait this long for company before they are written; well inside the second that may be lost. */
const SAVE_AFTER_MS = 300;

/** What still has to be written, and for which project: edits never go to the one opened next. */
interface PendingWrite {
  readonly summary: ProjectSummary;
  readonly diff: ProjectDiff;
}
let pending: PendingWrite | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
let writing: Promise<void> = Promise.resolve();

/** A job that failed together with what came since. Another project's edits are kept instead: they can still be saved. */
function waiting(failed: PendingWrite): PendingWrite {
  if (!pending) return failed;
  const same = pending.summary.id === failed.summary.id;
  return same ? { ...pending, diff: mergeDiffs(failed.diff, pending.diff) } : pending;
}

export const useProject = create<ProjectState>((set, get) => {
  const write = async (): Promise<void> => {
    clearTimeout(timer);
    const job = pending;
    if (!job) return;
    pending = null;
    const own = (writing = writing.then(() => saveDiff(job.summary, job.diff)));
    try {
      await own;
      // A later edit may be on its way already: only the last one means that all is saved.
      if (!pending && writing === own) set({ saveState: 'saved' });
    } catch {
      // Storage is full or gone: the edit is kept in memory and tried again with the next one.
      pending = waiting(job);
      writing = Promise.resolve();
      set({ saveState: 'failed' });
    }
  };
  const take = (step: Step | null): void => {
    const { projectId, saveState } = get();
    if (!step || !projectId || saveState === 'read-only') return;
    const summary = summaryOf(step.doc, projectId, SCHEMA_VERSION, Date.now());
    const earlier = pending?.summary.id === projectId ? pending.diff : null;
    pending = { summary, diff: earlier ? mergeDiffs(earlier, step.diff) : step.diff };
    set({ doc: step.doc, history: step.history, saveState: 'waiting' });
    liveFont.apply(step.diff, step.doc);
    clearTimeout(timer);
    timer = setTimeout(() => void write(), SAVE_AFTER_MS);
  };
  return {
    projectId: null,
    doc: null,
    history: emptyHistory,
    saveState: 'saved',
    problems: [],
    async open(projectId) {
      if (get().projectId === projectId) return;
      await write();
      set({ projectId, doc: null, history: emptyHistory, problems: [] });
      const held = await holdProject(projectId);
      const opened = await openProject(projectId);
      if (get().projectId !== projectId) return;
      if (!opened.ok) return set({ problems: opened.problems });
      set({ doc: opened.value, saveState: held ? 'saved' : 'read-only' });
      liveFont.load(opened.value);
    },
    async close() {
      const writing = write();
      letGoOfProject();
      set({ projectId: null, doc: null, history: emptyHistory, problems: [] });
      await writing;
    },
    commit(diff, continues) {
      const { doc, history } = get();
      if (doc && diff) take(commit(doc, history, diff, continues));
    },
    undo() {
      const { doc, history } = get();
      if (doc) take(undo(doc, history));
    },
    redo() {
      const { doc, history } = get();
      if (doc) take(redo(doc, history));
    },
    goTo(count) {
      const { doc, history } = get();
      if (doc) take(goTo(doc, history, count));
    },
    dismissProblems: () => set({ problems: [] }),
    showProblems: (problems) => set((s) => ({ problems: [...s.problems, ...problems] })),
    flush: write,
  };
});

// A tab that is put away or closed writes at once what still waits.
if (typeof document !== 'undefined') {
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') void useProject.getState().flush();
  });
  addEventListener('pagehide', () => void useProject.getState().flush());
}

/** The open document. Only for components below the workshop, which waits until it is there. */
export function useDoc(): Doc {
  const doc = useProject((s) => s.doc);
  if (!doc) throw new Error('no open project');
  return doc;
}
