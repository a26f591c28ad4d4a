import ClipperLib from 'clipper-lib';
import { contourArea, flattenContour } from '../../foundations/geometry/measure';
import { rightDirections } from '../../foundations/geometry/direction';
import { polygon, type Contour } from '../../foundations/geometry/contour';
import { nth } from '../../foundations/lists/nth';
import type { Vec } from '../../foundations/geometry/vec';
import { curvesOfPolygon } from './curvesOfPolygon';
import { markUnited } from './shape';

/**
 * Offsets and sweeps of whole letters by way of fine polygons in whole numbers (the Clipper library: Vatti, CACM 35 (1992); offsets after
 * Chen and McMains, DETC 2005): five to twelve times as quick as booleans of curves on the demo's letters, for shapes that are drawn around letters and
 * made anew at each edit. Curves are fitted to the polygons again. Em units, y up.
 */

/** Chords lie this near to their curves, em units. */
const FLAT_EM = 0.03;
/** Curves lie so near to the chords; a chord of a curve as flat as letters have is no longer, and turns by less (10° for a radius of 4 u). */
const CURVES = { tolerance: 0.1, longest: 24, cornerDeg: 14 };
/** Whole numbers to an em unit: letters reach over some thousands of units, quick arithmetic over 47 millions. */
const PER_EM = 2000;
/** Pieces smaller than this are dust, square em units. */
const DUST_EM2 = 4;
/** Corners stay sharp up to a spike of so many times the distance, as SVG's miter limit has it. */
const MITER_LIMIT = 4;

const pathOf = (c: Contour): ClipperLib.Path =>
  flattenContour(c, FLAT_EM).map((p) => ({ X: Math.round(p.x * PER_EM), Y: Math.round(p.y * PER_EM) }));

/** The filled area of closed contours (nonzero rule) as polygons without overlaps. */
function areaOf(paths: ClipperLib.Paths): ClipperLib.Paths {
  const { pftNonZero } = ClipperLib.PolyFillType;
  const clipper = new ClipperLib.Clipper();
  clipper.AddPaths(paths, ClipperLib.PolyType.ptSubject, true);
  const made: ClipperLib.Paths = [];
  clipper.Execute(ClipperLib.ClipType.ctUnion, made, pftNonZero, pftNonZero);
  return made;
}

/** Polygons as outlines with curves where their points follow one. */
function fitted(paths: ClipperLib.Paths): Contour[] {
  const contours = paths
    .map((path) => path.map(({ X, Y }): Vec => ({ x: X / PER_EM, y: Y / PER_EM })))
    .filter((points) => points.length > 2 && Math.abs(contourArea(polygon(points))) > DUST_EM2)
    .map((points) => curvesOfPolygon(points, CURVES));
  return markUnited(rightDirections(contours));
}

/** The area of closed contours with all that is nearer than `by` (above 0), or without what is nearer to its edge (below 0). */
export function offsetArea(cs: readonly Contour[], by: number): Contour[] {
  const area = areaOf(cs.map(pathOf));
  if (by === 0) return fitted(area);
  const offset = new ClipperLib.ClipperOffset(MITER_LIMIT, FLAT_EM * PER_EM);
  offset.AddPaths(area, ClipperLib.JoinType.jtMiter, ClipperLib.EndType.etClosedPolygon);
  const made: ClipperLib.Paths = [];
  offset.Execute(made, by * PER_EM);
  return fitted(made);
}

/** The area of closed contours with all that it passes over on a straight way by (x, y). */
export function sweptArea(cs: readonly Contour[], x: number, y: number): Contour[] {
  const area = areaOf(cs.map(pathOf));
  const to = { X: Math.round(x * PER_EM), Y: Math.round(y * PER_EM) };
  const sides = area.flatMap((path) => runsAcross(path, to).map((run) => passedOver(run, to)));
  return fitted(areaOf([...area, ...area.map((path) => movedBy(path, to)), ...sides]));
}

const movedBy = (path: ClipperLib.Path, by: ClipperLib.IntPoint): ClipperLib.Path =>
  path.map(({ X, Y }) => ({ X: X + by.X, Y: Y + by.Y }));

/** A polygon in runs that lie to one side of a direction each: what one passes over on its way there is one polygon. */
function runsAcross(path: ClipperLib.Path, way: ClipperLib.IntPoint): ClipperLib.Path[] {
  const sideOf = (i: number) => {
    const [p, q] = [nth(path, i % path.length), nth(path, (i + 1) % path.length)];
    return Math.sign(way.X * (q.Y - p.Y) - way.Y * (q.X - p.X));
  };
  const first = path.findIndex((_, i) => sideOf(i) !== sideOf(i + path.length - 1));
  const runs: ClipperLib.Path[] = [];
  for (let k = 0; k < path.length; k++) {
    const i = Math.max(0, first) + k;
    if (k === 0 || sideOf(i) !== sideOf(i + path.length - 1)) runs.push([nth(path, i % path.length)]);
    nth(runs, runs.length - 1).push(nth(path, (i + 1) % path.length));
  }
  return runs;
}

/** What a run passes over, turned so that what lies under two runs is filled. */
function passedOver(run: ClipperLib.Path, by: ClipperLib.IntPoint): ClipperLib.Path {
  const made = [...run, ...movedBy(run, by).reverse()];
  return ClipperLib.Clipper.Orientation(made) ? made : made.reverse();
}
