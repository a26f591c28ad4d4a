import type { ShapeLikeness } from '../shapes/classify';
import { characterForm } from './expected';
import type { MeasuredForm } from './rowForms';
import { unlikeness } from './unlikeness';

/** A found letter with its character, or a place in the expected list that nothing was found for. */
export interface Pairing {
  /** Index in the found letters; null = expected but not found. */
  readonly found: number | null;
  /** Index in the expected list; null = found but not expected. */
  readonly expected: number | null;
  /** 0..1: how much more likely this pairing is than all others for the same letter. */
  readonly confidence: number;
}

/** What it costs when letters and list differ, nats. */
export interface GapCosts {
  /** A letter too many. */
  readonly extra: number;
  /** One that isn't there, and each further one behind it. */
  readonly missing: number;
  readonly missingOn: number;
  /** Two neighbours written the other way round than listed: what shapes say plainly outweighs their order. */
  readonly swap: number;
}

/** A list that somebody gave: it is all there, but for accidents. Both gaps exceed any unlikeness: an odd drawing keeps its name. */
export const GIVEN: GapCosts = { extra: 8, missing: 8, missingOn: 3, swap: 2.5 };
/**
 * A list of which a page holds a stretch: many may lack at once. A letter too many is cheaper than the most unlike drawing, so that a
 * scribble behind the last letter isn't taken for what the list has next.
 */
export const GUESSED: GapCosts = { extra: 5, missing: 11, missingOn: 0.3, swap: 2.5 };
/** Where letters are cut and joined: one too many was made by the knife, each that lacks is looked for. */
export const MENDING: GapCosts = { extra: 8, missing: 8, missingOn: 8, swap: 2.5 };

/** How sure two neighbours are at the most that were written the other way round than the list has them. */
const SWAPPED = 0.55;

/** ln(e^a + e^b), safe for large negative values. */
const logAdd = (a: number, b: number): number => {
  const high = Math.max(a, b);
  return high === -Infinity ? high : high + Math.log(Math.exp(a - high) + Math.exp(b - high));
};
const logAdd3 = (a: number, b: number, c: number): number => logAdd(logAdd(a, b), c);

/** One value for each place in the lattice of found (rows) and expected (columns), all impossible at first. */
class Lattice {
  private readonly values: Float64Array;
  constructor(
    rows: number,
    private readonly columns: number,
  ) {
    this.values = new Float64Array(rows * columns).fill(-Infinity);
  }
  at = (i: number, j: number): number => this.values[i * this.columns + j]!;
  put = (i: number, j: number, value: number): void => void (this.values[i * this.columns + j] = value);
}

/** How one came to a place: by a pair, by two pairs crosswise, by a letter too many, by one that isn't there. */
const WAYS = ['pair', 'swap', 'extra', 'missing'] as const;
/** Letters found and expected that a way takes. */
const STEPS = { pair: [1, 1], swap: [2, 2], extra: [1, 0], missing: [0, 1] } as const;
type Way = (typeof WAYS)[number];
type Lattices = Readonly<Record<Way, Lattice>>;

const lattices = (n: number, m: number): Lattices => ({
  pair: new Lattice(n + 1, m + 1),
  swap: new Lattice(n + 1, m + 1),
  extra: new Lattice(n + 1, m + 1),
  missing: new Lattice(n + 1, m + 1),
});

/** What each pair of a found letter and an expected one costs, and which expected ones are known by their form. */
interface Costs {
  readonly pairs: readonly (readonly number[])[];
  readonly known: readonly boolean[];
  readonly gaps: GapCosts;
}

/** Cost of pairing two letters crosswise, the latter ones of both given; what nobody knows by its form is known by its order alone. */
const swapCost = ({ pairs, known, gaps }: Costs, i: number, j: number): number =>
  known[j - 1] && known[j] ? pairs[i - 1]![j]! + pairs[i]![j - 1]! + gaps.swap : Infinity;

/** Sums (or, with `join` = max, best values) of all paths from the start to each place. */
function fromStart(cost: Costs, m: number, join: typeof logAdd): Lattices {
  const n = cost.pairs.length;
  const f = lattices(n, m);
  f.pair.put(0, 0, 0);
  const inked = (i: number, j: number) => join(join(f.pair.at(i, j), f.swap.at(i, j)), f.extra.at(i, j));
  const any = (i: number, j: number) => join(inked(i, j), f.missing.at(i, j));
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= m; j++) {
      if (i > 0 && j > 0) f.pair.put(i, j, any(i - 1, j - 1) - cost.pairs[i - 1]![j - 1]!);
      if (i > 1 && j > 1) f.swap.put(i, j, any(i - 2, j - 2) - swapCost(cost, i - 1, j - 1));
      if (i > 0) f.extra.put(i, j, any(i - 1, j) - cost.gaps.extra);
      if (j > 0) {
        const opened = inked(i, j - 1) - cost.gaps.missing;
        f.missing.put(i, j, join(opened, f.missing.at(i, j - 1) - cost.gaps.missingOn));
      }
    }
  return f;
}

