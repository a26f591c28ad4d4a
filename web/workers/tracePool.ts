import { transfer, wrap, type Remote } from 'comlink';
import type { Deviation, TracedInk, TraceRecipe } from '../../core/find/tracePiece';
import type { Contour } from '../../core/geometry/contour';
import { regionBuffers, type PieceRegion } from '../../core/find/pieceRegion';
import type { TraceApi } from './trace.worker';

/** Tracers beside the page's own thread; one core is left for it. */
const LANES = Math.max(1, Math.min(4, (navigator.hardwareConcurrency || 2) - 1));
/** Outlines kept so that going back on a slider costs nothing. */
const KEPT_OUTLINES = 3000;

let lanes: Remote<TraceApi>[] | null = null;

function openLanes(): Remote<TraceApi>[] {
  lanes ??= Array.from({ length: LANES }, () =>
    wrap<TraceApi>(new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' })),
  );
  return lanes;
}

/** Keys are spread evenly; a piece's region lives in one lane only. */
const laneOf = new Map<string, number>();
const outlines = new Map<string, TracedInk>();

/** Hands the regions of a sheet's pieces to the tracers and forgets those of the sheet before. */
export async function keepRegions(entries: readonly (readonly [string, PieceRegion])[]): Promise<void> {
  laneOf.clear();
  await Promise.all(
    openLanes().map(async (lane, k) => {
      const own = entries.filter((_, i) => i % LANES === k);
      own.forEach(([key]) => laneOf.set(key, k));
      await lane.clear();
      await lane.keep(
        transfer(
          own,
          own.flatMap(([, r]) => regionBuffers(r)),
        ),
      );
    }),
  );
}

/**
 * Traces pieces in the given order, spread over all lanes; each is told as soon as it is done. Stops between pieces when
 * the signal says so. What was traced before by the same recipe is told at once.
 */
export async function traceAll(
  keys: readonly string[],
  recipe: TraceRecipe,
  turnRad: number,
  onPiece: (key: string, traced: TracedInk) => void,
  signal: AbortSignal,
): Promise<void> {
  const { mode, tolerancePx, cornerDeg, smoothing, colours } = recipe;
  const plain = { mode, tolerancePx, cornerDeg, smoothing, ...(colours && { colours }) };
  const named = (key: string) => `${key} ${JSON.stringify(plain)} ${turnRad}`;
  const waiting = keys.filter((key) => {
    const known = outlines.get(named(key));
    if (known) onPiece(key, known);
    return !known;
  });
  await Promise.all(
    openLanes().map(async (lane, k) => {
      for (const key of waiting.filter((w) => laneOf.get(w) === k)) {
        if (signal.aborted) return;
        const outline = await lane.trace(key, plain, turnRad);
        outlines.set(named(key), outline);
        if (outlines.size > KEPT_OUTLINES) outlines.delete(outlines.keys().next().value!);
        if (!signal.aborted) onPiece(key, outline);
      }
    }),
  );
}

const lane = (key: string): Remote<TraceApi> | undefined => openLanes()[laneOf.get(key) ?? -1];

export const deviationInWorker = async (
  key: string,
  outline: readonly Contour[],
): Promise<Deviation | null> => (await lane(key)?.deviation(key, outline)) ?? null;

export const edgesInWorker = async (key: string): Promise<Float64Array[]> =>
  (await lane(key)?.edges(key)) ?? [];

export const inkInWorker = async (key: string) => (await lane(key)?.ink(key)) ?? null;
