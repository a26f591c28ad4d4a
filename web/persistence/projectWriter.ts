import { mergeDiffs, type ProjectDiff } from '../../core/project/document/changes/diff';
import type { History } from '../../core/project/document/changes/history';
import { ProjectGone, type ProjectWrite } from './projectRows';

/** saved = all is written; waiting = on its way; failed, full = not written and tried again; gone = the project was deleted. */
export type WriterState = 'saved' | 'waiting' | 'failed' | 'full' | 'gone';

/** Time as the writer needs it; tests give their own. */
export interface Clock {
  setTimeout(run: () => void, ms: number): unknown;
  clearTimeout(timer: unknown): void;
}

interface Options {
  readonly write: (write: ProjectWrite) => Promise<void>;
  /** What the list of projects says, at the time of writing. */
  readonly summary: () => ProjectWrite['summary'];
  readonly onState: (state: WriterState, reason: string | null) => void;
  readonly clock: Clock;
}

/** Edits wait this long for company before they are written; well inside the second that may be lost. */
const WRITE_AFTER_MS = 300;
/** A write that failed is tried again after this long, and twice as long each time, up to the last. */
const AGAIN_MS = { first: 1000, last: 30_000 };

/** Whether a write failed for want of room (DOMException names of the Storage and IndexedDB standards). */
export function isFull(error: unknown): boolean {
  const names = new Set(['QuotaExceededError', 'NS_ERROR_DOM_QUOTA_REACHED']);
  let at = error as { name?: unknown; inner?: unknown; cause?: unknown } | null | undefined;
  for (let k = 0; typeof at === 'object' && at !== null && k < 5; k++) {
    if (names.has(String(at.name))) return true;
    // Dexie wraps what the browser raised.
    at = (at.inner ?? at.cause) as typeof at;
  }
  return false;
}

/**
 * Writes a project's edits in their order, one write at a time; what comes meanwhile goes together into the next. A write
 * that fails stays in front of what came later and is tried again, by time and with the next edit: nothing is dropped.
 */
export class ProjectWriter {
  private unwritten: ProjectDiff | null = null;
  private history: History | null = null;
  private writing: Promise<void> | null = null;
  private timer: unknown = null;
  /** How long the timer was set for, ms; null while none runs. */
  private set: number | null = null;
  private again = AGAIN_MS.first;
  private state: WriterState = 'saved';

  constructor(private readonly options: Options) {}

  /** Takes an edit, complete as `edit` gave it, with the history after it. */
  add(diff: ProjectDiff, history: History): void {
    if (this.state === 'gone') return;
    this.unwritten = this.unwritten ? mergeDiffs(this.unwritten, diff) : diff;
    this.history = history;
    if (this.state === 'saved') this.tell('waiting');
    // The first edit says when: put off by each next one, nothing would be written while somebody draws without a pause.
    if (this.set === null || this.set > WRITE_AFTER_MS) this.later(WRITE_AFTER_MS);
  }

  get isSaved(): boolean {
    return this.unwritten === null && this.writing === null;
  }

  /** Writes at once what waits. Resolves when it is written, or when writing failed: `isSaved` tells which. */
  async flush(): Promise<void> {
    this.letGo();
    while (this.writing) await this.writing;
    if (this.unwritten && this.state !== 'gone') await this.writeNow();
  }

  /** Nothing is written any more, whatever is still unwritten. */
  stop(): void {
    this.letGo();
    this.state = 'gone';
  }

  private letGo(): void {
    this.options.clock.clearTimeout(this.timer);
    this.set = null;
  }

  private later(ms: number): void {
    this.letGo();
    this.set = ms;
    this.timer = this.options.clock.setTimeout(() => {
      this.set = null;
      // A write under way begins the next one by itself.
      if (!this.writing && this.unwritten) void this.writeNow();
    }, ms);
  }

  private writeNow(): Promise<void> {
    this.writing ??= this.attempt().finally(() => (this.writing = null));
    return this.writing;
  }

  private async attempt(): Promise<void> {
    const [diff, history] = [this.unwritten!, this.history!];
    this.unwritten = null;
    try {
      await this.options.write({ summary: this.options.summary(), diff, history });
    } catch (error) {
      this.failed(diff, error);
      return;
    }
    this.again = AGAIN_MS.first;
    this.tell(this.unwritten ? 'waiting' : 'saved');
    if (this.unwritten) this.later(0);
  }

  private failed(diff: ProjectDiff, error: unknown): void {
    // What failed came first: later edits are made on top of it.
    this.unwritten = this.unwritten ? mergeDiffs(diff, this.unwritten) : diff;
    const reason = error instanceof Error ? error.message : String(error);
    if (error instanceof ProjectGone) return this.tell('gone', reason);
    this.tell(isFull(error) ? 'full' : 'failed', reason);
    this.later(this.again);
    this.again = Math.min(AGAIN_MS.last, 2 * this.again);
  }

  private tell(state: WriterState, reason: string | null = null): void {
    if (this.state === 'gone') return;
    this.state = state;
    this.options.onState(state, reason);
  }
}
