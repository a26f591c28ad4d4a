import { storage } from '../persistence/projects';
import type { Clock } from '../persistence/projectWriter';
import type { PictureStore } from '../persistence/pictures';
import { workers, type Workers } from '../workers/clients';
import { tracers, type TracePool } from '../workers/tracePool';
import type { JobQueue } from '../jobs/jobQueue';
import { jobs } from './jobs';
import { currentSession } from './projectStore';
import type { Session } from './styleSession';

/** What the benches' work needs of the world; tests give their own. */
export interface World {
  /** The session of the project that is shown; null when none is. */
  readonly current: () => Session | null;
  readonly workers: Workers;
  readonly pictures: Pick<PictureStore, 'bytes'>;
  readonly jobs: JobQueue;
  readonly clock: Clock;
  readonly tracers: () => Pick<TracePool, 'holds' | 'keep' | 'traceAll' | 'deviation' | 'edges' | 'ink'>;
}

/** This tab. */
export const world: World = {
  current: currentSession,
  workers,
  pictures: storage.pictures,
  jobs,
  clock: {
    setTimeout: (run, ms) => setTimeout(run, ms),
    clearTimeout: (timer) => clearTimeout(timer as number),
  },
  tracers,
};
