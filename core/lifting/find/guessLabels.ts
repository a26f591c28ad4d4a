import { SHAPE_CHARACTERS } from '../shapes/characters';
import type { ShapeLikeness } from '../shapes/classify';

/** A suggested character without any list to go by, and how sure it is. */
export interface Guess {
  readonly char: string;
  readonly confidence: number;
}

/** How often a hand follows one of the usual orders (A B C, a b c, A a B b, 0 1 2) to the next letter. */
const IN_ORDER = 0.3;
/** Signs are rarer than letters on a page of lettering, accented letters and money rarer still. */
const WEIGHTS = { letter: 1, sign: 0.5, rare: 0.12 };

const weightOf = (c: string): number =>
  /^[A-Za-z0-9]$/.test(c) ? WEIGHTS.letter : '.,:;!?"\'()&@%=+-/'.includes(c) ? WEIGHTS.sign : WEIGHTS.rare;

/** Characters that usually come after a character, by their place in SHAPE_CHARACTERS. */
const followers: number[][] = SHAPE_CHARACTERS.map((c) => {
  const next = new Set<string>();
  if (/^[A-Ya-y0-8]$/.test(c)) next.add(String.fromCharCode(c.charCodeAt(0) + 1));
  if (/^[A-Z]$/.test(c)) next.add(c.toLowerCase());
  if (/^[a-y]$/.test(c)) next.add(String.fromCharCode(c.charCodeAt(0) + 1).toUpperCase());
  if (c === 'Z') next.add('a');
  if (c === 'z') ['0', '1'].forEach((d) => next.add(d));
  if (c === '9') next.add('0');
  return [...next].map((n) => SHAPE_CHARACTERS.indexOf(n)).filter((i) => i >= 0);
});

/**
 * Characters for letters in reading order when nobody said what they are: by shape, and by the orders in which alphabets
 * are written. Hidden Markov model; each letter's share over all paths is its confidence (forward-backward sums, Rabiner,
 * Proc. IEEE 77 (1989)).
 */
export function guessLabels(likeness: readonly ShapeLikeness[]): Guess[] {
  const n = SHAPE_CHARACTERS.length;
  const prior = SHAPE_CHARACTERS.map(weightOf);
  const total = prior.reduce((a, b) => a + b, 0);
  const seen = likeness.map((l) => prior.map((w, k) => w * (l[k]! + 1e-5)));
  const step = (from: Float64Array, out: Float64Array, forward: boolean) => {
    const sum = from.reduce((a, b) => a + b, 0);
    for (let k = 0; k < n; k++) out[k] = forward ? ((1 - IN_ORDER) * sum) / total : 0;
    for (let k = 0; k < n; k++) {
      const share = IN_ORDER / Math.max(1, followers[k]!.length);
      if (forward) for (const next of followers[k]!) out[next]! += (share * from[k]!) / prior[next]!;
      else {
        out[k] = ((1 - IN_ORDER) * sum) / total;
        for (const next of followers[k]!) out[k]! += (share * from[next]!) / prior[next]!;
      }
    }
  };
  const scaled = (v: Float64Array) => {
    const sum = v.reduce((a, b) => a + b, 0) || 1;
    return v.map((x) => x / sum);
  };
  const forward: Float64Array[] = [];
  likeness.forEach((_, i) => {
    const before = new Float64Array(n).fill(1);
    if (i > 0) step(forward[i - 1]!, before, true);
    forward.push(scaled(before.map((v, k) => v * seen[i]![k]!)));
  });
  let after = new Float64Array(n).fill(1);
  const out: Guess[] = [];
  for (let i = likeness.length - 1; i >= 0; i--) {
    const shares = scaled(forward[i]!.map((v, k) => v * after[k]!));
    let best = 0;
    shares.forEach((v, k) => v > shares[best]! && (best = k));
    out.unshift({ char: SHAPE_CHARACTERS[best]!, confidence: shares[best]! });
    const here = Float64Array.from(seen[i]!, (v, k) => v * after[k]!);
    const back = new Float64Array(n);
    step(here, back, false);
    after = scaled(back);
  }
  return out;
}
