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

/** Triangles between the edges' samples: which of them lie in ink, and through which of their edges the ink goes on. */
class InkTriangles {
  private readonly triangles: Uint32Array;
  private readonly halfedges: Int32Array;
  private readonly inside: Uint8Array;
  readonly count: number;

  constructor(
    readonly mesh: Mesh,
    isInk: (x: number, y: number) => boolean,
  ) {
    const { xs, ys } = mesh;
    const flat = new Float64Array(xs.length * 2);
    xs.forEach((x, i) => {
      flat[2 * i] = x;
      flat[2 * i + 1] = ys[i]!;
    });
    const { triangles, halfedges } = new Delaunay(flat);
    this.triangles = triangles;
    this.halfedges = halfedges;
    this.count = triangles.length / 3;
    this.inside = Uint8Array.from({ length: this.count }, (_, t) => (this.liesIn(t, isInk) ? 1 : 0));
  }

  corner(edge: number): number {
    return this.triangles[edge]!;
  }

  nextEdge(edge: number): number {
    return edge % 3 === 2 ? edge - 2 : edge + 1;
  }

  twin(edge: number): number {
    return this.halfedges[edge]!;
  }

  isInside(t: number): boolean {
    return this.inside[t] === 1;
  }

  /** Edges of a triangle through which ink goes on. */
  chords(t: number): number[] {
    return [3 * t, 3 * t + 1, 3 * t + 2].filter((e) => {
      const twin = this.halfedges[e]!;
      const onward = twin >= 0 && this.inside[Math.floor(twin / 3)] === 1;
      return onward && !this.isBoundary(this.corner(e), this.corner(this.nextEdge(e)));
    });
  }

  private isBoundary(a: number, b: number): boolean {
    return this.mesh.next[a] === b || this.mesh.next[b] === a;
  }

  /** By the side of the ink's edge it lies on; by the ink at its middle when none of its edges is one of the ink's. */
  private liesIn(t: number, isInk: (x: number, y: number) => boolean): boolean {
    const { xs, ys, next } = this.mesh;
    for (let e = 3 * t; e < 3 * t + 3; e++) {
      const f = this.nextEdge(e);
      const [a, b, c] = [this.corner(e), this.corner(f), this.corner(this.nextEdge(f))];
      if (!this.isBoundary(a, b)) continue;
      const [p, q] = next[a] === b ? [a, b] : [b, a];
      const [dx, dy] = [xs[q]! - xs[p]!, ys[q]! - ys[p]!];
      return (xs[c]! - xs[p]!) * dy - (ys[c]! - ys[p]!) * dx > 0;
    }
    const [a, b, c] = [this.corner(3 * t), this.corner(3 * t + 1), this.corner(3 * t + 2)];
    const mid = (v: Float64Array) => (v[a]! + v[b]! + v[c]!) / 3;
    return isInk(mid(xs), mid(ys));
  }
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
  const ink = new InkTriangles(mesh, isInk);
  const degree = Uint8Array.from({ length: ink.count }, (_, t) =>
    ink.isInside(t) ? ink.chords(t).length : 0,
  );
  const hubs = new Map<number, Hub>();
  for (let t = 0; t < ink.count; t++)
    if (ink.isInside(t) && degree[t] !== 2) hubs.set(t, hubOf(ink, t, degree[t]!));
  const { xs, ys } = mesh;
  return {
    hubs,
    branches: branchesOf(ink, degree, hubs),
    distanceToEdge: (p) =>
      xs.reduce((least, x, i) => Math.min(least, Math.hypot(x - p.x, ys[i]! - p.y)), Infinity),
  };
}

/** Sleeves of triangles walked from hub to hub, and those that run round without one. */
function branchesOf(ink: InkTriangles, degree: Uint8Array, hubs: ReadonlyMap<number, Hub>): Branch[] {
  const branches: Branch[] = [];
  const used = new Set<number>();
  const walk = (from: number, first: number): Branch => {
    const middles: Middle[] = [];
    let e = first;
    for (;;) {
      const twin = ink.twin(e);
      used.add(e).add(twin);
      middles.push(middleOf(ink.mesh, ink.corner(e), ink.corner(ink.nextEdge(e))));
      const t = Math.floor(twin / 3);
      if (degree[t] !== 2) return { from, to: t, middles };
      const on = ink.chords(t).find((q) => q !== twin);
      if (on === undefined || used.has(on)) return { from: -1, to: -1, middles };
      e = on;
    }
  };
  for (const t of hubs.keys()) for (const e of ink.chords(t)) if (!used.has(e)) branches.push(walk(t, e));
  for (let t = 0; t < ink.count; t++) {
    if (degree[t] !== 2) continue;
    const [e] = ink.chords(t);
    if (e !== undefined && ink.chords(t).every((q) => !used.has(q))) branches.push(walk(-1, e));
  }
  return branches;
}

/** A triangle where strokes end or meet. */
function hubOf(ink: InkTriangles, t: number, degree: number): Hub {
  const { mesh } = ink;
  const corners = [ink.corner(3 * t), ink.corner(3 * t + 1), ink.corner(3 * t + 2)] as const;
  const [a, b, c] = corners.map((i) => ({ x: mesh.xs[i]!, y: mesh.ys[i]! })) as [Vec, Vec, Vec];
  const center = { x: (a.x + b.x + c.x) / 3, y: (a.y + b.y + c.y) / 3 };
  if (degree <= 1) {
    const [chord] = ink.chords(t);
    const tip = chord === undefined ? corners[0] : ink.corner(ink.nextEdge(ink.nextEdge(chord)));
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
