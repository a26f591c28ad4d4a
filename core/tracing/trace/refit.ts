import type { Contour, Node } from '../../foundations/geometry/contour';
import { fitCubic, type CubicFit } from '../../foundations/geometry/fitCubic';
import { pointOnCubic } from '../../foundations/geometry/cubic';
import { segmentAt } from '../../foundations/geometry/contour';
import { distance, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { wrap } from './path';

/** A stretch of a contour: from one node on in the contour's direction to another (the same = all the way round). */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Places tried for the points between, evenly along the stretch. */
const PLACES = 24;
/** Directions between are read over this share of the stretch. */
const READ_SHARE = 0.06;
/** About so many edge points are enough for one curve. */
const MOST_SAMPLES = 24;

/** Curves and lines of a stretch as it stands. */
export const segmentsIn = (c: Contour, { from, to }: Stretch): number =>
  wrap(to - from - 1, c.nodes.length) + 1;

/**
 * The stretch of nodes that holds all of the given ones and passes over the fewest others; null for fewer than two.
 */
export function stretchOver(c: Contour, nodes: readonly number[]): Stretch | null {
  const picked = [...new Set(nodes)].sort((a, b) => a - b);
  if (picked.length < 2) return null;
  const n = c.nodes.length;
  // The widest gap between neighbours is what the stretch leaves out.
  let widest = 0;
  picked.forEach((p, k) => {
    const gap = (q: number) => wrap(picked[(q + 1) % picked.length]! - picked[q]! - 1, n) + 1;
    if (gap(k) > gap(widest)) widest = k;
    return p;
  });
  return { from: picked[(widest + 1) % picked.length]!, to: picked[widest]! };
}

/** First nodes of the segments between chosen nodes, over the stretch that holds them; none for fewer than two. */
export function segmentsBetween(c: Contour | undefined, nodes: readonly number[]): number[] {
  const stretch = c && stretchOver(c, nodes);
  if (!stretch) return [];
  // All nodes chosen: all of the contour.
  const count = new Set(nodes).size === c.nodes.length ? c.nodes.length : segmentsIn(c, stretch);
  return Array.from({ length: count }, (_, k) => wrap(stretch.from + k, c.nodes.length));
}

/** The parts of a stretch that are not locked, as stretches of their own; a locked segment keeps both of its ends. */
export function unlockedParts(c: Contour, stretch: Stretch): Stretch[] {
  const n = c.nodes.length;
  const parts: Stretch[] = [];
  let from = stretch.from;
  const count = segmentsIn(c, stretch);
  for (let k = 0; k < count; k++) {
    const at = wrap(stretch.from + k, n);
    if (!c.nodes[at]!.locked) continue;
    if (from !== at) parts.push({ from, to: at });
    from = wrap(at + 1, n);
  }
  if (from !== stretch.to || parts.length === 0) {
    const none = count > 0 && c.nodes[wrap(stretch.to - 1, n)]!.locked;
    if (!none) parts.push({ from, to: stretch.to });
  }
  return parts;
}

/**
 * A stretch fitted anew to the edge of the ink with so many curves, its two end points and their directions kept. The
 * points between lie where the summed squared distance is least (dynamic programming over all of `PLACES` to that power).
 * `edges` are the ink's edges as closed runs of points in the contour's own space. Null when no edge runs along it.
 */
export function refitStretch(
  c: Contour,
  stretch: Stretch,
  edges: readonly (readonly Vec[])[],
  curves: number,
): Contour | null {
  const n = c.nodes.length;
  const [start, end] = [c.nodes[stretch.from]!, c.nodes[stretch.to]!];
  const count = segmentsIn(c, stretch);
  const middle = pointOnCubic(segmentAt(c, wrap(stretch.from + (count >> 1), n)), count % 2 === 1 ? 0.5 : 0);
  const run = runAlong(edges, start, end, middle);
  if (!run || run.length < 8) return null;
  const fit = fitsAlong(run, start, end);
  const steps = bestSplit(
    Math.max(1, Math.min(PLACES >> 1, curves)),
    (i, j) => fit(i, j).meanSquare * (j - i),
  );
  const rest: Node[] = [];
  for (let i = wrap(stretch.to + 1, n); i !== stretch.from; i = wrap(i + 1, n)) rest.push(c.nodes[i]!);
  return { ...c, nodes: [...nodesOf(steps, fit, start, end), ...rest] };
}

type Fits = (i: number, j: number) => CubicFit;

/** Curves between any two of the places along a run of edge points, each fitted once. */
function fitsAlong(run: readonly Vec[], start: Node, end: Node): Fits {
  const places = Array.from({ length: PLACES + 1 }, (_, k) => Math.round((k * (run.length - 1)) / PLACES));
  const reach = Math.max(2, Math.round(READ_SHARE * run.length));
  const directionAt = (i: number): Vec =>
    unit(sub(run[Math.min(run.length - 1, i + reach)]!, run[Math.max(0, i - reach)]!));
  const first =
    start.out && start.kind !== 'corner' ? unit(sub(start.out, start)) : unit(sub(run[reach]!, start));
  const last =
    end.in && end.kind !== 'corner' ? unit(sub(end, end.in)) : unit(sub(end, run[run.length - 1 - reach]!));
  const at = (k: number): Vec => (k === 0 ? start : k === PLACES ? end : run[places[k]!]!);
  const along = (k: number): Vec => (k === 0 ? first : k === PLACES ? last : directionAt(places[k]!));
  const fits = new Map<number, CubicFit>();
  return (i, j) => {
    const key = i * (PLACES + 1) + j;
    const known = fits.get(key);
    if (known) return known;
    const inner = run.slice(places[i]! + 1, places[j]!);
    const thin = inner.filter((_, k) => k % Math.max(1, Math.floor(inner.length / MOST_SAMPLES)) === 0);
    const d = along(j);
    const xs = Float64Array.from(thin, (p) => p.x);
    const ys = Float64Array.from(thin, (p) => p.y);
    const made = fitCubic(at(i), along(i), { x: -d.x, y: -d.y }, at(j), xs, ys);
    fits.set(key, made);
    return made;
  };
}

/** The nodes of a stretch that is split at some of its places. */
function nodesOf(steps: readonly number[], fit: Fits, start: Node, end: Node): Node[] {
  const nodes: Node[] = [{ ...start }];
  steps.slice(0, -1).forEach((i, k) => {
    const { cubic } = fit(i, steps[k + 1]!);
    nodes[k] = { ...nodes[k]!, out: { ...cubic.p1 } };
    const isLast = k === steps.length - 2;
    const arriving = { in: { ...cubic.p2 } };
    nodes.push(
      isLast
        ? { ...end, ...arriving }
        : { x: cubic.p3.x, y: cubic.p3.y, ...arriving, out: null, kind: 'smooth' },
    );
  });
  return nodes;
}

/**
 * What isn't locked of a stretch, each part fitted anew with `by` curves more (or fewer). Null when nothing could be fitted.
 */
export function refitUnlocked(
  c: Contour,
  stretch: Stretch,
  edges: readonly (readonly Vec[])[],
  by: number,
): Contour | null {
  let done: Contour | null = null;
  for (const part of unlockedParts(c, stretch)) {
    const now: Contour = done ?? c;
    // Every refit numbers the points anew; their places stay.
    const indexOf = (i: number) => now.nodes.findIndex((n) => n.x === c.nodes[i]!.x && n.y === c.nodes[i]!.y);
    const there = { from: indexOf(part.from), to: indexOf(part.to) };
    done = refitStretch(now, there, edges, Math.max(1, segmentsIn(now, there) + by)) ?? done;
  }
  return done;
}

/** The contour with every point that isn't held by a lock moved onto the nearest edge, its handles with it. */
function ontoEdges(c: Contour, edges: readonly (readonly Vec[])[]): Contour {
  const n = c.nodes.length;
  const all = edges.flat();
  return {
    ...c,
    nodes: c.nodes.map((node, i): Node => {
      if (node.locked || c.nodes[wrap(i - 1, n)]!.locked) return node;
      const to = all.reduce((best, p) => (distance(p, node) < distance(best, node) ? p : best));
      const by = sub(to, node);
      const moved = (h: Vec | null) => h && { x: h.x + by.x, y: h.y + by.y };
      return { ...node, x: to.x, y: to.y, in: moved(node.in), out: moved(node.out) };
    }),
  };
}

/**
 * The stretch over the chosen nodes fitted anew with `by` curves more or fewer; with all nodes chosen the whole contour, whose
 * points are first brought onto the edge (an outline drawn by hand comes to lie on its ink). Null when there is nothing to fit.
 */
export function refitChosen(
  c: Contour,
  chosen: readonly number[],
  edges: readonly (readonly Vec[])[],
  by: number,
): Contour | null {
  if (new Set(chosen).size < c.nodes.length || !c.closed || c.nodes.length < 3) {
    const stretch = stretchOver(c, chosen);
    return stretch && refitUnlocked(c, stretch, edges, by);
  }
  if (c.nodes.every((n) => n.locked)) return null;
  const near = ontoEdges(c, edges);
  const half = near.nodes.length >> 1;
  const [first, second] = [near.nodes[0]!, near.nodes[half]!];
  const one = refitUnlocked(near, { from: 0, to: half }, edges, by) ?? near;
  // Refitting numbers the points anew; places stay.
  const at = (p: Vec) => one.nodes.findIndex((n) => n.x === p.x && n.y === p.y);
  return refitUnlocked(one, { from: at(second), to: at(first) }, edges, 0) ?? one;
}

/** Places 0 = s0 < s1 ... = PLACES with the least summed cost of so many steps. */
function bestSplit(steps: number, cost: (i: number, j: number) => number): number[] {
  const least = Array.from({ length: steps + 1 }, () => new Float64Array(PLACES + 1).fill(Infinity));
  const from = Array.from({ length: steps + 1 }, () => new Int32Array(PLACES + 1));
  least[0]![0] = 0;
  for (let m = 1; m <= steps; m++) {
    for (let j = m; j <= PLACES; j++) {
      for (let i = m - 1; i < j; i++) {
        const sum = least[m - 1]![i]! + cost(i, j);
        if (sum < least[m]![j]!) {
          least[m]![j] = sum;
          from[m]![j] = i;
        }
      }
    }
  }
  const out = [PLACES];
  for (let m = steps; m > 0; m--) out.unshift(from[m]![out[0]!]!);
  return out;
}

/** The part of the nearest edge from near one point to near another, the way round that passes nearer to `middle`. */
function runAlong(edges: readonly (readonly Vec[])[], start: Vec, end: Vec, middle: Vec): Vec[] | null {
  let best: { edge: readonly Vec[]; a: number; b: number; off: number } | null = null;
  for (const edge of edges) {
    const nearest = (p: Vec) => edge.reduce((k, q, i) => (distance(p, q) < distance(p, edge[k]!) ? i : k), 0);
    const [a, b] = [nearest(start), nearest(end)];
    const off = distance(start, edge[a]!) + distance(end, edge[b]!);
    if (!best || off < best.off) best = { edge, a, b, off };
  }
  if (!best) return null;
  const { edge, a, b } = best;
  const walk = (step: 1 | -1): Vec[] => {
    const out: Vec[] = [];
    for (let i = a; ; i = wrap(i + step, edge.length)) {
      out.push(edge[i]!);
      if (i === b && out.length > 1) return out;
      if (out.length > edge.length) return out;
    }
  };
  const gap = (run: readonly Vec[]) => Math.min(...run.map((p) => distance(p, middle)));
  const [on, back] = [walk(1), walk(-1)];
  return gap(on) <= gap(back) ? on : back;
}
