import type { Contour } from '../../core/geometry/contour';
import type { PenStroke } from '../../core/pen/strokes';
import type { Result } from '../../core/problems/problem';
import type { PenApi } from './pen.worker';
import { WorkerLane } from './workerLane';

const lane = new WorkerLane<PenApi>(
  () => new Worker(new URL('./pen.worker.ts', import.meta.url), { type: 'module' }),
);

/** Outline of what was written, px of the strokes. */
export const outlineInWorker = (strokes: readonly PenStroke[]): Promise<Result<Contour[]>> =>
  lane.run((api) => api.outline(strokes) as Promise<Result<Contour[]>>);
