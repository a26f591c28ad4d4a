import { transfer } from 'comlink';
import type { Contour } from '../../core/foundations/geometry/contour';
import type { PieceRegion } from '../../core/lifting/find/pieceRegion';
import {
  deviationOf,
  tracePiece,
  type Deviation,
  type TracedInk,
  type TraceRecipe,
} from '../../core/lifting/find/tracePiece';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { readEdges } from '../../core/tracing/trace/traceRegion';
import { serve } from './serve';
import type { InkOfPiece } from './tracePool';

const NOT_HELD = fail({ code: 'nothing-there' });

/** Regions this worker was given, by key; only the sheet in hand is kept. */
const regions = new Map<string, PieceRegion>();

const api = {
  keep(entries: readonly (readonly [string, PieceRegion])[]): Result<null> {
    regions.clear();
    for (const [key, region] of entries) regions.set(key, region);
    return ok(null);
  },
  trace(key: string, recipe: TraceRecipe, turnRad: number): Result<TracedInk> {
    const region = regions.get(key);
    return region ? ok(tracePiece(region, recipe, turnRad)) : NOT_HELD;
  },
  deviation(key: string, outline: readonly Contour[]): Result<Deviation> {
    const region = regions.get(key);
    if (!region) return NOT_HELD;
    const found = deviationOf(region, outline);
    return transfer(ok(found), [found.samples.buffer as ArrayBuffer]);
  },
  /** Edges of a region's ink, flat (x0, y0, x1 ...), px of the picture. */
  edges(key: string): Result<Float64Array[]> {
    const region = regions.get(key);
    if (!region) return NOT_HELD;
    const found = readEdges(region.field, region.level, region.seeds).map(({ ring }) => {
      const flat = new Float64Array(2 * ring.n);
      for (let i = 0; i < ring.n; i++) {
        flat[2 * i] = ring.xs[i]! + region.x;
        flat[2 * i + 1] = ring.ys[i]! + region.y;
      }
      return flat;
    });
    return transfer(
      ok(found),
      found.map((f) => f.buffer as ArrayBuffer),
    );
  },
  /** The ink as the tracer sees it: opacity 0..255 of each px of the region. */
  ink(key: string): Result<InkOfPiece> {
    const region = regions.get(key);
    if (!region) return NOT_HELD;
    const { width, height, data } = region.field;
    const alpha = Uint8ClampedArray.from(data, (d) => d * 255);
    return transfer(ok({ x: region.x, y: region.y, width, height, alpha }), [alpha.buffer as ArrayBuffer]);
  },
};
export type TraceApi = typeof api;
serve(api);
