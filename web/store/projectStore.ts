import { create } from 'zustand';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { emptyHistory, type History } from '../../core/project/document/changes/history';
import type { DamagedRow } from '../../core/project/document/opening/openRows';
import type { Doc } from '../../core/project/document/schema';
import type { Problem } from '../../core/foundations/problems/problem';
import { archive } from '../workers/archiveClient';
import { storage } from '../persistence/projects';
import { liveFont } from './liveFont';
import { createMessages } from './messages';
import { forgetPictures } from './pictures';
import { Sessions, type SaveState, type Session } from './session';

export type { SaveState } from './session';

export const messages = createMessages({ setTimeout: (run, ms) => setTimeout(run, ms) });

/** The projects that live in this tab: the one that is shown, and those that jobs still work for. */
export const sessions = new Sessions({
  rows: storage.rows,
  open: archive.open,
  locks: globalThis.navigator?.locks,
  clock: {
    setTimeout: (run, ms) => setTimeout(run, ms),
    clearTimeout: (timer) => clearTimeout(timer as number),
  },
  now: () => Date.now(),
  tell: messages.tell,
});

/** The project that is shown. */
interface ProjectState {
  readonly projectId: string | null;
  readonly doc: Doc | null;
  readonly history: History;
  readonly saveState: SaveState;
  /** Why it couldn't be opened. */
  readonly refused: readonly Problem[] | null;
  readonly damaged: readonly DamagedRow[];
  /** Gestures that have ended and are still being worked out. */
  readonly underWay: readonly string[];
  open(projectId: string): Promise<void>;
  /** Lets the project go; it lives on until its last edit is written and its jobs are done. */
  close(): void;
  /** Makes an edit; null does nothing, so that a command's answer can be passed straight on. */
  commit(diff: ProjectDiff | null, continues?: boolean): void;
  undo(): void;
  redo(): void;
  /** Goes back or forward to where so many edits are done. */
  goTo(count: number): void;
  showProblems(problems: readonly Problem[]): void;
}

let shown: { readonly session: Session; readonly letGo: () => void } | null = null;
const openedListeners = new Set<(session: Session) => void>();

/** The session of the project that is shown; null when none is. */
export const currentSession = (): Session | null => shown?.session ?? null;

/** Told of each project that is opened, once it is there. */
export const onProjectOpened = (listener: (session: Session) => void): void =>
  void openedListeners.add(listener);

const NOTHING = {
  projectId: null,
  doc: null,
  history: emptyHistory,
  saveState: 'saved' as const,
  refused: null,
  damaged: [],
  underWay: [],
};

export const useProject = create<ProjectState>((set) => ({
  ...NOTHING,
  async open(projectId) {
    if (shown?.session.projectId === projectId) return;
    shown?.letGo();
    const session = sessions.of(projectId);
    const used = session.use();
    const leave = [
      session.subscribe((state) => set(state)),
      session.onEdit((diff, doc) => liveFont.apply(diff, doc)),
      session.onLoad((doc) => {
        liveFont.load(doc);
        // Taken over from another tab: what that one left undone is taken up here.
        for (const listener of openedListeners) listener(session);
      }),
      used,
    ];
    shown = { session, letGo: () => leave.forEach((l) => l()) };
    set({ ...NOTHING, ...session.getState(), projectId });
    const { doc } = session.getState();
    if (doc) liveFont.load(doc);
    await session.opened;
    if (shown?.session === session && session.getState().doc)
      for (const listener of openedListeners) listener(session);
  },
  close() {
    shown?.letGo();
    shown = null;
    forgetPictures();
    set(NOTHING);
  },
  commit: (diff, continues) => shown?.session.commit(diff, continues),
  undo: () => shown?.session.undo(),
  redo: () => shown?.session.redo(),
  goTo: (count) => shown?.session.goTo(count),
  showProblems: (problems) => shown?.session.tell(problems),
}));

if (typeof document !== 'undefined') keepOnLeaving();

/** A tab that is put away or closed writes at once what still waits, and asks before it is lost. */
function keepOnLeaving(): void {
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') void sessions.flushAll();
  });
  addEventListener('pagehide', () => void sessions.flushAll());
  addEventListener('beforeunload', (event) => {
    const unsaved = sessions.unsaved();
    if (unsaved.length === 0) return;
    void sessions.flushAll();
    // Work on its way is written by the time that anybody could answer; only what storage refused is asked about.
    if (unsaved.some((s) => ['failed', 'full'].includes(s.getState().saveState))) event.preventDefault();
  });
}

/** The open document. Only for components below the workshop, which waits until it is there. */
export function useDoc(): Doc {
  const doc = useProject((s) => s.doc);
  if (!doc) throw new Error('no open project');
  return doc;
}
