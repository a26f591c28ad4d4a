import type { Slice } from './slices';

/** A character of the text, white left out. */
export interface TextSpot {
  readonly char: string;
  /** A word begins with it. */
  readonly starts: boolean;
  /** Stands raised between letters and is looked for when they have their places. */
  readonly raised: boolean;
}

/** A character of the text with its ink. */
export interface Aligned {
  /** Index in the text's spots. */
  readonly spot: number;
  readonly slice: Slice;
  /** 0..1: share of all ways to read the page in which this is so. */
  readonly confidence: number;
  /** How little the ink looks like it, nats. */
  readonly cost: number;
}

const logAdd = (a: number, b: number): number => {
  if (a < b) [a, b] = [b, a];
  return b === -Infinity || a - b > 30 ? a : a + Math.log1p(Math.exp(b - a));
};

/** For each place between spots the places between atoms that are looked at, both ends included. */
interface Band {
  readonly from: Int32Array;
  readonly to: Int32Array;
}

/** Atoms to each side of a reading within which other readings are weighed, and within which better ones are looked for. */
const WEIGHED = 60;
const LOOKED = 160;
/** Places that are all looked at where no reading is known; beyond, those about as far in the text as on the page. */
const WHOLE = 6_000_000;
const ABOUT = 0.2;

/** So many places are weighed at the most: four numbers each, some 400 MB. A dense page has some 2,000 letters and 5,000 atoms. */
export const MOST_PLACES = 12_000_000;

/** Where a page is read for the first time. */
function firstBand(spots: number, atoms: number): Band {
  const half = spots * atoms <= WHOLE ? atoms : Math.ceil(atoms * ABOUT) + LOOKED;
  const middle = (t: number) => Math.round((t * atoms) / Math.max(1, spots));
  return {
    from: Int32Array.from({ length: spots + 1 }, (_, t) => Math.max(0, middle(t) - half)),
    to: Int32Array.from({ length: spots + 1 }, (_, t) => Math.min(atoms, middle(t) + half)),
  };
}

/** About a reading that is known. */
function bandAround(read: readonly Aligned[], spots: number, atoms: number, half: number): Band {
  const from = new Int32Array(spots + 1);
  const to = new Int32Array(spots + 1).fill(atoms);
  let [k, before] = [0, 0];
  for (let t = 0; t <= spots; t++) {
    const next = read[k];
    from[t] = Math.max(0, before - half);
    to[t] = Math.min(atoms, (next ? next.slice.start : atoms) + half);
    if (next && next.spot === t) {
      before = next.slice.end;
      k++;
    }
  }
  return { from, to };
}

/** The places that are looked at: all or about as far in the text as on the page at first, then those about what was read `before`. */
export const bandFor = (before: readonly Aligned[] | null, spots: number, atoms: number): Band =>
  before ? bandAround(before, spots, atoms, LOOKED) : firstBand(spots, atoms);

/** All that the matching of a text with a page is computed from. */
export interface Match {
  readonly spots: readonly TextSpot[];
  readonly slices: readonly (readonly Slice[])[];
  /** For each slice what it costs as each distinct character. */
  readonly costs: readonly (readonly Float32Array[])[];
  /** Index of each spot's character. */
  readonly kind: readonly number[];
  /** Cost of beginning a letter at an atom, within a word and at the start of one. */
  readonly within: Float64Array;
  readonly starting: Float64Array;
  /** Cost of leaving an atom out. */
  readonly extra: Float64Array;
  readonly missing: (spot: number) => number;
  readonly missingOn: (spot: number) => number;
}

/** One value for each place between spots (rows) and between atoms (columns). */
class Table {
  readonly values: Float64Array;
  constructor(
    rows: number,
    readonly columns: number,
  ) {
    this.values = new Float64Array(rows * columns).fill(-Infinity);
  }
  at = (t: number, i: number): number => this.values[t * this.columns + i] ?? -Infinity;
  put = (t: number, i: number, v: number): void => void (this.values[t * this.columns + i] = v);
}

/** Sums of all ways from the start to each place: `inked` ended with ink, `gap` with a letter that isn't there. */
function fromStart(m: Match, band: Band): { inked: Table; gap: Table } {
  const [n, count] = [m.slices.length, m.spots.length];
  const [inked, gap] = [new Table(count + 1, n + 1), new Table(count + 1, n + 1)];
  inked.put(0, 0, 0);
  for (let t = 0; t <= count; t++) {
    const start = m.spots[t]?.starts ? m.starting : m.within;
    const kind = m.kind[t] ?? 0;
    for (let i = band.from[t] ?? 0; i <= (band.to[t] ?? n); i++) {
      const [a, b] = [inked.at(t, i), gap.at(t, i)];
      const any = logAdd(a, b);
      if (any === -Infinity) continue;
      if (i < n) inked.put(t, i + 1, logAdd(inked.at(t, i + 1), any - (m.extra[i] ?? 0)));
      if (t === count) continue;
      gap.put(t + 1, i, logAdd(a - m.missing(t), b - m.missingOn(t)));
      const from = any - (start[i] ?? 0);
      m.slices[i]?.forEach(({ end }, k) => {
        const value = from - (m.costs[i]?.[k]?.[kind] ?? 0);
        inked.put(t + 1, end, logAdd(inked.at(t + 1, end), value));
      });
    }
  }
  return { inked, gap };
}

