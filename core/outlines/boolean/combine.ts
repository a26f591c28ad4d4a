import { reverseContour, segmentCount, type Contour, type Node } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { contourArea, contoursBox, type Box } from '../../foundations/geometry/measure';
import { distance, type Vec } from '../../foundations/geometry/vec';
import { simplify } from '../outline/simplify';
import { fromPaper, toPaper, type PaperPath } from './paperPaths';
import { coveredApart } from './apart';
import { polygonTruth, type Operation, type Truth } from './polygonTruth';
import { isUnited, markUnited, type Shape } from './shape';

/** Results smaller than this share of the shapes' box are slivers of rounding. */
const SLIVER = 1e-7;
/** Results smaller than this share of the shapes' box are slivers. */
const SLIVER_SHARE = 2e-3;
/** How near chords lie to their curves, as shares of the size, where a quick look left doubt, and for slivers. */
const FINE_SHARE = 4e-6;
const FINEST_SHARE = 2e-7;
/** The same where curves are fitted to the polygons: closer than anyone sees (0.02 u in a letter). */
const DRAWN_SHARE = 2e-5;
/** Shifts tried when outlines touch so that the result goes wrong, as shares of their size: 2e-6 is 0.002 u in a letter. */
const NUDGES = [0, 2.3e-6, -3.1e-6, 1.1e-5, -1.7e-5, 4.1e-5];

/**
 * Union, intersection or difference of two shapes as contours without overlaps, counters the other way round than their
 * outlines; same unit and space as given. Curves stay curves and what is not cut stays as it was. The work is done by paper's
 * path booleans; every result is held against `polygonTruth` by its area, tried again with the second shape moved by millionths where
 * outlines touch in ways that go wrong, and made from the polygons when nothing helps.
 */
export function combine(operation: Operation, a: Shape, b: Shape | null): Contour[] {
  const [left, right] = [sound(a), b && sound(b)];
  if (operation !== 'union') return markUnited([...combined(operation, left, right ?? EMPTY)]);
  const own = united(left);
  return markUnited(right ? joined(own, united(right)) : [...own]);
}

const EMPTY: Shape = { contours: [], rule: 'nonzero' };

/** A shape without overlaps. */
function united({ contours, rule }: Shape): readonly Contour[] {
  if (contours.length === 0 || isUnited(contours)) return contours;
  return coveredApart(contours, rule) ?? made('union', { contours, rule }, null);
}

/** The union of two outlines that are each without overlaps: only what comes near to the other is worked on. */
function joined(a: readonly Contour[], b: readonly Contour[]): Contour[] {
  const { alone, first, second } = mingled(a, b);
  if (first.length === 0) return alone;
  const both = [...first, ...second];
  const met =
    coveredApart(both, 'nonzero') ??
    made('union', { contours: first, rule: 'nonzero' }, { contours: second, rule: 'nonzero' });
  return [...alone, ...met];
}

/** Contours by groups whose boxes touch: those that only have contours of one of the two stay as they are. */
function mingled(
  a: readonly Contour[],
  b: readonly Contour[],
): { alone: Contour[]; first: Contour[]; second: Contour[] } {
  const all = [...a, ...b];
  const boxes = all.map((c) => contoursBox([c])!);
  const group = all.map((_, i) => i);
  const rootOf = (i: number): number => (group[i] === i ? i : (group[i] = rootOf(group[i]!)));
  for (let i = 0; i < all.length; i++)
    for (let j = 0; j < i; j++) if (!disjoint(boxes[i]!, boxes[j]!)) group[rootOf(i)] = rootOf(j);
  const roots = all.map((_, i) => rootOf(i));
  const inA = new Set(roots.slice(0, a.length));
  const inB = new Set(roots.slice(a.length));
  const mixed = (i: number) => inA.has(roots[i]!) && inB.has(roots[i]!);
  return {
    alone: all.filter((_, i) => !mixed(i)),
    first: a.filter((_, i) => mixed(i)),
    second: b.filter((_, i) => mixed(a.length + i)),
  };
}

/** What of the first shape lies in, or outside of, the second. */
function combined(operation: Operation, left: Shape, right: Shape): readonly Contour[] {
  const { contours } = left;
  if (contours.length === 0) return [];
  const apart = right.contours.length === 0 || disjoint(contoursBox(contours)!, contoursBox(right.contours)!);
  if (apart) return operation === 'intersect' ? [] : united(left);
  return made(operation, left, right);
}

/** The boolean itself, held against the truth of polygons. */
function made(operation: Operation, left: Shape, right: Shape | null): Contour[] {
  const box = contoursBox([...left.contours, ...(right?.contours ?? [])])!;
  const size = Math.max(box.xMax - box.xMin, box.yMax - box.yMin);
  const least = SLIVER * size * size;
  const quick = polygonTruth(operation, left, right);
  // Slivers between outlines that nearly agree are judged by much finer polygons only: they are all edge.
  const sliver = quick.area < SLIVER_SHARE * size * size;
  const first = attempt(operation, left, right, 0, least);
  if (!sliver && first && agrees(first, quick, size)) return outwards(first);
  const truth = polygonTruth(operation, left, right, sliver ? FINEST_SHARE : FINE_SHARE);
  for (const nudge of NUDGES) {
    const tried = nudge === 0 ? first : attempt(operation, left, right, nudge * size, least);
    if (tried && agrees(tried, truth, size)) return outwards(tried);
    if (!right && nudge !== 0) break;
  }
  return fromPolygons(polygonTruth(operation, left, right, sliver ? FINE_SHARE : DRAWN_SHARE), size, least);
}

const sound = (s: Shape): Shape =>
  s.contours.every((c) => segmentCount(c) > 1)
    ? s
    : { ...s, contours: s.contours.filter((c) => segmentCount(c) > 1) };

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

/** Curves fitted to the polygons again, within a ten-thousandth of the size. */
function fromPolygons(truth: Truth, size: number, least: number): Contour[] {
  const tolerance = size * 1e-4;
  const contours = truth.polygons
    .map((p): Contour => ({ closed: true, nodes: thinned(p, size * 1e-5).map(corner) }))
    .filter((c) => c.nodes.length > 2 && Math.abs(contourArea(c)) > least)
    .map((c) => simplify(c, { tolerance, cornerDeg: 12 }));
  return rightDirections(contours);
}

const corner = ({ x, y }: Vec): Node => ({ x, y, in: null, out: null, kind: 'corner' });

const thinned = (points: readonly Vec[], near: number): Vec[] =>
  points.filter((p, i) => distance(p, points[(i + 1) % points.length]!) > near);
