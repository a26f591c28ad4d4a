import { Cancelled } from './workerHost';

/** A job as it is shown. */
export interface JobView {
  readonly id: number;
  /** The project that the job belongs to, and writes to, whichever is open. */
  readonly projectId: string;
  readonly lane: string;
  readonly name: string;
  readonly stage: string;
  /** Share that is done; null = not known. */
  readonly share: number | null;
  readonly state: 'waiting' | 'running';
}

/** What a running job is given. */
export interface JobContext {
  readonly signal: AbortSignal;
  readonly progress: (stage: string, share: number | null) => void;
}

export interface JobSpec {
  readonly projectId: string;
  readonly name: string;
  /** Jobs of one lane run one after the other; lanes run side by side. */
  readonly lane: string;
  readonly stage?: string;
  readonly run: (context: JobContext) => Promise<void>;
  /** Told when the job ends by a fault of its own; stopping it on purpose is none. */
  readonly onFailed?: (error: unknown) => void;
  readonly onCancelled?: () => void;
}

export type Ending = 'done' | 'cancelled' | 'failed';

export interface JobHandle {
  readonly id: number;
  readonly ended: Promise<Ending>;
}

interface Job {
  readonly spec: JobSpec;
  readonly abort: AbortController;
  readonly resolve: (ending: Ending) => void;
  view: JobView;
}

/** Jobs of all projects. One that fails or is stopped is told to whoever asked for it; those behind it go on. */
export class JobQueue {
  private jobs: readonly Job[] = [];
  private serial = 0;
  private readonly listeners = new Set<() => void>();
  private views: readonly JobView[] = [];

  /** Jobs that aren't ended, in their order. The same list until something changes. */
  list = (): readonly JobView[] => this.views;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  add(spec: JobSpec): JobHandle {
    const id = ++this.serial;
    const { projectId, lane, name, stage = 'Waiting' } = spec;
    let resolve: (ending: Ending) => void = () => {};
    const ended = new Promise<Ending>((r) => (resolve = r));
    const view: JobView = { id, projectId, lane, name, stage, share: null, state: 'waiting' };
    this.jobs = [...this.jobs, { spec, abort: new AbortController(), resolve, view }];
    this.changed();
    this.next(spec.lane);
    return { id, ended };
  }

  cancel(id: number): void {
    const job = this.jobs.find((j) => j.view.id === id);
    if (!job) return;
    job.abort.abort();
    if (job.view.state === 'waiting') this.end(job, 'cancelled');
  }

  /** Stops all jobs of a project. */
  cancelAll(projectId: string): void {
    for (const job of this.jobs.filter((j) => j.spec.projectId === projectId)) this.cancel(job.view.id);
  }

  private next(lane: string): void {
    const own = this.jobs.filter((j) => j.spec.lane === lane);
    const job = own[0];
    if (!job || own.some((j) => j.view.state === 'running')) return;
    job.view = { ...job.view, state: 'running' };
    this.changed();
    void this.run(job);
  }

  private async run(job: Job): Promise<void> {
    const progress = (stage: string, share: number | null) => {
      // What a worker sent before it was stopped may still arrive afterwards.
      if (job.abort.signal.aborted) return;
      job.view = { ...job.view, stage, share };
      this.changed();
    };
    try {
      await job.spec.run({ signal: job.abort.signal, progress });
      this.end(job, 'done');
    } catch (error) {
      const stopped = error instanceof Cancelled || job.abort.signal.aborted;
      this.end(job, stopped ? 'cancelled' : 'failed', error);
    }
  }

  private end(job: Job, ending: Ending, error?: unknown): void {
    if (!this.jobs.includes(job)) return;
    this.jobs = this.jobs.filter((j) => j !== job);
    this.changed();
    // Whoever is told may be at fault too; the queue goes on all the same.
    try {
      if (ending === 'failed') job.spec.onFailed?.(error);
      if (ending === 'cancelled') job.spec.onCancelled?.();
    } catch (fault) {
      console.error(fault);
    }
    job.resolve(ending);
    this.next(job.spec.lane);
  }

  private changed(): void {
    this.views = this.jobs.map((j) => j.view);
    for (const listener of this.listeners) listener();
  }
}
