import { proxy, wrap, type Remote } from 'comlink';
import type { PieceRow, RecipeRow, SheetRow } from '../../core/document/schema';
import type { TracedSheet } from '../../core/find/liftSheet';
import type { PieceRegion } from '../../core/find/pieceRegion';
import type { SheetRecipe } from '../../core/printed/readSheet';
import { fail, type Result } from '../../core/problems/problem';
import type { ImagingApi, PictureFacts } from './imaging.worker';

interface Lane {
  readonly worker: Worker;
  readonly api: Remote<ImagingApi>;
}

/** One worker for pictures, started on first use and again after a crash or a cancelled job. */
let lane: Lane | null = null;

function openLane(): Lane {
  if (lane) return lane;
  const worker = new Worker(new URL('./imaging.worker.ts', import.meta.url), { type: 'module' });
  lane = { worker, api: wrap<ImagingApi>(worker) };
  return lane;
}

function closeLane(): void {
  lane?.worker.terminate();
  lane = null;
}

/** Raised by a job that was stopped on purpose. */
export class Cancelled extends Error {}

/** A job that ends when its worker dies or the signal says so; both would otherwise wait for ever. */
async function run<T>(
  job: (api: Remote<ImagingApi>) => Promise<Result<T>>,
  signal?: AbortSignal,
): Promise<Result<T>> {
  const { worker, api } = openLane();
  return new Promise<Result<T>>((resolve, reject) => {
    const stop = () => {
      closeLane();
      reject(new Cancelled('cancelled'));
    };
    const crash = (event: Event) => {
      closeLane();
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

export const pictureFacts = (bytes: Uint8Array, signal?: AbortSignal): Promise<Result<PictureFacts>> =>
  run((api) => api.facts(bytes) as Promise<Result<PictureFacts>>, signal);

export const liftInWorker = (
  bytes: Uint8Array,
  sheet: SheetRow,
  recipe: RecipeRow,
  onProgress: (stage: string, share: number) => void,
  signal?: AbortSignal,
): Promise<Result<TracedSheet>> =>
  run((api) => api.lift(bytes, sheet, recipe, proxy(onProgress)) as Promise<Result<TracedSheet>>, signal);

export const pieceRegions = (
  bytes: Uint8Array,
  level: number | null,
  recipe: SheetRecipe,
  colours: number,
  pieces: readonly Pick<PieceRow, 'box' | 'seeds'>[],
): Promise<Result<PieceRegion[]>> =>
  run((api) => api.regions(bytes, level, recipe, colours, pieces) as Promise<Result<PieceRegion[]>>);
