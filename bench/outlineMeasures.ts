import {
  cubicDerivative,
  distanceToSegment,
  extremeParameters,
  flattenCubic,
  pointOnCubic,
} from '../core/foundations/geometry/cubic';
import { isLine, segmentAt, segmentCount, type Contour } from '../core/foundations/geometry/contour';
import { angleBetweenDeg, sub, unit, type Vec } from '../core/foundations/geometry/vec';
import { TINY } from '../core/foundations/geometry/tolerance';

/** How near a traced outline comes to the drawing it was rendered from. Lengths in units of a 1000 unit em. */
export interface OutlineMeasures {
  readonly mean: number;
  readonly p95: number;
  readonly nodes: number;
  readonly nodesNeeded: number;
  readonly extremes: readonly [found: number, of: number];
  readonly corners: readonly [found: number, of: number];
  readonly falseCorners: number;
  readonly edges: readonly [found: number, of: number];
}

/** Points this sharp are corners, degrees; less than the second is smooth. */
const CORNER_DEG = 30;
const SMOOTH_DEG = 3;
/** How far a point may lie from where it should: corners, extremes along and across the outline. */
const CORNER_U = 4;
const EXTREME_U = [15, 2] as const;
const EXTREME_DEG = 2;
/** Level and upright edges of at least this length count; a traced one may lie this far off. */
const EDGE_U = 40;
const EDGE_OFF_U = 3;
const EDGE_SHARE = 0.8;

interface Join {
  readonly p: Vec;
  readonly turnDeg: number;
  readonly in: Vec;
  readonly out: Vec;
}

const startDirection = (c: Contour, i: number): Vec => {
  const s = segmentAt(c, i);
  if (isLine(c, i)) return unit(sub(s.p3, s.p0));
  const d = cubicDerivative(s, 0);
  return unit(Math.hypot(d.x, d.y) > TINY ? d : sub(s.p2, s.p0));
};
const endDirection = (c: Contour, i: number): Vec => {
  const s = segmentAt(c, i);
  if (isLine(c, i)) return unit(sub(s.p3, s.p0));
  const d = cubicDerivative(s, 1);
  return unit(Math.hypot(d.x, d.y) > TINY ? d : sub(s.p3, s.p1));
};

function joins(contours: readonly Contour[]): Join[] {
  return contours.flatMap((c) =>
    c.nodes.map((p, i) => {
      const before = endDirection(c, (i + segmentCount(c) - 1) % segmentCount(c));
      const after = startDirection(c, i);
      return { p: { x: p.x, y: p.y }, turnDeg: angleBetweenDeg(before, after), in: before, out: after };
    }),
  );
}

interface AxisEdge {
  readonly axis: 'x' | 'y';
  readonly at: number;
  readonly low: number;
  readonly high: number;
}

/** Straight level ('y') and upright ('x') edges, runs of them joined. */
function axisEdges(contours: readonly Contour[], tolerance: number): AxisEdge[] {
  return contours.flatMap((c) =>
    c.nodes.flatMap((_, i): AxisEdge[] => {
      if (!isLine(c, i)) return [];
      const { p0, p3 } = segmentAt(c, i);
      const [dx, dy] = [Math.abs(p3.x - p0.x), Math.abs(p3.y - p0.y)];
      if (dx <= tolerance && dy > dx)
        return [{ axis: 'x', at: p0.x, low: Math.min(p0.y, p3.y), high: Math.max(p0.y, p3.y) }];
      if (dy <= tolerance && dx > dy)
        return [{ axis: 'y', at: p0.y, low: Math.min(p0.x, p3.x), high: Math.max(p0.x, p3.x) }];
      return [];
    }),
  );
}

interface Extreme {
  readonly p: Vec;
  readonly axis: 'x' | 'y';
}

/** True extremes: inside curves, and at smooth joins where the outline turns back. */
function extremesOf(contours: readonly Contour[]): Extreme[] {
  const out: Extreme[] = [];
  for (const c of contours) {
    for (let i = 0; i < segmentCount(c); i++) {
      if (isLine(c, i)) continue;
      const s = segmentAt(c, i);
      for (const axis of ['x', 'y'] as const) {
        for (const t of extremeParameters(s, axis)) out.push({ p: pointOnCubic(s, t), axis });
      }
    }
    c.nodes.forEach((p, i) => {
      const before = (i + segmentCount(c) - 1) % segmentCount(c);
      const [a, b] = [endDirection(c, before), startDirection(c, i)];
      if (angleBetweenDeg(a, b) > SMOOTH_DEG || isLine(c, i) || isLine(c, before)) return;
      const back = pointOnCubic(segmentAt(c, before), 0.9);
      const on = pointOnCubic(segmentAt(c, i), 0.1);
      for (const axis of ['x', 'y'] as const) {
        if (Math.abs(a[axis]) < 0.02 && (back[axis] - p[axis]) * (on[axis] - p[axis]) > 0)
          out.push({ p, axis });
      }
    });
  }
  return out.filter((e, k) => out.findIndex((f) => Math.hypot(e.p.x - f.p.x, e.p.y - f.p.y) < 1) === k);
}

const flat = (contours: readonly Contour[]): Vec[][] =>
  contours.map((c) =>
    Array.from({ length: segmentCount(c) }, (_, i) => {
      const s = segmentAt(c, i);
      return isLine(c, i) ? [s.p3] : flattenCubic(s, 0.02);
    }).flat(),
  );