/** Sums of all ways from each place to the end. */
function toEnd(m: Match, band: Band): { inked: Table; gap: Table } {
  const [n, count] = [m.slices.length, m.spots.length];
  const [inked, gap] = [new Table(count + 1, n + 1), new Table(count + 1, n + 1)];
  for (let t = count; t >= 0; t--) {
    const start = m.spots[t]?.starts ? m.starting : m.within;
    const kind = m.kind[t] ?? 0;
    for (let i = band.to[t] ?? n; i >= (band.from[t] ?? 0); i--) {
      let on = t === count && i === n ? 0 : -Infinity;
      if (i < n) on = logAdd(on, inked.at(t, i + 1) - (m.extra[i] ?? 0));
      if (t < count)
        m.slices[i]?.forEach(({ end }, k) => {
          on = logAdd(on, inked.at(t + 1, end) - (start[i] ?? 0) - (m.costs[i]?.[k]?.[kind] ?? 0));
        });
      const lacking = t < count ? gap.at(t + 1, i) : -Infinity;
      inked.put(t, i, t < count ? logAdd(on, lacking - m.missing(t)) : on);
      gap.put(t, i, t < count ? logAdd(on, lacking - m.missingOn(t)) : on);
    }
  }
  return { inked, gap };
}

/** Ways that lead to a place in the best reading. */
interface Best {
  readonly inked: Table;
  readonly gap: Table;
  /** Atoms of the letter that leads there; 0: an atom left out. */
  readonly took: Uint8Array;
  /** Whether the place before had been reached by a letter that isn't there: for ways with ink, and for those without. */
  readonly afterGap: Uint8Array;
  readonly gapAfterGap: Uint8Array;
}

/** The best way to each place (A. Viterbi, IEEE Trans. Inf. Theory 13 (1967), on segments instead of samples). */
function bestWays(m: Match, band: Band): Best {
  const [n, count] = [m.slices.length, m.spots.length];
  const [inked, gap] = [new Table(count + 1, n + 1), new Table(count + 1, n + 1)];
  const size = (count + 1) * (n + 1);
  const [took, afterGap, gapAfterGap] = [new Uint8Array(size), new Uint8Array(size), new Uint8Array(size)];
  inked.put(0, 0, 0);
  for (let t = 0; t <= count; t++) {
    const start = m.spots[t]?.starts ? m.starting : m.within;
    const kind = m.kind[t] ?? 0;
    for (let i = band.from[t] ?? 0; i <= (band.to[t] ?? n); i++) {
      const [a, b] = [inked.at(t, i), gap.at(t, i)];
      const any = Math.max(a, b);
      if (any === -Infinity) continue;
      const reach = (row: number, to: number, value: number, atoms: number) => {
        if (value <= inked.at(row, to)) return;
        inked.put(row, to, value);
        took[row * (n + 1) + to] = atoms;
        afterGap[row * (n + 1) + to] = b > a ? 1 : 0;
      };
      if (i < n) reach(t, i + 1, any - (m.extra[i] ?? 0), 0);
      if (t === count) continue;
      const [opened, on] = [a - m.missing(t), b - m.missingOn(t)];
      gap.put(t + 1, i, Math.max(opened, on));
      gapAfterGap[(t + 1) * (n + 1) + i] = on > opened ? 1 : 0;
      const from = any - (start[i] ?? 0);
      m.slices[i]?.forEach(({ end }, k) => reach(t + 1, end, from - (m.costs[i]?.[k]?.[kind] ?? 0), end - i));
    }
  }
  return { inked, gap, took, afterGap, gapAfterGap };
}

/** The letters of the best way, how sure they are left open. */
export function bestReading(m: Match, band: Band): Aligned[] {
  const [n, count] = [m.slices.length, m.spots.length];
  const best = bestWays(m, band);
  const out: Aligned[] = [];
  let [t, i] = [count, n];
  let inGap = best.gap.at(t, i) > best.inked.at(t, i);
  while (t > 0 || i > 0) {
    const at = t * (n + 1) + i;
    if (inGap) {
      inGap = best.gapAfterGap[at] === 1;
      t--;
      continue;
    }
    const atoms = best.took[at] ?? 0;
    inGap = best.afterGap[at] === 1;
    if (atoms === 0 && i === 0) break;
    if (atoms === 0) {
      i--;
      continue;
    }
    const [spot, from] = [t - 1, i - atoms];
    const slice = m.slices[from]?.find((s) => s.end === i);
    if (slice) out.push({ spot, slice, confidence: 0, cost: 0 });
    [t, i] = [spot, from];
  }
  return out.reverse();
}

/** The share that each letter of a reading has of all ways near it. */
export function weighed(m: Match, read: readonly Aligned[]): Aligned[] {
  const band = bandAround(read, m.spots.length, m.slices.length, WEIGHED);
  const [sums, rest] = [fromStart(m, band), toEnd(m, band)];
  const total = rest.inked.at(0, 0);
  return read.map(({ spot, slice }) => {
    const { start: from, end } = slice;
    const k = m.slices[from]?.indexOf(slice) ?? -1;
    const start = m.spots[spot]?.starts ? m.starting : m.within;
    const before = logAdd(sums.inked.at(spot, from), sums.gap.at(spot, from));
    const cost = m.costs[from]?.[k]?.[m.kind[spot] ?? 0] ?? 0;
    const own = (start[from] ?? 0) + cost;
    const share = Math.exp(before - own + rest.inked.at(spot + 1, end) - total);
    return { spot, slice, confidence: Math.min(1, share), cost };
  });
}
