import { expose, transfer } from 'comlink';
import type { Contour } from '../../core/geometry/contour';
import type { PieceRegion } from '../../core/find/pieceRegion';
import {
  deviationOf,
  tracePiece,
  type Deviation,
  type TracedInk,
  type TraceRecipe,
} from '../../core/find/tracePiece';
import { readEdges } from '../../core/trace/traceRegion';

/** Regions this worker was given, by key; only the sheet in hand is kept. */
const regions = new Map<string, PieceRegion>();

const api = {
  keep(entries: readonly (readonly [string, PieceRegion])[]): void {
    for (const [key, region] of entries) regions.set(key, region);
  },
  clear(): void {
    regions.clear();
  },
  trace(key: string, recipe: TraceRecipe, turnRad: number): TracedInk {
    const region = regions.get(key);
    return region ? tracePiece(region, recipe, turnRad) : { outline: [], layers: [] };
  },
  deviation(key: string, outline: readonly Contour[]): Deviation | null {
    const region = regions.get(key);
    if (!region) return null;
    const found = deviationOf(region, outline);
    return transfer(found, [found.samples.buffer as ArrayBuffer]);
  },
  /** Edges of a region's ink, flat (x0, y0, x1 ...), px of the picture. */
  edges(key: string): Float64Array[] {
    const region = regions.get(key);
    if (!region) return [];
    const found = readEdges(region.field, region.level, region.seeds).map(({ ring }) => {
      const flat = new Float64Array(2 * ring.n);
      for (let i = 0; i < ring.n; i++) {
        flat[2 * i] = ring.xs[i]! + region.x;
        flat[2 * i + 1] = ring.ys[i]! + region.y;
      }
      return flat;
    });
    return transfer(
      found,
      found.map((f) => f.buffer as ArrayBuffer),
    );
  },
  /** The ink as the tracer sees it: opacity 0..255 of each px of the region. */
  ink(key: string): { x: number; y: number; width: number; height: number; alpha: Uint8ClampedArray } | null {
    const region = regions.get(key);
    if (!region) return null;
    const { width, height, data } = region.field;
    const alpha = Uint8ClampedArray.from(data, (d) => d * 255);
    return transfer({ x: region.x, y: region.y, width, height, alpha }, [alpha.buffer as ArrayBuffer]);
  },
};
export type TraceApi = typeof api;
expose(api);
