import { create } from 'zustand';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { emptyHistory, type History } from '../../core/project/document/changes/history';
import type { DamagedRow } from '../../core/project/document/opening/openRows';
import { projectOf } from '../../core/project/document/newProject';
import { inStyle, stylesOf } from '../../core/project/document/queries/styles';
import type { Doc } from '../../core/project/document/schema';
import type { Problem } from '../../core/foundations/problems/problem';
import { archive } from '../workers/archiveClient';
import { compileClient } from '../workers/compileClient';
import { storage } from '../persistence/projects';
import { say } from '../ui/aloud';
import { liveFont } from './liveFont';
import { createMessages } from './messages';
import { forgetPictures } from './pictures';
import { keptHand, keepHand } from './styleInHand';
import { Sessions, type ProjectSession, type SaveState, type SessionState } from './session';
import { sessionIn, type Session } from './styleSession';
import { proofBench } from './proofBench';
import { usePalette } from './palettes';
import { switchAllBack } from './switches';

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
  /** The project as the style in hand shows it: what the benches work on. */
  readonly doc: Doc | null;
  /** All of it: the family, and what is cast and saved. */
  readonly whole: Doc | null;
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
  /** Takes another style in hand: the benches, the running line and what is begun from now on work on it. */
  takeStyle(styleId: string): void;
  showProblems(problems: readonly Problem[]): void;
}

let shown: { readonly session: ProjectSession; readonly letGo: () => void } | null = null;
/** The style in hand; one that isn't there, or none, stands for the one that the project opens with. */
let hand = '';
const openedListeners = new Set<(session: Session) => void>();

/** The style in hand of the project that is shown; null when none is, or before it is there. */
function styleInHand(doc: Doc): string {
  return doc.styles[hand] ? hand : projectOf(doc).styleId;
}

/** The session of the project that is shown, on the style in hand; null when none is. */
export function currentSession(): Session | null {
  if (!shown) return null;
  const { doc } = shown.session.getState();
  return doc ? sessionIn(shown.session, styleInHand(doc)) : shown.session;
}

/** What is shown of a session's state. */
const seen = (state: SessionState) => ({
  ...state,
  whole: state.doc,
  doc: state.doc && inStyle(state.doc, styleInHand(state.doc)),
});

/** Told of each project that is opened, once it is there. */
export const onProjectOpened = (listener: (session: Session) => void): void =>
  void openedListeners.add(listener);

const NOTHING = {
  projectId: null,
  doc: null,
  whole: null,
  history: emptyHistory,
  saveState: 'saved' as const,
  refused: null,
  damaged: [],
  underWay: [],
};

/** How the project before was looked at. */
function forgetLooks(): void {
  switchAllBack();
  usePalette.setState({ chosen: 0 });
  proofBench.reset();
}

export const useProject = create<ProjectState>((set, get) => ({
  ...NOTHING,
  async open(projectId) {
    if (shown?.session.projectId === projectId) return;
    shown?.letGo();
    forgetLooks();
    compileClient.warm();
    const session = sessions.of(projectId);
    const used = session.use();
    hand = keptHand(projectId);
    const leave = [
      session.subscribe((state) => set(seen(state))),
      session.onEdit((diff, doc) => liveFont.apply(diff, doc)),
      session.onLoad((doc) => {
        liveFont.load(doc, styleInHand(doc));
        // Taken over from another tab: what that one left undone is taken up here.
        for (const listener of openedListeners) listener(session);
      }),
      used,
    ];
    shown = { session, letGo: () => leave.forEach((l) => l()) };
    set({ ...NOTHING, ...seen(session.getState()), projectId });
    const { doc } = session.getState();
    if (doc) liveFont.load(doc, styleInHand(doc));
    await session.opened;
    if (shown?.session === session && session.getState().doc)
      for (const listener of openedListeners) listener(session);
  },
  close() {
    shown?.letGo();
    shown = null;
    forgetPictures();
    forgetLooks();
    set(NOTHING);
  },
  commit: (diff, continues) => currentSession()?.commit(diff, continues),
  undo: () =>
    stepping(
      (session) => session.undo(),
      ({ underWay, history }) => ['Undone', underWay.at(-1) ?? history.done.at(-1)?.label],
    ),
  redo: () =>
    stepping(
      (session) => session.redo(),
      ({ history }) => ['Done again', history.undone.at(-1)?.label],
    ),
  goTo: (count) => stepping((session) => session.goTo(count)),
  takeStyle(styleId) {
    const { whole, projectId } = get();
    if (!shown || !whole?.styles[styleId] || !projectId) return;
    hand = styleId;
    keepHand(projectId, styleId);
    set(seen(shown.session.getState()));
    liveFont.showStyle(styleId);
  },
  showProblems: (problems) => shown?.session.tell(problems),
}));

/** Goes through the history; the style whose letters it changes is taken in hand, so that what happens is seen. */
function stepping(
  step: (session: ProjectSession) => void,
  /** What is said of it: what was done, and the step's label. */
  told?: (before: ProjectState) => readonly [string, string | undefined],
): void {
  if (!shown) return;
  const { session } = shown;
  const [what, label] = told?.(useProject.getState()) ?? [];
  if (label) say(`${what}: ${label}.`);
  const touched: string[] = [];
  const leave = session.onEdit((diff, doc) =>
    touched.push(...stylesOf(doc, diff).filter((id) => doc.styles[id])),
  );
  step(session);
  leave();
  const { doc } = session.getState();
  if (!doc) return;
  const now = styleInHand(doc);
  if (!touched.includes(now)) useProject.getState().takeStyle(touched[0] ?? now);
}

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

/** The open project with all its styles. Only for components below the workshop. */
export function useWhole(): Doc {
  const doc = useProject((s) => s.whole);
  if (!doc) throw new Error('no open project');
  return doc;
}

/** The open project as the style in hand shows it. Only for components below the workshop, which waits until it is there. */
export function useDoc(): Doc {
  const doc = useProject((s) => s.doc);
  if (!doc) throw new Error('no open project');
  return doc;
}
