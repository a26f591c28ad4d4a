import { sourceEdges } from '../tracing';
import { world, type World } from '../world';
import { createCleaning, createCleaningMany } from './cleaning';
import { createSkeletons } from './skeletons';
import { createSourceOutline } from './sourceOutline';
import { stemsInWorker as stemsOf } from './stemWidths';

type SourceEdges = Parameters<typeof createSourceOutline>[0]['sourceEdges'];

/** What is computed aside for the drawing bench: clean-ups of one letter or of many, skeletons, stems, edges of the source. */
export const createDressing = (
  of: Pick<World, 'current' | 'workers' | 'jobs'> & { readonly sourceEdges: SourceEdges },
) => ({
  ...createCleaning(of),
  ...createCleaningMany(of),
  ...createSkeletons(of),
  ...createSourceOutline(of),
  stemsInWorker: (letters: Parameters<typeof stemsOf>[1]) => stemsOf(of.workers, letters),
});

export const { tryCleanUp, makeCleanUp, cleanMany, keepMany, drawBySkeleton, stemsInWorker, edgesOfSource } =
  createDressing({ ...world, sourceEdges });
export { dropTried, lettersToClean, useCleaning, type ManyCleaned } from './cleaning';
export type { StemWidth } from './stemWidths';