/** Sums of all paths from each place to the end; `gap` after a letter that isn't there, `open` after all else. */
function toEnd(cost: Costs, m: number): { open: Lattice; gap: Lattice } {
  const n = cost.pairs.length;
  const [open, gap] = [new Lattice(n + 1, m + 1), new Lattice(n + 1, m + 1)];
  open.put(n, m, 0);
  gap.put(n, m, 0);
  for (let i = n; i >= 0; i--)
    for (let j = m; j >= 0; j--) {
      if (i === n && j === m) continue;
      const straight = i < n && j < m ? open.at(i + 1, j + 1) - cost.pairs[i]![j]! : -Infinity;
      const crossed =
        i < n - 1 && j < m - 1 ? open.at(i + 2, j + 2) - swapCost(cost, i + 1, j + 1) : -Infinity;
      const pair = logAdd(straight, crossed);
      const extra = i < n ? open.at(i + 1, j) - cost.gaps.extra : -Infinity;
      const missing = j < m ? gap.at(i, j + 1) : -Infinity;
      open.put(i, j, logAdd3(pair, extra, missing - cost.gaps.missing));
      gap.put(i, j, logAdd3(pair, extra, missing - cost.gaps.missingOn));
    }
  return { open, gap };
}

/**
 * Matches found letters with the expected ones, both in reading order, allowing gaps on either side.
 * Best path with gaps that cost less as they go on: Gotoh, J. Mol. Biol. 162 (1982). Confidence: posterior share of each pairing
 * over all paths, by the forward-backward sums of the same lattice (Durbin et al., Biological Sequence Analysis, 4.4).
 * `likeness` says what each letter looks like; without it their rough forms decide.
 */
export function alignLabels(
  forms: readonly MeasuredForm[],
  expected: readonly string[],
  likeness: readonly ShapeLikeness[] = [],
  gaps: GapCosts = GIVEN,
): Pairing[] {
  const [n, m] = [forms.length, expected.length];
  const cost = {
    pairs: forms.map((f, i) => expected.map((c) => unlikeness(f, c, likeness[i]))),
    known: expected.map((c) => characterForm(c) !== null),
    gaps,
  };
  const best = fromStart(cost, m, Math.max);
  const sums = fromStart(cost, m, logAdd);
  const rest = toEnd(cost, m);
  const total = rest.open.at(0, 0);
  const share = (log: number) => Math.max(0, Math.min(1, Math.exp(log - total)));
  const out: Pairing[] = [];
  let way = bestWay(best, n, m, () => 0);
  for (let i = n, j = m; i > 0 || j > 0;) {
    const after = way === 'missing' ? rest.gap : rest.open;
    const confidence = share(sums[way].at(i, j) + after.at(i, j));
    const from = way;
    i -= STEPS[way][0];
    j -= STEPS[way][1];
    if (way === 'swap') {
      const doubt = Math.min(confidence, SWAPPED);
      out.push({ found: i + 1, expected: j, confidence: doubt });
      out.push({ found: i, expected: j + 1, confidence: doubt });
    } else
      out.push({ found: way === 'missing' ? null : i, expected: way === 'extra' ? null : j, confidence });
    way = bestWay(best, i, j, (w) => {
      if (from !== 'missing') return 0;
      return w === 'missing' ? gaps.missingOn : gaps.missing;
    });
  }
  return out.reverse();
}

/** The way by which the best path comes to a place, when going on from there costs `price`. */
function bestWay(best: Lattices, i: number, j: number, price: (way: Way) => number): Way {
  const value = (way: Way) => best[way].at(i, j) - price(way);
  return WAYS.reduce((a, b) => (value(b) > value(a) ? b : a));
}

/** Letters and list differ by no more places than this where they are matched, when it is known that nearly all were found. */
const BAND = 24;

/** What the best matching of letters with a list costs, nats: less is better. `band`: how many places they may be apart. */
export function alignmentCost(
  forms: readonly MeasuredForm[],
  expected: readonly string[],
  likeness: readonly ShapeLikeness[],
  { band = BAND, costs = GUESSED }: { readonly band?: number; readonly costs?: GapCosts } = {},
): number {
  const m = expected.length;
  // Of each place the best cost of coming there at all, and that of coming there by a gap.
  let any = Float64Array.from({ length: m + 1 }, (_, j) =>
    j === 0 ? 0 : costs.missing + (j - 1) * costs.missingOn,
  );
  let before: Float64Array = any;
  let ownBefore: Float64Array = any;
  const known = expected.map((c) => characterForm(c) !== null);
  forms.forEach((form, i) => {
    const next = new Float64Array(m + 1);
    // Far off the diagonal nothing is matched; looking there would only cost time.
    const own = Float64Array.from(expected, (c, j) =>
      Math.abs(j - i) <= band ? unlikeness(form, c, likeness[i]) : Infinity,
    );
    next[0] = (i + 1) * costs.extra;
    let gap = Infinity;
    for (let j = 1; j <= m; j++) {
      const pair = any[j - 1]! + own[j - 1]!;
      const swap =
        i > 0 && j > 1 && known[j - 1] && known[j - 2]
          ? before[j - 2]! + own[j - 2]! + ownBefore[j - 1]! + costs.swap
          : Infinity;
      gap = Math.min(gap + costs.missingOn, next[j - 1]! + costs.missing);
      next[j] = Math.min(pair, swap, any[j]! + costs.extra, gap);
    }
    [before, any, ownBefore] = [any, next, own];
  });
  return any[m]!;
}
