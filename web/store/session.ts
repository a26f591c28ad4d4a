import { createStore } from 'zustand/vanilla';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { changesBetween } from '../../core/project/document/changes/diffBetween';
import {
  commit,
  emptyHistory,
  goTo,
  redo,
  undo,
  type History,
  type Step,
} from '../../core/project/document/changes/history';
import type { DamagedRow } from '../../core/project/document/opening/openRows';
import { SCHEMA_VERSION, type Doc } from '../../core/project/document/schema';
import { fail, problem, type Problem, type Result } from '../../core/foundations/problems/problem';
import { lockProject, type Locks, type ProjectLock } from '../persistence/projectLock';
import { summaryOf, type ProjectRows } from '../persistence/projectRows';
import { ProjectWriter, type Clock } from '../persistence/projectWriter';
import { GesturesUnderWay } from './underWay';

/** saved, waiting, failed, full: as the writer says; read-only: another tab has the project; gone: it was deleted. */
export type SaveState = 'saved' | 'waiting' | 'failed' | 'full' | 'read-only' | 'gone';

export interface SessionState {
  readonly doc: Doc | null;
  readonly history: History;
  readonly saveState: SaveState;
  /** Why the project couldn't be opened; null while it is being opened, and when it is open. */
  readonly refused: readonly Problem[] | null;
  /** Rows that couldn't be read when it was opened. */
  readonly damaged: readonly DamagedRow[];
  /** Gestures that have ended and are still being worked out, in their order; undo takes the last back first. */
  readonly underWay: readonly string[];
}

/** What a session needs of the world; tests give their own. */
export interface SessionWorld {
  readonly rows: ProjectRows;
  readonly open: (
    projectId: string,
  ) => Promise<Result<{ doc: Doc; history: History; damaged: readonly DamagedRow[]; changed: boolean }>>;
  readonly locks: Locks | undefined;
  readonly clock: Clock;
  readonly now: () => number;
  readonly tell: (projectId: string, problems: readonly Problem[]) => void;
}

/** How long the lock is waited for before a project is opened for reading: a reload's old page lets go a moment later, ms. */
const PATIENCE_MS = 1500;

const FIRST: SessionState = {
  doc: null,
  history: emptyHistory,
  saveState: 'saved',
  refused: null,
  damaged: [],
  underWay: [],
};

/**
 * One open project: its document, its history, and its way into storage. It lives as long as somebody uses it, which may be the page that shows it or
 * a job that was begun in it, and until its last edit is written. Edits only ever reach the project that they were made in.
 */
export class ProjectSession {
  private readonly store = createStore<SessionState>(() => FIRST);
  private readonly writer: ProjectWriter;
  /** Gestures whose edits are still being computed. */
  readonly gestures = new GesturesUnderWay((underWay) => this.store.setState({ underWay }));
  private readonly editListeners = new Set<(diff: ProjectDiff, doc: Doc) => void>();
  private readonly loadListeners = new Set<(doc: Doc) => void>();
  private lock: ProjectLock | null = null;
  private users = 0;
  private closed = false;
  /** Resolves when the project is there, for reading at least, or was refused. */
  readonly opened: Promise<void>;

  constructor(
    readonly projectId: string,
    private readonly world: SessionWorld,
    private readonly onClosed: (session: ProjectSession) => void = () => {},
  ) {
    this.writer = new ProjectWriter({
      write: (write) => world.rows.write(write),
      summary: () => summaryOf(this.store.getState().doc!, projectId, SCHEMA_VERSION, world.now()),
      onState: (saveState) => {
        this.store.setState({ saveState });
        if (saveState === 'saved' && this.users === 0) void this.close();
      },
      clock: world.clock,
    });
    this.opened = this.begin();
  }

  getState = (): SessionState => this.store.getState();
  subscribe = (listener: (state: SessionState) => void): (() => void) => this.store.subscribe(listener);
  /** Told of every edit, with the document after it. */
  onEdit = (listener: (diff: ProjectDiff, doc: Doc) => void): (() => void) => {
    this.editListeners.add(listener);
    return () => void this.editListeners.delete(listener);
  };
  /** Told of the document whenever it comes from storage as a whole. */
  onLoad = (listener: (doc: Doc) => void): (() => void) => {
    this.loadListeners.add(listener);
    return () => void this.loadListeners.delete(listener);
  };

  get isSaved(): boolean {
    return this.writer.isSaved;
  }

  /** The document with all its styles. RangeError before it is there. */
  get doc(): Doc {
    const { doc } = this.store.getState();
    if (!doc) throw new RangeError('the project is not open');
    return doc;
  }
  get whole(): Doc {
    return this.doc;
  }

  /** Makes an edit; null does nothing, so that a command's answer can be passed straight on. */
  commit(diff: ProjectDiff | null, continues = false): void {
    const { doc, history } = this.store.getState();
    if (!doc || !diff) return;
    this.gestures.forget();
    this.take(commit(doc, history, diff, continues));
  }
  /** Makes the edit of a gesture that ended a while ago; what was taken back after it can still be made again. */
  commitLate(diff: ProjectDiff | null): void {
    const { doc, history } = this.store.getState();
    if (doc && diff) this.take(commit(doc, history, diff));
  }
  /**
   * A gesture whose edit is computed aside: it can be undone from now on. `make` tells its edit, or null; what it tells is
   * dropped when the gesture was taken back meanwhile. `again` makes the whole gesture once more, for redo.
   */
  async later(label: string, again: () => void, make: () => Promise<ProjectDiff | null>): Promise<void> {
    const letGo = this.use();
    const gesture = this.gestures.begin(label, () => {}, again);
    try {
      const diff = await make();
      if (gesture.isWanted) this.commitLate(diff);
    } finally {
      gesture.end();
      letGo();
    }
  }
  undo = (): void => {
    if (!this.gestures.takeBack(this.getState().history.undone.length)) this.step(undo);
  };
  redo = (): void => {
    if (!this.gestures.makeAgain(this.getState().history.undone.length)) this.step(redo);
  };
  /** Goes back or forward to where so many edits are done. */
  goTo = (count: number): void => this.step((doc, history) => goTo(doc, history, count));

