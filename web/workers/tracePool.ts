import { transfer, type Remote } from 'comlink';
import type { Deviation, TracedInk, TraceRecipe } from '../../core/lifting/find/tracePiece';
import type { Contour } from '../../core/foundations/geometry/contour';
import { regionBuffers, type PieceRegion } from '../../core/lifting/find/pieceRegion';
import { startWorker } from '../jobs/startWorker';
import { Cancelled, WorkerHost, type Started } from '../jobs/workerHost';
import type { TraceApi } from './trace.worker';

/** Outlines kept so that going back on a slider costs nothing. */
const KEPT_OUTLINES = 3000;

/** The ink of a piece as the tracer sees it: opacity 0..255 of each px, at (x, y) of the picture. */
export interface InkOfPiece {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly alpha: Uint8ClampedArray;
}

/**
 * Tracers beside the page's own thread. They hold the ink about the pieces of one sheet, under a name that says all that the ink
 * depends on: the picture and every setting by which it was read. Outlines are remembered by that name too, so that ink read
 * in another way never brings back old ones.
 */
export class TracePool {
  /** Name of what the tracers hold; null when nothing, or when a tracer died with its part. */
  private name: string | null = null;
  /** A piece's ink lies with one tracer only. */
  private readonly laneOf = new Map<string, number>();
  private readonly outlines = new Map<string, TracedInk>();
  private readonly lanes: WorkerHost<Remote<TraceApi>>[];

  constructor(lanes: number, start: () => Started<Remote<TraceApi>>) {
    this.lanes = Array.from(
      { length: lanes },
      () =>
        new WorkerHost(() => {
          // A tracer that begins anew holds nothing.
          this.name = null;
          return start();
        }),
    );
  }

  holds = (name: string): boolean => this.name === name;

  /** Hands the ink of a sheet's pieces to the tracers, whose memory goes over, and forgets that of the sheet before. */
  async keep(name: string, entries: readonly (readonly [string, PieceRegion])[]): Promise<boolean> {
    this.laneOf.clear();
    const kept = await Promise.all(
      this.lanes.map(async (lane, k) => {
        const own = entries.filter((_, i) => i % this.lanes.length === k);
        own.forEach(([key]) => this.laneOf.set(key, k));
        const buffers = own.flatMap(([, r]) => regionBuffers(r));
        return lane.run((api) => api.keep(transfer(own, buffers)));
      }),
    );
    this.name = kept.every((r) => r.ok) ? name : null;
    return this.name === name;
  }

  /**
   * Traces pieces in the given order, spread over all tracers; each is told as soon as it is done. Stops between pieces when
   * the signal says so. What was traced before from the same ink by the same recipe is told at once.
   */
  async traceAll(
    keys: readonly string[],
    recipe: TraceRecipe,
    turnRad: number,
    onPiece: (key: string, traced: TracedInk) => void,
    signal: AbortSignal,
  ): Promise<void> {
    const { mode, tolerancePx, cornerDeg, smoothing, colours } = recipe;
    const plain = { mode, tolerancePx, cornerDeg, smoothing, ...(colours && { colours }) };
    const how = `${this.name} ${JSON.stringify(plain)} ${turnRad}`;
    const waiting = keys.filter((key) => {
      const known = this.outlines.get(`${key} ${how}`);
      if (known) onPiece(key, known);
      return !known;
    });
    await Promise.all(
      this.lanes.map(async (lane, k) => {
        for (const key of waiting.filter((w) => this.laneOf.get(w) === k)) {
          if (signal.aborted) return;
          const traced = await lane.run<TracedInk>((api) => api.trace(key, plain, turnRad));
          if (!traced.ok) return;
          this.remember(`${key} ${how}`, traced.value);
          if (!signal.aborted) onPiece(key, traced.value);
        }
      }),
    );
  }

  deviation = (key: string, outline: readonly Contour[]): Promise<Deviation | null> =>
    this.ask<Deviation>(key, (api) => api.deviation(key, outline));

  edges = async (key: string): Promise<Float64Array[]> =>
    (await this.ask<Float64Array[]>(key, (api) => api.edges(key))) ?? [];

  ink = (key: string): Promise<InkOfPiece | null> => this.ask<InkOfPiece>(key, (api) => api.ink(key));

  private async ask<T>(key: string, call: (api: Remote<TraceApi>) => Promise<unknown>): Promise<T | null> {
    const lane = this.lanes[this.laneOf.get(key) ?? -1];
    const answer = await lane?.run<T>(call).catch((error: unknown) => {
      if (error instanceof Cancelled) return null;
      throw error;
    });
    return answer?.ok ? answer.value : null;
  }

  private remember(name: string, traced: TracedInk): void {
    this.outlines.set(name, traced);
    if (this.outlines.size > KEPT_OUTLINES) this.outlines.delete(this.outlines.keys().next().value!);
  }
}

/** One core is left for the page. */
const lanes = () => Math.max(1, Math.min(4, (navigator.hardwareConcurrency || 2) - 1));

let pool: TracePool | null = null;
/** The tracers of this tab, started when first needed. */
export const tracers = (): TracePool =>
  (pool ??= new TracePool(lanes(), () =>
    startWorker<TraceApi>(
      () => new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' }),
    ),
  ));
