import { median, percentile } from '../raster/histogram';
import { boxBottom } from '../raster/picture';
import { likenessTo, type ShapeLikeness } from '../shapes/classify';
import type { CharacterForm } from './expected';
import { characterForm } from './expected';
import type { FoundLetter, FoundLetters } from './letters';

/** The same shares as CharacterForm, measured on a found letter against its row. */
export type MeasuredForm = CharacterForm;

/** A found letter with its character, or a place in the expected list that nothing was found for. */
export interface Pairing {
  /** Index in the found letters; null = expected but not found. */
  readonly found: number | null;
  /** Index in the expected list; null = found but not expected. */
  readonly expected: number | null;
  /** 0..1: how much more likely this pairing is than all others for the same letter. */
  readonly confidence: number;
}

/**
 * Baseline of each row in px at x = 0, along the page's slope: where most of the row's letters stand.
 * A row without tall letters keeps the middle-to-baseline distance of the others.
 */
export function rowBaselines(found: FoundLetters): number[] {
  const { rows, slope, letters, letterHeight } = found;
  const standing = (b: { box: FoundLetter['box'] }) => boxBottom(b.box) - slope * (b.box.x + b.box.width / 2);
  const lines = rows.map((row, r) => {
    const bottoms = letters
      .filter((l) => l.row === r && l.box.height > letterHeight * 0.4)
      .map(standing)
      .filter((y) => y > row.middleY);
    return bottoms.length === 0 ? NaN : modeOf(bottoms, letterHeight * 0.07);
  });
  const usual = median(lines.map((y, r) => y - rows[r]!.middleY).filter((v) => !Number.isNaN(v)));
  return lines.map((y, r) => (Number.isNaN(y) ? rows[r]!.middleY + (Number.isNaN(usual) ? 0 : usual) : y));
}

/** Mean of the densest cluster of values, `width` to each side: descenders and floaters stay out of it. */
function modeOf(values: readonly number[], width: number): number {
  let best: number[] = [];
  for (const v of values) {
    const near = values.filter((w) => Math.abs(w - v) <= width);
    if (near.length > best.length) best = near;
  }
  return best.reduce((a, b) => a + b, 0) / best.length;
}

/** Top, bottom, width and patches of each found letter as shares of the page's cap height. */
export function measureForms(found: FoundLetters): {
  forms: MeasuredForm[];
  /** The same for any letter on these rows. */
  formOf: (letter: FoundLetter) => MeasuredForm;
  capHeight: number;
  baselines: number[];
} {
  const baselines = rowBaselines(found);
  const above = found.letters.map(
    (l) => baselines[l.row]! + found.slope * (l.box.x + l.box.width / 2) - l.box.y,
  );
  const capHeight =
    percentile(
      above.filter((h) => h > found.letterHeight * 0.7),
      0.6,
    ) || found.letterHeight;
  const formOf = (l: FoundLetter): MeasuredForm => {
    const base = baselines[l.row]! + found.slope * (l.box.x + l.box.width / 2);
    return {
      top: (base - l.box.y) / capHeight,
      bottom: (base - boxBottom(l.box)) / capHeight,
      width: l.box.width / capHeight,
      parts: l.parts.length,
    };
  };
  return { forms: found.letters.map(formOf), formOf, capHeight, baselines };
}

/** Spread of hands around the forms, one standard deviation each. */
const SPREAD = { top: 0.13, bottom: 0.11, width: 0.22 } as const;
/** Cost (in nats) of a letter that isn't there, and of one too many. */
const MISSING = 8;
const EXTRA = 8;
/** However odd a letter looks, leaving it out beside a gap must cost more than taking it for what is expected. */
const MOST_UNLIKE = 8;
const UNKNOWN_FORM = 2;

function mismatch(measured: MeasuredForm, char: string): number {
  const f = characterForm(char);
  if (!f) return UNKNOWN_FORM;
  const term = (key: keyof typeof SPREAD) => Math.min(5, ((measured[key] - f[key]) / SPREAD[key]) ** 2 / 2);
  const parts = Math.min(3, Math.abs(measured.parts - f.parts)) * 1.6;
  return Math.min(MOST_UNLIKE, term('top') + term('bottom') + term('width') + parts);
}

/** How much the rough form counts beside the shape, which knows most of it. */
const FORM_BESIDE_SHAPE = 0.3;
/** A shape the network has never seen like this may still be right: least share, so that one odd drawing doesn't shift a row. */
const LEAST_SHARE = 0.0015;

/** How little a letter looks like a character, nats; by its form alone when its shape isn't known. */
function unlikeness(measured: MeasuredForm, char: string, likeness: ShapeLikeness | undefined): number {
  const form = mismatch(measured, char);
  const share = likeness ? likenessTo(likeness, char) : null;
  if (share === null) return form;
  return Math.min(MOST_UNLIKE, -Math.log(share + LEAST_SHARE) + FORM_BESIDE_SHAPE * form);
}

