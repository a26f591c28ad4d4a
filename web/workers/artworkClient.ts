import { proxy } from 'comlink';
import type { Artwork } from '../../core/artwork/readArtwork';
import type { DroppedFile, SortedFiles } from '../../core/artwork/sortFiles';
import type { TraceRecipe } from '../../core/find/tracePiece';
import type { Result } from '../../core/problems/problem';
import type { ArtworkApi, MadeOfFiles } from './artwork.worker';
import { WorkerLane } from './workerLane';

const lane = new WorkerLane<ArtworkApi>(
  () => new Worker(new URL('./artwork.worker.ts', import.meta.url), { type: 'module' }),
);

type Tell = (share: number) => void;

export const sortInWorker = (
  files: readonly DroppedFile[],
  tell: Tell,
  signal: AbortSignal,
): Promise<Result<SortedFiles>> =>
  lane.run((api) => api.sort(files, proxy(tell)) as Promise<Result<SortedFiles>>, signal);

export const drawingsInWorker = (
  files: readonly DroppedFile[],
  sheetId: string,
  expected: readonly string[],
  tell: Tell,
  signal: AbortSignal,
): Promise<Result<MadeOfFiles>> =>
  lane.run(
    (api) => api.drawings(files, sheetId, expected, proxy(tell)) as Promise<Result<MadeOfFiles>>,
    signal,
  );

export const picturesInWorker = (
  files: readonly DroppedFile[],
  sheetId: string,
  recipe: TraceRecipe,
  tell: Tell,
  signal: AbortSignal,
): Promise<Result<MadeOfFiles>> =>
  lane.run(
    (api) => api.pictures(files, sheetId, recipe, proxy(tell)) as Promise<Result<MadeOfFiles>>,
    signal,
  );

export const pastedInWorker = (svg: string): Promise<Result<Artwork>> =>
  lane.run((api) => api.pasted(svg) as Promise<Result<Artwork>>);
