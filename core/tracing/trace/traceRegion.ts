import { translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { windingNumber } from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import type { InkModel } from '../ink/inkModel';
import { inkField } from '../ink/inkField';
import { growBox, type FloatImage, type Picture, type PxBox } from '../../foundations/raster/picture';
import { isoContours, ringArea, type Ring } from './isoContours';
import { evenRing } from './path';
import { isHalfWay, refineEdge, type RefinedEdge } from './refineEdge';
import { labelEdges } from './tips';
import { traceRings } from './traceRings';
import { defaultTraceSettings, type TraceSettings } from './settings';

/** Patches and holes smaller than this are grain of the paper, px2. */
const MIN_AREA_PX2 = 3;

/**
 * Outline of the ink in a density field: outer contours with the ink on their left (y down), counters the other way.
 * `seeds` (px of the field) keeps only the patches that contain one of them, with their counters; all when absent.
 * `turnRad` is how far the writing is turned on the page: level and upright are judged along the writing.
 */
export function traceField(
  field: FloatImage,
  level: number,
  settings: TraceSettings = defaultTraceSettings,
  seeds?: readonly Vec[],
  turnRad = 0,
): Contour[] {
  const edges = readEdges(field, level, seeds);
  // Ink is only compared where the level is its half-way mark.
  const labels = isHalfWay(level)
    ? labelEdges(
        field,
        edges.map((e) => e.ring),
      )
    : null;
  const rings = edges.map(({ ring, blurPx }, k) => ({
    ring,
    ...(labels && { tips: { field, labels, ring: k, blurPx } }),
  }));
  return traceRings(rings, settings, turnRad);
}

/** The edges of the ink in a density field as even, sub-pixel runs of samples; `seeds` as for traceField. */
export function readEdges(field: FloatImage, level: number, seeds?: readonly Vec[]): RefinedEdge[] {
  const rings = isoContours(field, level).filter((r) => Math.abs(ringArea(r)) >= MIN_AREA_PX2);
  const wanted = seeds ? belongingTo(rings, seeds) : rings;
  return wanted.map((ring) => refineEdge(field, evenRing(ring), level));
}

/** The outer rings that directly hold a seed, and the holes that lie directly in one of them. */
function belongingTo(rings: readonly Ring[], seeds: readonly Vec[]): Ring[] {
  const polys = rings.map(toPoints);
  const areas = rings.map(ringArea);
  const smallestAround = (p: Vec, outer: boolean): number => {
    let best = -1;
    rings.forEach((_, i) => {
      if (areas[i]! < 0 !== outer || windingNumber(polys[i]!, p) === 0) return;
      if (best < 0 || Math.abs(areas[i]!) < Math.abs(areas[best]!)) best = i;
    });
    return best;
  };
  const kept = new Set(seeds.map((s) => smallestAround(s, true)).filter((i) => i >= 0));
  return rings.filter((_, i) => {
    if (areas[i]! < 0) return kept.has(i);
    // A point on the hole's edge lies within the outer ring around it, not within the hole itself.
    return kept.has(smallestAround(polys[i]![0]!, true));
  });
}

const toPoints = (r: Ring): Vec[] =>
  Array.from({ length: r.length / 2 }, (_, i) => ({ x: r[2 * i]!, y: r[2 * i + 1]! }));

/** A part of a picture as ink density, with what is needed to trace it and put it back into its place. */
export interface InkRegion {
  readonly field: FloatImage;
  readonly level: number;
  /** Place of the field's corner on the picture, px. */
  readonly x: number;
  readonly y: number;
  /** Seeds of the patches wanted, px of the field; all when absent. */
  readonly seeds?: readonly Vec[];
}

/** Ink density about a tight box of ink, with the edge's soft rim; seeds in px of the picture. */
export function readRegion(picture: Picture, model: InkModel, box: PxBox, seeds?: readonly Vec[]): InkRegion {
  const region = growBox(box, 6, picture.width, picture.height);
  return {
    field: inkField(picture, model, region),
    level: model.level,
    x: region.x,
    y: region.y,
    ...(seeds && { seeds: seeds.map((s) => ({ x: s.x - region.x, y: s.y - region.y })) }),
  };
}

/** Outline of a region's ink, px of the whole picture (y down). */
export function traceRegion(region: InkRegion, settings: TraceSettings, turnRad = 0): Contour[] {
  return transformContours(
    traceField(region.field, region.level, settings, region.seeds, turnRad),
    translation(region.x, region.y),
  );
}