  tell(problems: readonly Problem[]): void {
    if (problems.length > 0) this.world.tell(this.projectId, problems);
  }

  flush = (): Promise<void> => this.writer.flush();

  /** Keeps the session until the answer is called. */
  use(): () => void {
    this.users++;
    let used = true;
    return () => {
      if (!used) return;
      used = false;
      this.users--;
      if (this.users === 0) void this.close();
    };
  }

  private step(make: (doc: Doc, history: History) => Step | null): void {
    const { doc, history } = this.store.getState();
    const step = doc && make(doc, history);
    if (step) this.take(step);
  }

  private take(step: Step): void {
    const { saveState } = this.store.getState();
    if (saveState === 'read-only' || saveState === 'gone') return;
    this.store.setState({ doc: step.doc, history: step.history });
    this.writer.add(step.diff, step.history);
    for (const listener of this.editListeners) listener(step.diff, step.doc);
  }

  private async begin(): Promise<void> {
    const patience = new AbortController();
    const timer = this.world.clock.setTimeout(() => patience.abort(), PATIENCE_MS);
    const lock = await lockProject(this.world.locks, this.projectId, patience.signal);
    this.world.clock.clearTimeout(timer);
    if (this.closed) return lock?.release();
    await this.load(lock);
    if (!lock && !this.closed) void this.takeOver();
  }

  /** Reads the project as it is stored; with the lock it may be written to from then on. */
  private async load(lock: ProjectLock | null): Promise<void> {
    const opened = await this.world
      .open(this.projectId)
      .catch((error: unknown): Result<never> => fail({ code: 'storage-failed', reason: String(error) }));
    if (this.closed) return lock?.release();
    if (lock) this.hold(lock);
    if (!opened.ok) return this.refuse(opened.problems);
    const { doc, history, damaged, changed } = opened.value;
    if (lock && changed && !(await this.storeAnew(doc, damaged))) return;
    this.store.setState({ doc, history, damaged, refused: null, saveState: lock ? 'saved' : 'read-only' });
    this.tell(opened.problems.filter((p) => p.code !== 'project-older'));
    for (const listener of this.loadListeners) listener(doc);
  }

  /** What was brought to today's form or mended is stored whole: single rows of it would not fit the old ones. */
  private async storeAnew(doc: Doc, damaged: readonly DamagedRow[]): Promise<boolean> {
    try {
      const summary = summaryOf(doc, this.projectId, SCHEMA_VERSION, this.world.now());
      await this.world.rows.replace(summary, doc, damaged);
      return true;
    } catch (error) {
      const reason = error instanceof Error ? error.message : String(error);
      this.refuse(fail({ code: 'storage-failed', reason }).problems);
      return false;
    }
  }

  private refuse(problems: readonly Problem[]): void {
    const { doc } = this.store.getState();
    if (!doc) return this.store.setState({ refused: problems });
    // What is shown already stays, to be kept as a copy.
    if (problems.some((p) => p.code === 'project-not-here')) {
      this.writer.stop();
      this.store.setState({ saveState: 'gone' });
    } else this.tell(problems);
  }

  private hold(lock: ProjectLock): void {
    this.lock = lock;
    void lock.lost.then(() => {
      if (this.lock !== lock || this.closed) return;
      this.lock = null;
      this.store.setState({ saveState: 'read-only' });
      void this.takeOver();
    });
  }

  /** Waits until the tab that has the project lets go, and goes on from what it stored. */
  private async takeOver(): Promise<void> {
    const lock = await lockProject(this.world.locks, this.projectId);
    if (!lock) return;
    if (this.closed) return lock.release();
    // Edits that were on their way when the project was taken away come first.
    await this.writer.flush();
    const before = this.store.getState().doc;
    await this.load(lock);
    const after = this.store.getState().doc;
    if (before && after && after !== before && this.store.getState().saveState === 'saved')
      this.tell([
        problem({ code: 'project-taken-over', rows: changesBetween(before, after).length }, 'note'),
      ]);
  }

  private async close(): Promise<void> {
    await this.writer.flush();
    // Somebody came back, or the last edit isn't written yet: it is tried again, and closed then.
    const { saveState } = this.store.getState();
    if (this.users > 0 || this.closed || (!this.writer.isSaved && saveState !== 'gone')) return;
    this.closed = true;
    this.writer.stop();
    this.lock?.release();
    this.onClosed(this);
  }
}

/** Sessions that live, one a project. */
export class Sessions {
  private readonly live = new Map<string, ProjectSession>();

  constructor(private readonly world: SessionWorld) {}

  /** The session of a project, begun when there is none. The caller has to `use` it at once. */
  of(projectId: string): ProjectSession {
    const there = this.live.get(projectId);
    if (there) return there;
    const made = new ProjectSession(projectId, this.world, (s) => {
      if (this.live.get(projectId) === s) this.live.delete(projectId);
    });
    this.live.set(projectId, made);
    return made;
  }

  /** Projects whose last edits aren't in storage. */
  unsaved = (): ProjectSession[] => [...this.live.values()].filter((s) => !s.isSaved);

  flushAll = async (): Promise<void> => {
    await Promise.all([...this.live.values()].map((s) => s.flush()));
  };
}
