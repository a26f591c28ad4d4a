import type { Remote } from 'comlink';
import type { Result } from '../../core/foundations/problems/problem';
import { startWorker } from '../jobs/startWorker';
import { WorkerHost, type Progress, type Started } from '../jobs/workerHost';

export interface JobOptions {
  readonly signal?: AbortSignal;
  readonly onProgress?: Progress;
}

export type RunOnce<Api> = <T>(
  job: (api: Api) => Promise<unknown>,
  options?: JobOptions,
) => Promise<Result<T>>;

/** A worker that nobody has used for so long ends, ms: what is taken into storage is often opened the next moment. */
export const LINGERS_MS = 1500;

/**
 * Jobs that each have a worker to themselves, which is ended after it and gives its memory back. It waits a moment before, for
 * a job that follows at once. `timer`: setTimeout, or what a test has for it.
 */
export function oneByOne<Api>(
  start: () => Started<Api>,
  timer: (run: () => void, ms: number) => unknown = setTimeout,
): RunOnce<Api> {
  let lingering: { readonly host: WorkerHost<Api> } | null = null;
  return async (job, options = {}) => {
    const host = lingering?.host ?? new WorkerHost(start);
    lingering = null;
    try {
      return await host.run(job, options);
    } finally {
      const other = lingering as { readonly host: WorkerHost<Api> } | null;
      other?.host.close();
      // One for each job: the time of an earlier job on the same worker means nothing any more.
      const own = { host };
      lingering = own;
      timer(() => {
        if (lingering !== own) return;
        lingering = null;
        host.close();
      }, LINGERS_MS);
    }
  };
}

/** The same for a browser's worker. */
export const inOwnWorker = <Api>(make: () => Worker): RunOnce<Remote<Api>> =>
  oneByOne(() => startWorker<Api>(make));
