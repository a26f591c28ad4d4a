import { Delaunay } from 'd3';
import type { Vec } from '../../foundations/geometry/vec';
import { wrap, type EvenRing } from '../trace/path';

/** A place on the middle of a stroke. Px. */
export interface Middle {
  readonly x: number;
  readonly y: number;
  /** Distance to the edge on both sides. */
  readonly r: number;
  /** Half the length of the chord it was found on; at a round end longer than the way to the tip. */
  readonly half: number;
  /** The pen turned sharply here. */
  readonly corner?: boolean;
}

/** A run of middles between two triangles where strokes end or meet; -1 = the run closes in itself. */
export interface Branch {
  readonly from: number;
  readonly to: number;
  readonly middles: Middle[];
}

/** Where branches end (one neighbour) or meet (three): a triangle of the mesh. */
export interface Hub {
  readonly at: Vec;
  /** Radius of the circle through its corners, px: how far the ink reaches about it. */
  readonly r: number;
  /** An end's outermost sample; null where branches meet. */
  readonly tip: Vec | null;
}

export interface StrokeGraph {
  readonly hubs: Map<number, Hub>;
  readonly branches: Branch[];
  /** Distance from the nearest edge sample, px. */
  readonly distanceToEdge: (p: Vec) => number;
}

/** Edge samples this far apart carry the shape of any stroke worth a centreline, px. */
const SPACING_PX = 1;

interface Mesh {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** Ring of each point and its place in it. */
  readonly ring: Int32Array;
  readonly next: Int32Array;
  readonly before: Int32Array;
}

function meshPoints(rings: readonly EvenRing[]): Mesh {
  const xs: number[] = [];
  const ys: number[] = [];
  const ring: number[] = [];
  const next: number[] = [];
  const before: number[] = [];
  rings.forEach((r, id) => {
    const stride = Math.max(1, Math.round(SPACING_PX / r.step));
    const count = Math.max(3, Math.floor(r.n / stride));
    const first = xs.length;
    for (let k = 0; k < count; k++) {
      const i = Math.floor((k * r.n) / count);
      xs.push(r.xs[i]!);
      ys.push(r.ys[i]!);
      ring.push(id);
      next.push(first + wrap(k + 1, count));
      before.push(first + wrap(k - 1, count));
    }
  });
  return {
    xs: Float64Array.from(xs),
    ys: Float64Array.from(ys),
    ring: Int32Array.from(ring),
    next: Int32Array.from(next),
    before: Int32Array.from(before),
  };
}

/**
 * Middles of strokes from their edges: the triangles between edge samples form sleeves along strokes, end in tips and meet
 * in junctions; the middles of the chords they share are the centreline.
 * Method: chordal axis, Prasad (1997), on a Delaunay mesh. Rings: field px, ink on the left (y down).
 */
export function strokeGraph(
  rings: readonly EvenRing[],
  isInk: (x: number, y: number) => boolean,
): StrokeGraph {
  const mesh = meshPoints(rings);
  const { xs, ys, next } = mesh;
  const flat = new Float64Array(xs.length * 2);
  xs.forEach((x, i) => {
    flat[2 * i] = x;
    flat[2 * i + 1] = ys[i]!;
  });
  const { triangles, halfedges } = new Delaunay(flat);
  const isBoundary = (a: number, b: number) => next[a] === b || next[b] === a;
  const corner = (e: number) => triangles[e]!;
  const nextEdge = (e: number) => (e % 3 === 2 ? e - 2 : e + 1);
  const count = triangles.length / 3;

  const inside = Uint8Array.from({ length: count }, (_, t) => {
    for (let e = 3 * t; e < 3 * t + 3; e++) {
      const [a, b, c] = [corner(e), corner(nextEdge(e)), corner(nextEdge(nextEdge(e)))];
      if (!isBoundary(a, b)) continue;
      const [p, q] = next[a] === b ? [a, b] : [b, a];
      const [dx, dy] = [xs[q]! - xs[p]!, ys[q]! - ys[p]!];
      return (xs[c]! - xs[p]!) * dy - (ys[c]! - ys[p]!) * dx > 0 ? 1 : 0;
    }
    const mid = (v: Float64Array) => (v[corner(3 * t)]! + v[corner(3 * t + 1)]! + v[corner(3 * t + 2)]!) / 3;
    return isInk(mid(xs), mid(ys)) ? 1 : 0;
  });
  /** Edges of a triangle through which ink goes on. */
  const chords = (t: number): number[] =>
    [3 * t, 3 * t + 1, 3 * t + 2].filter((e) => {
      const twin = halfedges[e]!;
      return twin >= 0 && inside[Math.floor(twin / 3)] === 1 && !isBoundary(corner(e), corner(nextEdge(e)));
    });

  const hubs = new Map<number, Hub>();
  const degree = Uint8Array.from({ length: count }, (_, t) => (inside[t] ? chords(t).length : 0));
  for (let t = 0; t < count; t++) {
    if (!inside[t] || degree[t] === 2) continue;
    hubs.set(
      t,
      hubOf(
        mesh,
        [corner(3 * t), corner(3 * t + 1), corner(3 * t + 2)],
        degree[t]!,
        chords(t),
        nextEdge,
        corner,
      ),
    );
  }
  const branches: Branch[] = [];
  const used = new Uint8Array(triangles.length);
  const walk = (from: number, first: number): Branch => {
    const middles: Middle[] = [];
    let e = first;
    for (;;) {
      used[e] = 1;
      const twin = halfedges[e]!;
      used[twin] = 1;
      middles.push(middleOf(mesh, corner(e), corner(nextEdge(e))));
      const t = Math.floor(twin / 3);
      if (degree[t] !== 2) return { from, to: t, middles };
      const on = chords(t).find((q) => q !== twin)!;
      if (used[on]) return { from: -1, to: -1, middles };
      e = on;
    }
  };
  for (const t of hubs.keys()) for (const e of chords(t)) if (!used[e]) branches.push(walk(t, e));
  for (let t = 0; t < count; t++) {
    if (degree[t] !== 2) continue;
    const e = chords(t).find((q) => !used[q]);
    if (e !== undefined && chords(t).every((q) => !used[q])) branches.push(walk(-1, e));
  }
  return {
    hubs,
    branches,
    distanceToEdge: (p) =>
      xs.reduce((least, x, i) => Math.min(least, Math.hypot(x - p.x, ys[i]! - p.y)), Infinity),
  };
}

