// OpenType 1.9.1, "OpenType Font Variations Overview", "Algorithm for interpolation of instance values", and "Font variations common
// table formats", "Item variation store".
import { nth } from '../../../foundations/lists/nth';
import type { Region } from '../variations/regions';
import { ByteReader } from './byteReader';

/** How much of a delta counts at a place: the product over the axes, each rising from the start to the peak and falling to the end. */
export function shareAt(region: readonly Region[], at: readonly number[]): number {
  let share = 1;
  for (const [i, { start, peak, end }] of region.entries()) {
    const v = at[i] ?? 0;
    // An axis without a peak, or whose stretch makes no sense, says nothing.
    if (peak === 0 || start > peak || peak > end || (start < 0 && end > 0)) continue;
    if (v === peak) continue;
    if (v <= start || v >= end) return 0;
    share *= v < peak ? (v - start) / (peak - start) : (end - v) / (end - peak);
  }
  return share;
}

export const f2dot14 = (r: ByteReader): number => r.int16() / 16384;

/** What a value varies by at a place, by where its deltas stand in the font's store; 0 where nothing is. */
export type Vary = (outer: number, inner: number) => number;

/** Where a store's parts stand, and how much of each region counts at a place. */
function storeHead(bytes: Uint8Array, from: number, at: readonly number[]) {
  const r = new ByteReader(bytes, from + 2);
  const regionsAt = from + r.uint32();
  const parts = r.list(r.uint16(), () => from + r.uint32());
  const list = new ByteReader(bytes, regionsAt);
  const axes = list.uint16();
  const shares = list.list(list.uint16(), () =>
    shareAt(
      list.list(axes, () => ({ start: f2dot14(list), peak: f2dot14(list), end: f2dot14(list) })),
      at,
    ),
  );
  return { parts, shares };
}

/** How much of each region of a part of a store counts at a place, in the part's order. RangeError where it is cut off. */
export function readShares(
  bytes: Uint8Array,
  from: number,
  at: readonly number[],
): (part: number) => readonly number[] {
  const { parts, shares } = storeHead(bytes, from, at);
  const own = parts.map((part) => {
    const p = new ByteReader(bytes, part + 4);
    return p.list(p.uint16(), () => nth(shares, p.uint16()));
  });
  return (part) => nth(own, part);
}

/** A font's item variation store at a place (normalised). RangeError where it is cut off. */
export function readStore(bytes: Uint8Array, from: number, at: readonly number[]): Vary {
  const { parts, shares } = storeHead(bytes, from, at);
  return (outer, inner) => {
    const part = parts[outer];
    if (part === undefined) return 0;
    const p = new ByteReader(bytes, part);
    const [items, words] = [p.uint16(), p.uint16()];
    const regions = p.list(p.uint16(), () => p.uint16());
    const [long, wide] = [(words & 0x8000) !== 0, words & 0x7fff];
    if (inner >= items) return 0;
    const size = long ? 4 * wide + 2 * (regions.length - wide) : 2 * wide + (regions.length - wide);
    p.at += inner * size;
    return regions.reduce((sum, region, k) => sum + nth(shares, region) * delta(p, k < wide, long), 0);
  };
}

function delta(p: ByteReader, wide: boolean, long: boolean): number {
  if (long) return wide ? p.uint32() | 0 : p.int16();
  return wide ? p.int16() : p.int8();
}

/** Says in place of an offset to another table that a value varies (OpenType, "VariationIndex table"). */
const VARIES = 0x8000;

/** What a value varies by whose deltas are named by the table at `at`; 0 for tables of coarse screens, and without a place to vary to. */
export function variedBy(bytes: Uint8Array, at: number, vary: Vary | null): number {
  if (!vary) return 0;
  const r = new ByteReader(bytes, at);
  const [outer, inner, format] = [r.uint16(), r.uint16(), r.uint16()];
  return format === VARIES ? vary(outer, inner) : 0;
}
