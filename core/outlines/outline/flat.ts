import { segmentAt, segmentCount, type Contour } from '../../foundations/geometry/contour';
import { distanceToSegment, flattenCubic } from '../../foundations/geometry/cubic';
import type { Vec } from '../../foundations/geometry/vec';
import { TINY } from '../../foundations/geometry/tolerance';

/** A chord of an outline and where it comes from. */
export interface Chord {
  readonly a: Vec;
  readonly b: Vec;
  readonly contour: number;
  readonly segment: number;
  /** Part of the segment it spans, parameters. */
  readonly t0: number;
  readonly t1: number;
}

/** The outline as chords at most `tolerance` (same unit) from its curves, in order. */
export function chordsOf(cs: readonly Contour[], tolerance: number): Chord[] {
  return cs.flatMap((c, contour) =>
    Array.from({ length: segmentCount(c) }, (_, segment) => segment).flatMap((segment): Chord[] => {
      const cubic = segmentAt(c, segment);
      const straight = c.nodes[segment]!.out === null && c.nodes[(segment + 1) % c.nodes.length]!.in === null;
      const ends = straight ? [cubic.p3] : flattenCubic(cubic, tolerance);
      const n = ends.length;
      return ends.map((b, i) => ({
        a: i === 0 ? cubic.p0 : ends[i - 1]!,
        b,
        contour,
        segment,
        t0: i / n,
        t1: (i + 1) / n,
      }));
    }),
  );
}

/**
 * Goes through all pairs of chords (the lower number first) whose boxes come within `reach` of each other, by a sweep from left
 * to right, until told to stop (`false`).
 */
export function nearPairs(
  chords: readonly Chord[],
  reach: number,
  see: (i: number, j: number) => void | boolean,
): void {
  const n = chords.length;
  const [x0, x1, y0, y1] = [
    new Float64Array(n),
    new Float64Array(n),
    new Float64Array(n),
    new Float64Array(n),
  ];
  chords.forEach(({ a, b }, i) => {
    [x0[i], x1[i]] = a.x < b.x ? [a.x, b.x] : [b.x, a.x];
    [y0[i], y1[i]] = a.y < b.y ? [a.y, b.y] : [b.y, a.y];
  });
  const order = Uint32Array.from({ length: n }, (_, i) => i).sort((i, j) => x0[i]! - x0[j]!);
  for (let k = 0; k < n; k++) {
    const i = order[k]!;
    const until = x1[i]! + reach;
    for (let m = k + 1; m < n; m++) {
      const j = order[m]!;
      if (x0[j]! > until) break;
      if (y0[j]! > y1[i]! + reach || y1[j]! < y0[i]! - reach) continue;
      if (see(Math.min(i, j), Math.max(i, j)) === false) return;
    }
  }
}

/** Chords sorted into square cells, so that the nearest one and those in a box are found without asking all. */
export class ChordGrid {
  private readonly cells = new Map<number, number[]>();
  private readonly cell: number;
  private readonly x0: number;
  private readonly y0: number;
  private readonly columns: number;
  private readonly rows: number;

  constructor(readonly chords: readonly Chord[]) {
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const { a, b } of chords) {
      x0 = Math.min(x0, a.x, b.x);
      x1 = Math.max(x1, a.x, b.x);
      y0 = Math.min(y0, a.y, b.y);
      y1 = Math.max(y1, a.y, b.y);
    }
    this.x0 = x0;
    this.y0 = y0;
    const size = Math.max(x1 - x0, y1 - y0, TINY);
    this.cell = size / Math.max(4, Math.min(128, Math.ceil(Math.sqrt(chords.length))));
    this.columns = Math.floor((x1 - x0) / this.cell) + 1;
    this.rows = Math.floor((y1 - y0) / this.cell) + 1;
    chords.forEach((c, i) => {
      for (const key of this.keys(
        Math.min(c.a.x, c.b.x),
        Math.min(c.a.y, c.b.y),
        Math.max(c.a.x, c.b.x),
        Math.max(c.a.y, c.b.y),
      )) {
        const list = this.cells.get(key);
        if (list) list.push(i);
        else this.cells.set(key, [i]);
      }
    });
  }

  private column = (x: number) =>
    Math.max(0, Math.min(this.columns - 1, Math.floor((x - this.x0) / this.cell)));
  private row = (y: number) => Math.max(0, Math.min(this.rows - 1, Math.floor((y - this.y0) / this.cell)));

  private *keys(x0: number, y0: number, x1: number, y1: number): Generator<number> {
    for (let r = this.row(y0); r <= this.row(y1); r++)
      for (let c = this.column(x0); c <= this.column(x1); c++) yield r * this.columns + c;
  }

  /** Chords whose cells touch the box; some may lie beside it. */
  inBox(x0: number, y0: number, x1: number, y1: number): Set<number> {
    const found = new Set<number>();
    for (const key of this.keys(x0, y0, x1, y1)) for (const i of this.cells.get(key) ?? []) found.add(i);
    return found;
  }

  /** Index of the nearest chord and its distance; index -1 for an empty outline. */
  nearest(p: Vec): { readonly index: number; readonly distance: number } {
    let best = { index: -1, distance: Infinity };
    const [c0, r0] = [this.column(p.x), this.row(p.y)];
    const most = Math.max(this.columns, this.rows);
    for (let ring = 0; ring <= most; ring++) {
      for (let r = r0 - ring; r <= r0 + ring; r++) {
        if (r < 0 || r >= this.rows) continue;
        const step = Math.abs(r - r0) === ring ? 1 : Math.max(1, 2 * ring);
        for (let c = c0 - ring; c <= c0 + ring; c += step) {
          if (c < 0 || c >= this.columns) continue;
          for (const index of this.cells.get(r * this.columns + c) ?? []) {
            const { a, b } = this.chords[index]!;
            const d = distanceToSegment(p, a, b);
            if (d < best.distance) best = { index, distance: d };
          }
        }
      }
      // Whatever lies in further rings is at least so far away.
      if (best.distance <= ring * this.cell) break;
    }
    return best;
  }
}
