import { median } from '../../foundations/raster/histogram';
import { characterForm } from '../find/expected';
import { unlikeness } from '../find/unlikeness';
import { DESCRIPTOR_SIZE } from '../shapes/describe';
import { COSTS, HAND } from './parameters';
import type { Slice } from './slices';

/** How letters stand beside each other. */
export interface Borders {
  /** Share of neighbours within words that are joined. */
  readonly joined: number;
  /** White between words, and over how much it is in doubt: heights of a capital. */
  readonly wordGap: number;
  readonly gapDoubt: number;
}

/** Drawings of one character. */
interface Kind {
  readonly count: number;
  readonly sum: Float64Array;
  readonly widths: readonly number[];
  readonly width: number;
}

/** What is known of a writer: nothing but the look of the page at first. */
export interface Hand {
  /** Widths of letters as shares of the usual ones. */
  readonly widthScale: number;
  readonly borders: Borders;
  readonly kinds: ReadonlyMap<string, Kind>;
  /** One over the variance within a character, of each value of a description. */
  readonly weights: Float64Array | null;
  /** What taught: a slice is no evidence for itself. */
  readonly taught: ReadonlyMap<string, { readonly char: string; readonly slice: Slice }>;
}

export interface ReadSlice {
  readonly char: string;
  readonly slice: Slice;
}

const keyOf = ({ start, end }: Slice): string => `${start}-${end}`;

/** A hand that nothing is known of, but how wide it writes on the whole. */
export const unknownHand = (widthScale: number): Hand => ({
  widthScale,
  borders: { joined: 0.5, wordGap: COSTS.wordGap, gapDoubt: COSTS.gapDoubt },
  kinds: new Map(),
  weights: null,
  taught: new Map(),
});

/** A hand by letters that were read on the page. */
export function learnHand(read: readonly ReadSlice[], borders: Borders, widthScale: number): Hand {
  const byChar = new Map<string, Slice[]>();
  for (const { char, slice } of read) byChar.set(char, [...(byChar.get(char) ?? []), slice]);
  const kinds = new Map<string, Kind>();
  const squares = new Float64Array(DESCRIPTOR_SIZE);
  let freedom = 0;
  for (const [char, slices] of byChar) {
    const sum = new Float64Array(DESCRIPTOR_SIZE);
    for (const s of slices) s.description.forEach((v, d) => (sum[d] = (sum[d] ?? 0) + v));
    const widths = slices.map((s) => s.form.width);
    kinds.set(char, { count: slices.length, sum, widths, width: median(widths) });
    if (slices.length < 2) continue;
    freedom += slices.length - 1;
    for (const s of slices)
      s.description.forEach((v, d) => {
        squares[d] = (squares[d] ?? 0) + (v - (sum[d] ?? 0) / slices.length) ** 2;
      });
  }
  if (freedom < DESCRIPTOR_SIZE / 8) return { ...unknownHand(widthScale), borders };
  const variance = squares.map((v) => v / freedom);
  const usual = variance.reduce((a, b) => a + b, 0) / variance.length;
  return {
    widthScale,
    borders,
    kinds,
    weights: variance.map((v) => 1 / (v + usual / 4)),
    taught: new Map(read.map((r) => [keyOf(r.slice), r])),
  };
}

/** What it costs to take a slice for each of some characters, nats. */
export function costsOf(slice: Slice, characters: readonly string[], hand: Hand): Float32Array {
  const form = { ...slice.form, width: slice.form.width / hand.widthScale };
  const byShape = characters.map((c) => unlikeness(form, c, slice.likeness));
  if (!hand.weights) return Float32Array.from(byShape);
  const away = characters.map((c) => distanceTo(slice, c, hand));
  const nearest = away.reduce<number>((m, z) => Math.min(m, z ?? Infinity), Infinity);
  const half = HAND.freedom / 2;
  const sum = away.reduce<number>((s, z) => s + (z === null ? 0 : Math.exp(-half * (z - nearest))), 0);
  return Float32Array.from(characters, (c, i) => {
    const z = away[i] ?? null;
    const own = byShape[i] ?? 0;
    if (z === null) return own;
    const among = half * (z - nearest) + Math.log(sum);
    const alone = half * Math.max(0, z - 1);
    const known = Math.min(HAND.most, (among + alone) / 2 + offWidth(slice, c, hand));
    // Few drawings say little of how a letter may look.
    const count = hand.kinds.get(c)?.count ?? 0;
    const trust = ((1 - HAND.beside) * count) / (count + HAND.doubted);
    return (1 - trust) * own + trust * known;
  });
}

/** How far a slice is from a character as this hand draws it: about 1 for its own; null when too few were seen. */
function distanceTo(slice: Slice, char: string, { kinds, weights, taught }: Hand): number | null {
  const kind = kinds.get(char);
  if (!kind || !weights) return null;
  const isOwn = taught.get(keyOf(slice))?.char === char;
  const count = kind.count - (isOwn ? 1 : 0);
  if (count < HAND.few) return null;
  let sum = 0;
  for (let d = 0; d < DESCRIPTOR_SIZE; d++) {
    const own = slice.description[d] ?? 0;
    const mean = ((kind.sum[d] ?? 0) - (isOwn ? own : 0)) / count;
    sum += (own - mean) ** 2 * (weights[d] ?? 0);
  }
  // The mean of few drawings is off by itself.
  return sum / DESCRIPTOR_SIZE / (1 + 1 / count);
}

/** How odd a slice's width is for a character as this hand writes it, nats. */
function offWidth(slice: Slice, char: string, hand: Hand): number {
  const kind = hand.kinds.get(char);
  const width = kind?.width ?? (characterForm(char)?.width ?? 0.5) * hand.widthScale;
  const spread = Math.max(HAND.leastSpread, HAND.widthSpread * width);
  return Math.min(COSTS.mostGap, ((slice.form.width - width) / spread) ** 2 / 2);
}
