import type { Remote } from 'comlink';
import { startWorker } from '../jobs/startWorker';
import { WorkerHost } from '../jobs/workerHost';
import type { ArtworkApi } from './artwork.worker';
import type { DressApi } from './dressApi';
import type { FitApi } from './fitApi';
import type { ImagingApi } from './imaging.worker';
import type { PenApi } from './penApi';

/** A kind of work as jobs see it; tests give hosts whose workers have no threads. */
type Host<Api> = Pick<WorkerHost<Remote<Api>>, 'run'>;

/** All work that is done aside for jobs, one worker a kind, started when first needed. */
export interface Workers {
  readonly imaging: Host<ImagingApi>;
  readonly artwork: Host<ArtworkApi>;
  readonly pen: Host<PenApi>;
  readonly dress: Host<DressApi>;
  /** One fits and can be stopped; the other keeps the rhythm, which must not end with it. */
  readonly fit: Host<FitApi>;
  readonly rhythm: Host<FitApi>;
}

const host = <Api>(make: () => Worker): Host<Api> =>
  new WorkerHost<Remote<Api>>(() => startWorker<Api>(make));
const module = { type: 'module' } as const;
const fit = () => new Worker(new URL('./fit.worker.ts', import.meta.url), module);

export const workers: Workers = {
  imaging: host(() => new Worker(new URL('./imaging.worker.ts', import.meta.url), module)),
  artwork: host(() => new Worker(new URL('./artwork.worker.ts', import.meta.url), module)),
  pen: host(() => new Worker(new URL('./pen.worker.ts', import.meta.url), module)),
  dress: host(() => new Worker(new URL('./dress.worker.ts', import.meta.url), module)),
  fit: host(fit),
  rhythm: host(fit),
};
