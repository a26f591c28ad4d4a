import { proxy } from 'comlink';
import type { PieceRow, RecipeRow, SheetRow } from '../../core/document/schema';
import type { PlaceOnPage, Reshape, Reshaped } from '../../core/find/reshape';
import type { TracedSheet } from '../../core/find/liftSheet';
import type { PieceRegion } from '../../core/find/pieceRegion';
import type { SheetRecipe } from '../../core/printed/readSheet';
import type { Result } from '../../core/problems/problem';
import { WorkerLane } from './workerLane';
import type { ImagingApi, PictureFacts, ReadPractice } from './imaging.worker';

const lane = new WorkerLane<ImagingApi>(
  () => new Worker(new URL('./imaging.worker.ts', import.meta.url), { type: 'module' }),
);

export const pictureFacts = (bytes: Uint8Array, signal?: AbortSignal): Promise<Result<PictureFacts>> =>
  lane.run((api) => api.facts(bytes) as unknown as Promise<Result<PictureFacts>>, signal);

export const practiceInWorker = (
  bytes: Uint8Array,
  name: string,
  sheetId: string,
  recipe: RecipeRow,
  onProgress: (stage: string, share: number) => void,
  signal?: AbortSignal,
): Promise<Result<ReadPractice>> =>
  lane.run(
    (api) => api.practice(bytes, name, sheetId, recipe, proxy(onProgress)) as Promise<Result<ReadPractice>>,
    signal,
  );

export const liftInWorker = (
  bytes: Uint8Array,
  sheet: SheetRow,
  recipe: RecipeRow,
  onProgress: (stage: string, share: number) => void,
  signal?: AbortSignal,
): Promise<Result<TracedSheet>> =>
  lane.run(
    (api) => api.lift(bytes, sheet, recipe, proxy(onProgress)) as Promise<Result<TracedSheet>>,
    signal,
  );

export const reshapeInWorker = (
  bytes: Uint8Array,
  what: Reshape,
  recipe: RecipeRow,
  reading: SheetRecipe,
  page: PlaceOnPage,
): Promise<Result<Reshaped[]>> =>
  lane.run((api) => api.reshape(bytes, what, recipe, reading, page) as Promise<Result<Reshaped[]>>);

export const pieceRegions = (
  bytes: Uint8Array,
  level: number | null,
  reading: SheetRecipe,
  colours: number,
  pieces: readonly Pick<PieceRow, 'box' | 'seeds' | 'cuts'>[],
): Promise<Result<PieceRegion[]>> =>
  lane.run((api) => api.regions(bytes, level, reading, colours, pieces) as Promise<Result<PieceRegion[]>>);

export { Cancelled } from './workerLane';
