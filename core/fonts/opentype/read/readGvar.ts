// OpenType 1.9.1, 'gvar' and "Font variations common table formats", "Tuple variation store".
import { nth } from '../../../foundations/lists/nth';
import type { Vec } from '../../../foundations/geometry/vec';
import { inferredDeltas } from '../variations/inferredDeltas';
import type { Region } from '../variations/regions';
import { ByteReader } from './byteReader';
import { f2dot14, shareAt } from './readRegions';

const LONG_OFFSETS = 1;
const TUPLE = {
  shared: 0x8000,
  count: 0x0fff,
  ownPeak: 0x8000,
  stretch: 0x4000,
  ownPoints: 0x2000,
  index: 0x0fff,
};

/** The deltas of a font's glyphs at a place. */
export interface ReadGvar {
  /**
   * What each point of a glyph moves by, its four phantom points included, the font's units.
   *
   * @param points The glyph's points and phantom points as the default has them; of a composite one for each part.
   * @param ends Numbers of the last points of its contours; none for a composite.
   */
  readonly deltas: (glyph: number, points: readonly Vec[], ends: readonly number[]) => Vec[];
}

/** RangeError where the table is cut off. `at`: normalised, by axis. */
export function readGvar(bytes: Uint8Array, at: readonly number[]): ReadGvar {
  const r = new ByteReader(bytes, 4);
  const axes = r.uint16();
  const [sharedCount, sharedAt, glyphs, flags, dataAt] = [r.uint16(), r.uint32(), r.uint16(), r.uint16(), r.uint32()];
  const offsets = r.list(glyphs + 1, () => (flags & LONG_OFFSETS ? r.uint32() : 2 * r.uint16()));
  const s = new ByteReader(bytes, sharedAt);
  const shared = s.list(sharedCount, () => s.list(axes, () => f2dot14(s)));
  return {
    deltas(glyph, points, ends) {
      const [from, to] = [offsets[glyph] ?? 0, offsets[glyph + 1] ?? 0];
      const sum = points.map(() => ({ x: 0, y: 0 }));
      if (to <= from) return sum;
      for (const { share, moved } of tuplesOf(bytes, dataAt + from, { at, axes, shared, count: points.length })) {
        if (share === 0) continue;
        const whole = moved.all ?? inferredDeltas(points, ends, moved.some);
        whole.forEach((d, i) => {
          const own = nth(sum, i);
          own.x += share * d.x;
          own.y += share * d.y;
        });
      }
      return sum;
    },
  };
} // prettier-ignore

interface Reading {
  readonly at: readonly number[];
  readonly axes: number;
  readonly shared: readonly (readonly number[])[];
  /** Points of the glyph, phantom points included. */
  readonly count: number;
}

/** Deltas of all points, or of some from which the others follow. */
interface MovedPoints {
  readonly all: readonly Vec[] | null;
  readonly some: ReadonlyMap<number, Vec>;
}

interface Tuple {
  readonly share: number;
  readonly moved: MovedPoints;
}

function tuplesOf(bytes: Uint8Array, from: number, reading: Reading): Tuple[] {
  const { at, axes, shared, count } = reading;
  const r = new ByteReader(bytes, from);
  const [head, offset] = [r.uint16(), r.uint16()];
  const data = new ByteReader(bytes, from + offset);
  const headers = r.list(head & TUPLE.count, () => {
    const [size, index] = [r.uint16(), r.uint16()];
    const peak = index & TUPLE.ownPeak ? r.list(axes, () => f2dot14(r)) : (shared[index & TUPLE.index] ?? []);
    const stretch = index & TUPLE.stretch ? [r.list(axes, () => f2dot14(r)), r.list(axes, () => f2dot14(r))] : null;
    const region = peak.map((p, i): Region => ({
      start: stretch?.[0]?.[i] ?? Math.min(0, p),
      peak: p,
      end: stretch?.[1]?.[i] ?? Math.max(0, p),
    }));
    return { size, ownPoints: (index & TUPLE.ownPoints) !== 0, share: shareAt(region, at) };
  });
  const common = head & TUPLE.shared ? readPoints(data) : null;
  return headers.map(({ size, ownPoints, share }) => {
    const start = data.at;
    const points = ownPoints ? readPoints(data) : common;
    const moved = share === 0 ? { all: [], some: new Map() } : readMoved(data, points, count);
    data.at = start + size;
    return { share, moved };
  });
} // prettier-ignore

/** Numbers of points; null = all of them. */
function readPoints(r: ByteReader): number[] | null {
  const first = r.uint8();
  const count = first & 0x80 ? ((first & 0x7f) << 8) | r.uint8() : first;
  if (count === 0) return null;
  const points: number[] = [];
  let last = 0;
  while (points.length < count) {
    const run = r.uint8();
    for (let k = (run & 0x7f) + 1; k > 0 && points.length < count; k--) {
      last += run & 0x80 ? r.uint16() : r.uint8();
      points.push(last);
    }
  }
  return points;
}

const DELTAS = { zeros: 0x80, words: 0x40, count: 0x3f } as const;

function readDeltas(r: ByteReader, count: number): number[] {
  const deltas: number[] = [];
  while (deltas.length < count) {
    const run = r.uint8();
    for (let k = (run & DELTAS.count) + 1; k > 0; k--)
      deltas.push(run & DELTAS.zeros ? 0 : run & DELTAS.words ? r.int16() : r.int8());
  }
  return deltas;
}

function readMoved(r: ByteReader, points: readonly number[] | null, count: number): MovedPoints {
  const many = points?.length ?? count;
  const [xs, ys] = [readDeltas(r, many), readDeltas(r, many)];
  const deltas = Array.from({ length: many }, (_, i): Vec => ({ x: nth(xs, i), y: nth(ys, i) }));
  if (!points) return { all: deltas, some: new Map() };
  return { all: null, some: new Map(points.map((p, i) => [p, nth(deltas, i)])) };
}
