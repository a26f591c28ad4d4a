import ClipperLib from 'clipper-lib';
import { contoursBox, flattenContour } from '../../foundations/geometry/measure';
import type { Contour } from '../../foundations/geometry/contour';
import type { Vec } from '../../foundations/geometry/vec';
import { areaChords } from './areaChords';
import type { FillRule, Shape } from './shape';

/**
 * Booleans of finely broken polygons in whole numbers, which can't go wrong (B. R. Vatti, CACM 35 (1992), as implemented
 * by the Clipper library): the truth that booleans on curves are held against, and what is left when those fail.
 */
export type Operation = 'union' | 'intersect' | 'subtract';

/** A quick look: chords that keep the area leave their curves by no more than the first share of the shapes' size, and tell areas like plain chords of the second. */
const QUICK_SHARE = 6e-5;
const QUICK_SLACK = 4e-6;
/** Largest whole number with quick arithmetic in the library (it allows 47,453,132). */
const RANGE = 4e7;

const KIND = {
  union: ClipperLib.ClipType.ctUnion,
  intersect: ClipperLib.ClipType.ctIntersection,
  subtract: ClipperLib.ClipType.ctDifference,
};
const RULE: Record<FillRule, ClipperLib.PolyFillType> = {
  nonzero: ClipperLib.PolyFillType.pftNonZero,
  evenodd: ClipperLib.PolyFillType.pftEvenOdd,
};

export interface Truth {
  /** Closed polygons, outer ones and holes the other way round, in the shapes' own unit. */
  readonly polygons: readonly (readonly Vec[])[];
  readonly area: number;
  /** By how much the area may be out for breaking curves into chords. */
  readonly slack: number;
}

/**
 * The result's polygons and area: a quick look, or by plain chords that leave their curves by no more than a share of the shapes'
 * size. Shapes without extent count as empty.
 */
export function polygonTruth(operation: Operation, a: Shape, b: Shape | null, flatShare?: number): Truth {
  const box = contoursBox([...a.contours, ...(b?.contours ?? [])]);
  if (!box) return { polygons: [], area: 0, slack: 0 };
  const size = Math.max(box.xMax - box.xMin, box.yMax - box.yMin, 1e-12);
  const k = RANGE / (1.05 * size);
  const [x0, y0] = [(box.xMin + box.xMax) / 2, (box.yMin + box.yMax) / 2];
  let girth = 0;
  const paths = (shape: Shape) =>
    shape.contours.map((c: Contour) => {
      const whole = { ...c, closed: true };
      const flat = flatShare
        ? flattenContour(whole, size * flatShare)
        : areaChords(whole, size * QUICK_SHARE);
      flat.forEach((p, i) => {
        const q = flat[(i + 1) % flat.length]!;
        girth += Math.hypot(q.x - p.x, q.y - p.y);
      });
      return flat.map((p) => ({ X: Math.round((p.x - x0) * k), Y: Math.round((p.y - y0) * k) }));
    });
  const clipper = new ClipperLib.Clipper();
  clipper.AddPaths(paths(a), ClipperLib.PolyType.ptSubject, true);
  if (b) clipper.AddPaths(paths(b), ClipperLib.PolyType.ptClip, true);
  const made: ClipperLib.Paths = [];
  clipper.Execute(KIND[operation], made, RULE[a.rule], RULE[b?.rule ?? a.rule]);
  const area = made.reduce((sum, p) => sum + ClipperLib.Clipper.Area(p), 0);
  return {
    polygons: made.map((p) => p.map(({ X, Y }) => ({ x: X / k + x0, y: Y / k + y0 }))),
    area: Math.abs(area) / k / k,
    // A chord of an arc cuts off two thirds of its length times its height, and few reach the height allowed.
    slack: 0.5 * girth * size * (flatShare ?? QUICK_SLACK),
  };
}
