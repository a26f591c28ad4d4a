// Suffix arrays by doubling: Manber and Myers, "Suffix arrays: a new method for on-line string searches" (1993); common
// prefixes by Kasai and others, "Linear-time longest-common-prefix computation in suffix arrays" (2001). From memory.
import { nth } from '../../../foundations/lists/nth';

/** A run of numbers that a text holds more than once. */
export interface Repeat {
  readonly length: number;
  /** Where it begins, in no order; places may overlap. */
  readonly places: readonly number[];
}

/** Starts of a text's suffixes in the order of the suffixes. */
export function suffixArray(text: Int32Array): Int32Array {
  const n = text.length;
  const order = Int32Array.from(text, (_, i) => i);
  let rank = Int32Array.from(text);
  for (let reach = 1; ; reach *= 2) {
    const behind = (i: number) => (i + reach < n ? nth(rank, i + reach) : -Infinity);
    const by = (a: number, b: number) => nth(rank, a) - nth(rank, b) || Math.sign(behind(a) - behind(b)) || 0;
    order.sort(by);
    const next = new Int32Array(n);
    for (let k = 1; k < n; k++) {
      const [a, b] = [nth(order, k - 1), nth(order, k)];
      next[b] = nth(next, a) + (by(a, b) < 0 ? 1 : 0);
    }
    rank = next;
    if (n === 0 || nth(rank, nth(order, n - 1)) === n - 1) return order;
  }
}

/** For each suffix but the first: how many numbers it shares with the one before it. */
function sharedWithBefore(text: Int32Array, order: Int32Array): Int32Array {
  const place = new Int32Array(order.length);
  order.forEach((start, k) => (place[start] = k));
  const shared = new Int32Array(order.length);
  let same = 0;
  for (let i = 0; i < order.length; i++) {
    const k = nth(place, i);
    if (k === 0) {
      same = 0;
      continue;
    }
    const j = nth(order, k - 1);
    while (i + same < text.length && j + same < text.length && text[i + same] === text[j + same]) same++;
    shared[k] = same;
    if (same > 0) same--;
  }
  return shared;
}

/** All runs that can't be made longer without losing a place. Numbers that stand once part the text. */
export function repeatsOf(text: Int32Array): Repeat[] {
  const order = suffixArray(text);
  const shared = sharedWithBefore(text, order);
  const found: Repeat[] = [];
  const open: { length: number; from: number }[] = [];
  for (let k = 1; k <= order.length; k++) {
    const length = k < order.length ? nth(shared, k) : 0;
    let from = k - 1;
    for (let top = open.at(-1); top && top.length > length; top = open.at(-1)) {
      open.pop();
      found.push({ length: top.length, places: [...order.subarray(top.from, k)] });
      from = top.from;
    }
    if (length > 0 && (open.at(-1)?.length ?? 0) < length) open.push({ length, from });
  }
  return found;
}
