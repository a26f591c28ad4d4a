import { fail, type Result } from '../../core/foundations/problems/problem';

/** Raised by a job that was stopped on purpose. */
export class Cancelled extends Error {}

/** How far a job is: which part of the work, and the share of it that is done (0 to 1). */
export type Progress = (stage: string, share: number) => void;

/** A worker that was started; tests give one without a thread. */
export interface Started<Api> {
  readonly api: Api;
  /** Told when the worker dies or sends what can't be read. One listener, for as long as the worker lives. */
  onCrash(listener: (reason: string) => void): void;
  /** Told of the progress of the call under way. One listener, for as long as the worker lives. */
  onProgress(listener: Progress): void;
  terminate(): void;
}

interface Call {
  readonly run: () => Promise<unknown>;
  readonly onProgress: Progress;
  readonly settle: (result: Result<unknown>) => void;
  readonly reject: (error: Error) => void;
  ended: boolean;
}

/**
 * One worker for one kind of job, which does one call after the other. Stopping a call ends the worker only when that very call is under way, and
 * the calls behind it go on in a new one; so they do after a crash, which is told to the caller whose call it was.
 */
export class WorkerHost<Api> {
  private open: Started<Api> | null = null;
  private current: Call | null = null;
  private readonly waiting: Call[] = [];

  constructor(private readonly start: () => Started<Api>) {}

  /** Calls that aren't answered yet. */
  get busy(): number {
    return this.waiting.length + (this.current ? 1 : 0);
  }

  /**
   * Makes a call. A failure of the call itself is `job-failed`, a worker that died `worker-crashed`; rejects with `Cancelled`
   * when the signal says so.
   */
  run<T>(
    call: (api: Api) => Promise<unknown>,
    { signal, onProgress = () => {} }: { signal?: AbortSignal; onProgress?: Progress } = {},
  ): Promise<Result<T>> {
    return new Promise<Result<T>>((resolve, reject) => {
      if (signal?.aborted) return reject(new Cancelled('cancelled'));
      const own: Call = {
        run: () => call(this.worker().api),
        onProgress,
        settle: (result) => {
          signal?.removeEventListener('abort', stop);
          resolve(result as Result<T>);
        },
        reject: (error) => {
          signal?.removeEventListener('abort', stop);
          reject(error);
        },
        ended: false,
      };
      const stop = () => this.stop(own);
      signal?.addEventListener('abort', stop, { once: true });
      this.waiting.push(own);
      this.next();
    });
  }

  /** Starts the worker before its first call. */
  warm(): void {
    this.worker();
  }

  /** Ends the worker and gives its memory back; calls that aren't answered are cancelled. */
  close(): void {
    for (const call of [...this.waiting.splice(0), ...(this.current ? [this.current] : [])]) this.stop(call);
    this.endWorker();
  }

  private worker(): Started<Api> {
    if (this.open) return this.open;
    const started = this.start();
    started.onCrash((reason) => this.crashed(started, reason));
    started.onProgress((stage, share) => this.current?.onProgress(stage, share));
    this.open = started;
    return started;
  }

  private endWorker(): void {
    this.open?.terminate();
    this.open = null;
  }

  private next(): void {
    if (this.current) return;
    const call = this.waiting.shift();
    if (!call) return;
    this.current = call;
    const failed = (error: unknown): Result<unknown> =>
      fail({ code: 'job-failed', reason: error instanceof Error ? error.message : String(error) });
    let answer: Promise<unknown>;
    try {
      answer = call.run();
    } catch (error) {
      return this.end(call, () => call.settle(failed(error)));
    }
    answer.then(
      (result) => this.end(call, () => call.settle(result as Result<unknown>)),
      (error: unknown) => this.end(call, () => call.settle(failed(error))),
    );
  }

  private end(call: Call, tell: () => void): void {
    if (call.ended) return;
    call.ended = true;
    if (this.current === call) this.current = null;
    tell();
    this.next();
  }

  private stop(call: Call): void {
    if (call.ended) return;
    const at = this.waiting.indexOf(call);
    if (at >= 0) this.waiting.splice(at, 1);
    // What is under way can't be stopped but by ending its worker.
    else if (this.current === call) this.endWorker();
    this.end(call, () => call.reject(new Cancelled('cancelled')));
  }

  private crashed(worker: Started<Api>, reason: string): void {
    if (this.open !== worker) return;
    this.endWorker();
    const call = this.current;
    if (call) this.end(call, () => call.settle(fail({ code: 'worker-crashed', reason })));
  }
}
