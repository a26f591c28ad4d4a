import { rotation, translation } from '../geometry/affine';
import { transformContour, transformContours, type Contour } from '../geometry/contour';
import { windingNumber } from '../geometry/measure';
import type { Vec } from '../geometry/vec';
import type { InkModel } from '../ink/inkModel';
import { inkField } from '../ink/inkField';
import { growBox, type FloatImage, type Picture, type PxBox } from '../raster/picture';
import { isoContours, ringArea, type Ring } from './isoContours';
import { evenRing, turnRing } from './path';
import { isHalfWay, refineEdge } from './refineEdge';
import { labelEdges } from './tips';
import { defaultTraceSettings, traceRing, type TraceSettings } from './traceRing';

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
  const rings = isoContours(field, level).filter((r) => Math.abs(ringArea(r)) >= MIN_AREA_PX2);
  const wanted = seeds ? belongingTo(rings, seeds) : rings;
  const edges = wanted.map((ring) => refineEdge(field, evenRing(ring), level));
  // Ink is only compared where the level is its half-way mark, and on an upright page.
  const labels =
    turnRad === 0 && isHalfWay(level)
      ? labelEdges(
          field,
          edges.map((e) => e.ring),
        )
      : null;
  return edges.map(({ ring: edge, blurPx }, ring) => {
    if (turnRad === 0) return traceRing(edge, settings, labels ? { field, labels, ring, blurPx } : undefined);
    return transformContour(traceRing(turnRing(edge, -turnRad), settings), rotation(turnRad));
  });
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

/**
 * Outline of the ink in a part of a picture, in px of the whole picture (y down).
 * `box` is the ink's tight box; the edge's soft rim around it is read too.
 */
export function traceRegion(
  picture: Picture,
  model: InkModel,
  box: PxBox,
  settings: TraceSettings,
  seeds?: readonly Vec[],
  turnRad = 0,
): Contour[] {
  const region = growBox(box, 6, picture.width, picture.height);
  const field = inkField(picture, model, region);
  const local = seeds?.map((s) => ({ x: s.x - region.x, y: s.y - region.y }));
  return transformContours(
    traceField(field, model.level, settings, local, turnRad),
    translation(region.x, region.y),
  );
}
