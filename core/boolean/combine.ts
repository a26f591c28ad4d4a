import { reverseContour, segmentCount, type Contour, type Node } from '../geometry/contour';
import { rightDirections } from '../geometry/direction';
import { contourArea, contoursBox, type Box } from '../geometry/measure';
import { distance, type Vec } from '../geometry/vec';
import { simplify } from '../outline/simplify';
import { fromPaper, toPaper, type PaperPath } from './paperPaths';
import { polygonTruth, type Operation, type Truth } from './polygonTruth';
import { isUnited, markUnited, type Shape } from './shape';

/** Results smaller than this share of the shapes' box are slivers of rounding. */
const SLIVER = 1e-7;
/** Results smaller than this share of the shapes' box are slivers, looked at by chords as near as the second to their curves. */
const SLIVER_SHARE = 2e-3;
const FINE_SHARE = 2e-7;
/** Shifts tried when outlines touch so that the result goes wrong, as shares of their size: 2e-6 is 0.002 u in a letter. */
const NUDGES = [0, 2.3e-6, -3.1e-6, 1.1e-5, -1.7e-5, 4.1e-5];

/**
 * Union, intersection or difference of two shapes as contours without overlaps, counters the other way round than their
 * outlines; same unit and space as given. Curves stay curves and what is not cut stays as it was. The work is done by paper's
 * path booleans; every result is held against `polygonTruth` by its area, tried again with the second shape moved by millionths where
 * outlines touch in ways that go wrong, and made from the polygons when nothing helps.
 */
export function combine(operation: Operation, a: Shape, b: Shape | null): Contour[] {
  if (operation === 'union' && b === null && isUnited(a.contours)) return [...a.contours];
  return markUnited(combined(operation, a, b));
}

function combined(operation: Operation, a: Shape, b: Shape | null): Contour[] {
  const [left, right] = [sound(a), b && sound(b)];
  if (left.contours.length === 0) return operation === 'union' && right ? combine('union', right, null) : [];
  if (right && right.contours.length === 0)
    return operation === 'intersect' ? [] : combine('union', left, null);
  const box = contoursBox([...left.contours, ...(right?.contours ?? [])])!;
  const apart = right && disjoint(contoursBox(left.contours)!, contoursBox(right.contours)!);
  if (apart) {
    if (operation === 'intersect') return [];
    const own = combine('union', left, null);
    return operation === 'subtract' ? own : [...own, ...combine('union', right, null)];
  }
  const size = Math.max(box.xMax - box.xMin, box.yMax - box.yMin);
  const least = SLIVER * size * size;
  const seen = polygonTruth(operation, left, right);
  // Slivers between outlines that nearly agree are judged by much finer polygons: they are all edge.
  const sliver = seen.area < SLIVER_SHARE * size * size;
  const truth = sliver ? polygonTruth(operation, left, right, FINE_SHARE) : seen;
  for (const nudge of NUDGES) {
    const made = attempt(operation, left, right, nudge * size, least);
    if (made && agrees(made, truth, size)) return outwards(made);
    if (!right && nudge !== 0) break;
  }
  return fromPolygons(truth, size, least);
}

const sound = (s: Shape): Shape => ({ ...s, contours: s.contours.filter((c) => segmentCount(c) > 1) });

const disjoint = (a: Box, b: Box): boolean =>
  a.xMax < b.xMin || b.xMax < a.xMin || a.yMax < b.yMin || b.yMax < a.yMin;

function attempt(
  operation: Operation,
  a: Shape,
  b: Shape | null,
  nudge: number,
  least: number,
): Contour[] | null {
  try {
    const p = toPaper(a);
    const q = b ? toPaper(b, nudge, 1.37 * nudge) : (undefined as unknown as PaperPath);
    const options = { insert: false };
    const made =
      operation === 'union'
        ? p.unite(q, options)
        : operation === 'intersect'
          ? p.intersect(q, options)
          : p.subtract(q, options);
    return fromPaper(made as PaperPath, least);
  } catch {
    // The library throws on some degenerate outlines; the next try or the polygons answer for it.
    return null;
  }
}

/** Outer contours counter-clockwise (y up): the library turns some results all the other way round. */
const outwards = (cs: Contour[]): Contour[] =>
  cs.reduce((sum, c) => sum + contourArea(c), 0) < 0 ? cs.map(reverseContour) : cs;

/** Whether a result has the area it must have, overlaps of its own contours found out. */
function agrees(made: readonly Contour[], truth: Truth, size: number): boolean {
  const slack = truth.slack + 2e-5 * truth.area + 2 * SLIVER * size * size;
  const area = Math.abs(made.reduce((sum, c) => sum + contourArea(c), 0));
  if (Math.abs(area - truth.area) > slack) return false;
  if (made.length === 0) return true;
  // Loops that run the wrong way can make up for what is missing elsewhere: filled by the other rule that shows.
  const filled = polygonTruth('union', { contours: made, rule: 'evenodd' }, null).area;
  return Math.abs(filled - truth.area) <= 2 * slack;
}

/** Curves fitted to the polygons again, much closer than anyone sees. */
function fromPolygons(truth: Truth, size: number, least: number): Contour[] {
  const tolerance = size * 2e-5;
  const contours = truth.polygons
    .map((p): Contour => ({ closed: true, nodes: thinned(p, size * 2e-6).map(corner) }))
    .filter((c) => c.nodes.length > 2 && Math.abs(contourArea(c)) > least)
    .map((c) => simplify(c, { tolerance, cornerDeg: 12 }));
  return rightDirections(contours);
}

const corner = ({ x, y }: Vec): Node => ({ x, y, in: null, out: null, kind: 'corner' });

const thinned = (points: readonly Vec[], near: number): Vec[] =>
  points.filter((p, i) => distance(p, points[(i + 1) % points.length]!) > near);