/** Points a unit apart along closed lines. */
const dense = (lines: readonly Vec[][]): Vec[] =>
  lines.flatMap((line) =>
    line.flatMap((b, i) => {
      const a = line[(i + line.length - 1) % line.length]!;
      const n = Math.max(1, Math.round(Math.hypot(b.x - a.x, b.y - a.y)));
      return Array.from({ length: n }, (_, k) => ({
        x: a.x + ((b.x - a.x) * k) / n,
        y: a.y + ((b.y - a.y) * k) / n,
      }));
    }),
  );

function distances(points: readonly Vec[], lines: readonly Vec[][]): number[] {
  const segments = lines.flatMap((line) =>
    line.map((b, i) => [line[(i + line.length - 1) % line.length]!, b] as const),
  );
  // Segments by squares of 20 units, so that only near ones are asked.
  const cells = new Map<string, (typeof segments)[number][]>();
  const cell = (v: number) => Math.floor(v / 20);
  for (const s of segments) {
    for (let x = cell(Math.min(s[0].x, s[1].x)); x <= cell(Math.max(s[0].x, s[1].x)); x++) {
      for (let y = cell(Math.min(s[0].y, s[1].y)); y <= cell(Math.max(s[0].y, s[1].y)); y++) {
        const list = cells.get(`${x},${y}`) ?? [];
        list.push(s);
        cells.set(`${x},${y}`, list);
      }
    }
  }
  return points.map((p) => {
    let least = Infinity;
    for (let x = cell(p.x) - 1; x <= cell(p.x) + 1; x++) {
      for (let y = cell(p.y) - 1; y <= cell(p.y) + 1; y++) {
        for (const [a, b] of cells.get(`${x},${y}`) ?? [])
          least = Math.min(least, distanceToSegment(p, a, b));
      }
    }
    return Math.min(least, 20);
  });
}

/** Points a cubic drawing of this outline needs at least: kinks, ends of straights and extremes, two a contour. */
function nodesNeeded(contours: readonly Contour[]): number {
  return contours.reduce((sum, c) => {
    const kept = c.nodes.filter((_, i) => {
      const before = (i + segmentCount(c) - 1) % segmentCount(c);
      const kink = angleBetweenDeg(endDirection(c, before), startDirection(c, i)) > SMOOTH_DEG;
      return kink || isLine(c, i) !== isLine(c, before);
    }).length;
    return sum + Math.max(2, kept + extremesOf([c]).length);
  }, 0);
}

/** Both outlines in units of a 1000 unit em, y in the same direction. */
export function measureOutline(truth: readonly Contour[], traced: readonly Contour[]): OutlineMeasures {
  const [a, b] = [flat(truth), flat(traced)];
  const [ab, ba] = [distances(dense(a), b), distances(dense(b), a)];
  const mean = (v: readonly number[]) => v.reduce((s, d) => s + d, 0) / (v.length || 1);
  const p95 = (v: readonly number[]) => [...v].sort((p, q) => p - q)[Math.floor(v.length * 0.95)] ?? 20;
  const [want, got] = [joins(truth), joins(traced)];
  const corners = want.filter((j) => j.turnDeg > CORNER_DEG);
  const near = (p: Vec, list: readonly Join[], off: number) =>
    list.some((j) => Math.hypot(j.p.x - p.x, j.p.y - p.y) <= off);
  const limit = Math.sin((EXTREME_DEG * Math.PI) / 180);
  const extremes = extremesOf(truth);
  const hitExtremes = extremes.filter(({ p, axis }) => {
    const along = axis === 'x' ? 'y' : 'x';
    return got.some(
      (j) =>
        Math.abs(j.in[axis]) <= limit &&
        Math.abs(j.out[axis]) <= limit &&
        Math.abs(j.p[axis] - p[axis]) <= EXTREME_U[1] &&
        Math.abs(j.p[along] - p[along]) <= EXTREME_U[0],
    );
  });
  const edges = axisEdges(truth, 0.5).filter((e) => e.high - e.low >= EDGE_U);
  const gotEdges = axisEdges(traced, 0.02);
  const hitEdges = edges.filter((e) => {
    const shared = gotEdges
      .filter((g) => g.axis === e.axis && Math.abs(g.at - e.at) <= EDGE_OFF_U)
      .reduce((sum, g) => sum + Math.max(0, Math.min(e.high, g.high) - Math.max(e.low, g.low)), 0);
    return shared >= EDGE_SHARE * (e.high - e.low);
  });
  return {
    mean: (mean(ab) + mean(ba)) / 2,
    p95: Math.max(p95(ab), p95(ba)),
    nodes: got.length,
    nodesNeeded: nodesNeeded(truth),
    extremes: [hitExtremes.length, extremes.length],
    corners: [
      corners.filter((c) =>
        near(
          c.p,
          got.filter((j) => j.turnDeg >= 20),
          CORNER_U,
        ),
      ).length,
      corners.length,
    ],
    falseCorners: got.filter(
      (j) =>
        j.turnDeg > CORNER_DEG &&
        !near(
          j.p,
          want.filter((w) => w.turnDeg > 15),
          CORNER_U,
        ),
    ).length,
    edges: [hitEdges.length, edges.length],
  };
}
