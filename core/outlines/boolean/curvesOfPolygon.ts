import { applyVector, rotation } from '../../foundations/geometry/affine';
import type { Contour, Node } from '../../foundations/geometry/contour';
import { fitCubic } from '../../foundations/geometry/fitCubic';
import { withKinds } from '../../foundations/geometry/nodeKinds';
import { nth } from '../../foundations/lists/nth';
import { cross, distance, dot, length, sub, unit, type Vec } from '../../foundations/geometry/vec';

/** How a polygon is read that was made by breaking curves into chords; same unit as its points. */
export interface PolygonCurves {
  /** Curves lie this near to the points. */
  readonly tolerance: number;
  /** An edge longer than chords of curves are is a straight line. */
  readonly longest: number;
  /** A turn by more than this is a corner, degrees; chords of curves turn by less. */
  readonly cornerDeg: number;
}

/** Points nearer than this share of the longest chord to the one before are that one. */
const SAME_SHARE = 1e-3;

/** A place where one curve ends and the next begins, with the directions of the outline before and after it. */
interface Seam {
  readonly at: number;
  readonly into: Vec;
  readonly out: Vec;
}

/**
 * The outline that a polygon was broken from: corners and straight lines stay, and between them curves run from extreme to extreme. After
 * Schneider, "An Algorithm for Automatically Fitting Digitized Curves", Graphics Gems (1990).
 */
export function curvesOfPolygon(points: readonly Vec[], how: PolygonCurves): Contour {
  const near = how.longest * SAME_SHARE;
  const ps = points.filter((p, i) => distance(p, nth(points, (i + 1) % points.length)) > near);
  const seams = ps.length < 3 ? [] : seamsOf(ps, how);
  if (seams.length === 0)
    return {
      closed: true,
      nodes: ps.map((p): Node => ({ x: p.x, y: p.y, in: null, out: null, kind: 'corner' })),
    };
  const nodes: Node[] = [];
  seams.forEach((seam, i) => {
    const next = nth(seams, (i + 1) % seams.length);
    const count = ((next.at - seam.at + ps.length - 1) % ps.length) + 2;
    const run = Array.from({ length: count }, (_, k) => nth(ps, (seam.at + k) % ps.length));
    join(nodes, fitRun(run, seam.out, next.into, how));
  });
  close(nodes);
  return withKinds({ closed: true, nodes });
}

/** Corners, ends of straight lines and extremes of curves. */
function seamsOf(ps: readonly Vec[], { longest, cornerDeg }: PolygonCurves): Seam[] {
  const n = ps.length;
  const at = <T>(list: readonly T[], i: number): T => nth(list, (i + n) % n);
  const edges = ps.map((p, i) => sub(at(ps, i + 1), p));
  const ways = edges.map(unit);
  const isLong = edges.map((e) => length(e) > longest);
  const turns = ways.map((way, i) => turnOf(at(ways, i - 1), way));
  const isCorner = turns.map((t) => Math.abs(t) > (cornerDeg * Math.PI) / 180);
  /** The direction of the curve at an end of an edge: turned on by half of what its chords turn by at the other end. */
  const bent = (edge: number, other: number, side: 1 | -1): Vec =>
    at(isLong, edge) || at(isCorner, other)
      ? at(ways, edge)
      : applyVector(rotation((side * at(turns, other)) / 2), at(ways, edge));
  return ps.flatMap((_, i): Seam[] => {
    if (at(isCorner, i)) return [{ at: i, into: bent(i - 1, i - 1, 1), out: bent(i, i + 1, -1) }];
    const [a, b] = [at(ways, i - 1), at(ways, i)];
    if (at(isLong, i - 1)) return [{ at: i, into: a, out: at(isLong, i) ? b : a }];
    if (at(isLong, i)) return [{ at: i, into: b, out: b }];
    const way = extremeWay(a, b);
    return way ? [{ at: i, into: way, out: way }] : [];
  });
}

/** The level or upright direction that an outline has between two edges; null when it turns through neither. */
function extremeWay(a: Vec, b: Vec): Vec | null {
  if (a.y * b.y <= 0 && b.y !== 0) return unit({ x: a.x + b.x, y: 0 });
  return a.x * b.x <= 0 && b.x !== 0 ? unit({ x: 0, y: a.y + b.y }) : null;
}

const turnOf = (a: Vec, b: Vec): number => Math.atan2(cross(a, b), dot(a, b));

/** Points of a run as curves: nodes from its beginning to its end, handles towards each other. */
function fitRun(run: readonly Vec[], out: Vec, into: Vec, how: PolygonCurves): Node[] {
  const [first, last] = [nth(run, 0), nth(run, run.length - 1)];
  const node = (p: Vec, handles: Pick<Node, 'in' | 'out'>): Node => ({
    x: p.x,
    y: p.y,
    kind: 'corner',
    ...handles,
  });
  if (run.length === 2) return [node(first, { in: null, out: null }), node(last, { in: null, out: null })];
  const inner = run.slice(1, -1);
  const [xs, ys] = [Float64Array.from(inner, (p) => p.x), Float64Array.from(inner, (p) => p.y)];
  const back = { x: -into.x, y: -into.y };
  const { cubic, maxOff } = fitCubic(first, out, back, last, xs, ys);
  if (maxOff <= how.tolerance || run.length < 4)
    return [node(first, { in: null, out: cubic.p1 }), node(last, { in: cubic.p2, out: null })];
  const half = run.length >> 1;
  const way = unit(sub(nth(run, half + 1), nth(run, half - 1)));
  const nodes = fitRun(run.slice(0, half + 1), out, way, how);
  join(nodes, fitRun(run.slice(half), way, into, how));
  return nodes;
}

/** Takes nodes on that begin where the last ones end. */
function join(nodes: Node[], more: readonly Node[]): void {
  const last = nodes.pop();
  const [first, ...rest] = more;
  if (first) nodes.push({ ...first, in: last?.in ?? null }, ...rest);
}

/** The last node is the first one again. */
function close(nodes: Node[]): void {
  const last = nodes.pop();
  const [first] = nodes;
  if (last && first) nodes[0] = { ...first, in: last.in };
}
