import { wrap, type Remote } from 'comlink';
import { fail, type Result } from '../../core/problems/problem';

/** Raised by a job that was stopped on purpose. */
export class Cancelled extends Error {}

/** One worker for one kind of job, started on first use and again after a crash or a cancelled job. */
export class WorkerLane<Api> {
  private open: { readonly worker: Worker; readonly api: Remote<Api> } | null = null;

  constructor(private readonly start: () => Worker) {}

  private lane(): { readonly worker: Worker; readonly api: Remote<Api> } {
    if (!this.open) {
      const worker = this.start();
      this.open = { worker, api: wrap<Api>(worker) };
    }
    return this.open;
  }

  private close(): void {
    this.open?.worker.terminate();
    this.open = null;
  }

  /** A job that ends when its worker dies or the signal says so; both would otherwise wait for ever. */
  async run<T>(job: (api: Remote<Api>) => Promise<Result<T>>, signal?: AbortSignal): Promise<Result<T>> {
    const { worker, api } = this.lane();
    return new Promise<Result<T>>((resolve, reject) => {
      const stop = () => {
        this.close();
        reject(new Cancelled('cancelled'));
      };
      const crash = (event: Event) => {
        this.close();
        const reason = event instanceof ErrorEvent ? event.message : 'the worker stopped';
        resolve(fail({ code: 'picture-broken', kind: 'picture', reason }));
      };
      if (signal?.aborted) return stop();
      signal?.addEventListener('abort', stop, { once: true });
      worker.addEventListener('error', crash, { once: true });
      job(api).then(resolve, (error: unknown) => {
        const reason = error instanceof Error ? error.message : String(error);
        resolve(fail({ code: 'picture-broken', kind: 'picture', reason }));
      });
    });
  }
}
