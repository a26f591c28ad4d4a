import { create } from 'zustand';
import { mergeDiffs, type ProjectDiff } from '../../core/document/diff';
import { commit, emptyHistory, redo, undo, type History, type Step } from '../../core/document/history';
import { SCHEMA_VERSION, type Doc } from '../../core/document/schema';
import type { Problem } from '../../core/problems/problem';
import { saveDiff, summaryOf } from '../persistence/db';
import { openProject } from '../persistence/projects';
import { holdProject } from '../persistence/tabLock';
import { liveFont } from './liveFont';

export type SaveState = 'saved' | 'waiting' | 'failed' | 'read-only';

interface ProjectState {
  readonly projectId: string | null;
  readonly doc: Doc | null;
  readonly history: History;
  readonly saveState: SaveState;
  readonly problems: readonly Problem[];
  open(projectId: string): Promise<void>;
  /** Makes an edit; null does nothing, so that a command's answer can be passed straight on. */
  commit(diff: ProjectDiff | null, continues?: boolean): void;
  undo(): void;
  redo(): void;
  dismissProblems(): void;
  showProblems(problems: readonly Problem[]): void;
  flush(): Promise<void>;
}

/** Edits wait this long for company before they are written; well inside the second that may be lost. */
const SAVE_AFTER_MS = 300;

let pending: ProjectDiff | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
let writing: Promise<void> = Promise.resolve();

export const useProject = create<ProjectState>((set, get) => {
  const write = async (): Promise<void> => {
    clearTimeout(timer);
    const { doc, projectId } = get();
    const diff = pending;
    if (!diff || !doc || !projectId) return;
    pending = null;
    writing = writing.then(() => saveDiff(summaryOf(doc, projectId, SCHEMA_VERSION, Date.now()), diff));
    try {
      await writing;
      if (!pending) set({ saveState: 'saved' });
    } catch {
      // Storage is full or gone: the edit is kept in memory and tried again with the next one.
      pending = pending ? mergeDiffs(diff, pending) : diff;
      writing = Promise.resolve();
      set({ saveState: 'failed' });
    }
  };
  const take = (step: Step | null): void => {
    if (!step || get().saveState === 'read-only') return;
    pending = pending ? mergeDiffs(pending, step.diff) : step.diff;
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