function hubOf(
  mesh: Mesh,
  corners: readonly [number, number, number],
  degree: number,
  chords: readonly number[],
  nextEdge: (e: number) => number,
  corner: (e: number) => number,
): Hub {
  const [a, b, c] = corners.map((i) => ({ x: mesh.xs[i]!, y: mesh.ys[i]! })) as [Vec, Vec, Vec];
  const center = { x: (a.x + b.x + c.x) / 3, y: (a.y + b.y + c.y) / 3 };
  if (degree <= 1) {
    const chord = chords[0];
    const tip = chord === undefined ? corners[0] : corner(nextEdge(nextEdge(chord)));
    return { at: center, r: 0, tip: { x: mesh.xs[tip]!, y: mesh.ys[tip]! } };
  }
  // Circle through three points (handbook of plane geometry).
  const d = 2 * (a.x * (b.y - c.y) + b.x * (c.y - a.y) + c.x * (a.y - b.y));
  const [sa, sb, sc] = [a, b, c].map((p) => p.x * p.x + p.y * p.y) as [number, number, number];
  const x = (sa * (b.y - c.y) + sb * (c.y - a.y) + sc * (a.y - b.y)) / d;
  const y = (sa * (c.x - b.x) + sb * (a.x - c.x) + sc * (b.x - a.x)) / d;
  const r = Math.hypot(a.x - x, a.y - y);
  // A blunt triangle's circle lies outside of it; its middle serves then.
  const near = Math.hypot(x - center.x, y - center.y) < r;
  return { at: near ? { x, y } : center, r, tip: null };
}

/** Middle between the edges about two samples: half-way by their distances from the edge's line, not from its samples. */
function middleOf(mesh: Mesh, i: number, j: number): Middle {
  const { xs, ys } = mesh;
  const [dx, dy] = [xs[j]! - xs[i]!, ys[j]! - ys[i]!];
  const length = Math.hypot(dx, dy) || 1;
  const half = length / 2;
  const [mx, my] = [(xs[i]! + xs[j]!) / 2, (ys[i]! + ys[j]!) / 2];
  const [ri, rj] = [edgeDistance(mesh, i, mx, my), edgeDistance(mesh, j, mx, my)];
  const shift = Math.max(-0.5, Math.min(0.5, (rj - ri) / 2));
  return { x: mx + (dx / length) * shift, y: my + (dy / length) * shift, r: (ri + rj) / 2, half };
}

/** Distance from the edge within two samples of one. */
function edgeDistance({ xs, ys, next, before }: Mesh, i: number, x: number, y: number): number {
  let least = Infinity;
  let p = before[before[i]!]!;
  for (let k = 0; k < 4; k++) {
    const q = next[p]!;
    const [dx, dy] = [xs[q]! - xs[p]!, ys[q]! - ys[p]!];
    const t = Math.max(0, Math.min(1, ((x - xs[p]!) * dx + (y - ys[p]!) * dy) / (dx * dx + dy * dy || 1)));
    least = Math.min(least, Math.hypot(xs[p]! + dx * t - x, ys[p]! + dy * t - y));
    p = q;
  }
  return least;
}