/** ln(e^a + e^b), safe for large negative values. */
const logAdd = (a: number, b: number): number => {
  const high = Math.max(a, b);
  return high === -Infinity ? high : high + Math.log(Math.exp(a - high) + Math.exp(b - high));
};

/**
 * Matches found letters with the expected ones, both in reading order, allowing gaps on either side.
 * Best path: Needleman and Wunsch, J. Mol. Biol. 48 (1970). Confidence: posterior share of each pairing over
 * all paths, by the forward-backward sums of the same lattice (Durbin et al., Biological Sequence Analysis, 4.4).
 * `likeness` says what each letter looks like; without it their rough forms decide.
 */
export function alignLabels(
  forms: readonly MeasuredForm[],
  expected: readonly string[],
  likeness: readonly ShapeLikeness[] = [],
): Pairing[] {
  const n = forms.length;
  const m = expected.length;
  const cost = forms.map((f, i) => expected.map((c) => unlikeness(f, c, likeness[i])));
  const grid = () => Array.from({ length: n + 1 }, () => new Float64Array(m + 1).fill(-Infinity));
  const best = grid();
  const forward = grid();
  const backward = grid();
  best[0]![0] = forward[0]![0] = 0;
  for (let i = 0; i <= n; i++) {
    for (let j = 0; j <= m; j++) {
      if (i === 0 && j === 0) continue;
      const steps = [
        i > 0 && j > 0 ? [best[i - 1]![j - 1]!, forward[i - 1]![j - 1]!, -cost[i - 1]![j - 1]!] : null,
        i > 0 ? [best[i - 1]![j]!, forward[i - 1]![j]!, -EXTRA] : null,
        j > 0 ? [best[i]![j - 1]!, forward[i]![j - 1]!, -MISSING] : null,
      ].filter((s) => s !== null);
      for (const [b, f, gain] of steps as number[][]) {
        best[i]![j] = Math.max(best[i]![j]!, b! + gain!);
        forward[i]![j] = logAdd(forward[i]![j]!, f! + gain!);
      }
    }
  }
  backward[n]![m] = 0;
  for (let i = n; i >= 0; i--) {
    for (let j = m; j >= 0; j--) {
      if (i < n && j < m) backward[i]![j] = logAdd(backward[i]![j]!, backward[i + 1]![j + 1]! - cost[i]![j]!);
      if (i < n) backward[i]![j] = logAdd(backward[i]![j]!, backward[i + 1]![j]! - EXTRA);
      if (j < m) backward[i]![j] = logAdd(backward[i]![j]!, backward[i]![j + 1]! - MISSING);
    }
  }
  const total = forward[n]![m]!;
  const share = (log: number) => Math.max(0, Math.min(1, Math.exp(log - total)));
  const out: Pairing[] = [];
  for (let i = n, j = m; i > 0 || j > 0;) {
    const here = best[i]![j]!;
    if (i > 0 && j > 0 && here === best[i - 1]![j - 1]! - cost[i - 1]![j - 1]!) {
      const log = forward[i - 1]![j - 1]! - cost[i - 1]![j - 1]! + backward[i]![j]!;
      out.push({ found: --i, expected: --j, confidence: share(log) });
    } else if (i > 0 && here === best[i - 1]![j]! - EXTRA) {
      out.push({
        found: --i,
        expected: null,
        confidence: share(forward[i]![j]! - EXTRA + backward[i + 1]![j]!),
      });
    } else {
      out.push({
        found: null,
        expected: --j,
        confidence: share(forward[i]![j]! - MISSING + backward[i]![j + 1]!),
      });
    }
  }
  return out.reverse();
}

/** What the best matching of letters with a list costs, nats: less is better. */
export function alignmentCost(
  forms: readonly MeasuredForm[],
  expected: readonly string[],
  likeness: readonly ShapeLikeness[],
): number {
  let before = Float64Array.from({ length: expected.length + 1 }, (_, j) => j * MISSING);
  forms.forEach((form, i) => {
    const row = new Float64Array(expected.length + 1);
    row[0] = (i + 1) * EXTRA;
    for (let j = 1; j <= expected.length; j++) {
      // Far off the diagonal nothing is ever matched; looking there would only cost time.
      const near = Math.abs(j - 1 - i) <= BAND;
      const pair = near ? before[j - 1]! + unlikeness(form, expected[j - 1]!, likeness[i]) : Infinity;
      row[j] = Math.min(pair, before[j]! + EXTRA, row[j - 1]! + MISSING);
    }
    before = row;
  });
  return before[expected.length]!;
}

/** Letters and list differ by no more places than this where they are matched. */
const BAND = 24;
