import { median } from '../../foundations/raster/histogram';
import type { Table } from './distances';
import { KERNED } from './fitFont';
import { pairShare } from './frequency';

/** A pair by its letters' places, and how far its white is from the rhythm, 1/1000 em; above 0 = too loose. */
export interface OffPair {
  readonly left: number;
  readonly right: number;
  readonly off: number;
}

/**
 * How far the white of each pair is from what the font's rhythm asks for. One constant for the whole font is taken off: a
 * font set loose on purpose is even all the same. `actual`: distances box to box with kerning, 1/1000 em.
 */
export function offRhythm(chars: readonly string[], actual: Table, wished: Table): Table {
  const off = actual.data.map((v, k) => v - wished.data[k]!);
  const size = chars.length;
  // What text is made of settles what counts as even.
  const usual = Array.from(off).filter((_, k) => {
    const pair = `${chars[Math.floor(k / size)]}${chars[k % size]}`;
    return /^[a-z]{2}$/.test(pair);
  });
  const middle = median(usual.length > 0 ? usual : Array.from(off));
  return { size, data: off.map((v) => v - middle) };
}

/** The pairs that are farthest off, weighted by how often they occur; what can't be seen is left out. */
export function worstPairs(chars: readonly string[], off: Table, most: number, least = 6): OffPair[] {
  const out: (OffPair & { readonly rank: number })[] = [];
  for (let i = 0; i < off.size; i++)
    for (let j = 0; j < off.size; j++) {
      if (!KERNED.test(chars[i]!) || !KERNED.test(chars[j]!)) continue;
      const value = off.data[i * off.size + j]!;
      if (Math.abs(value) < least) continue;
      const rank = Math.abs(value) * Math.sqrt(pairShare(chars[i]!, chars[j]!));
      out.push({ left: i, right: j, off: value, rank });
    }
  return out.sort((a, b) => b.rank - a.rank).slice(0, most);
}
