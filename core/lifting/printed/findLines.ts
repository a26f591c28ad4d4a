import type { Darkness } from './darkness';

/** A line right through a picture, nearly level: y at x is `y0 + slope * x`, in px of what it was found in. */
export interface FoundLine {
  readonly y0: number;
  readonly slope: number;
  /** Share of the picture's width on which it can be seen; letters hide the rest. */
  readonly seen: number;
}

/** A line is darker than what lies so far above and below it, px of the look. */
const REACH_PX = 4;
/** Fainter than this is paper's grain, darker counts no more than this: a stroke of ink must not outweigh a line. */
const RIDGE = { least: 0.022, most: 0.1 };
/** Sheets and photographs are turned by less, as y for x. */
const MOST_SLOPE = 0.26;
/** A line has to be seen on this share of the width. */
const SEEN = 0.45;
/** Votes are taken from every second column. */
const EACH = 2;
/** So many sheets' lines at the most. */
const MOST_LINES = 150;
/** Weaker peaks are chance: a page of squares has some hundreds of true ones and their echoes. */
const MOST_PEAKS = 2000;

/**
 * Straight thin lines that run through most of a picture from left to right: printed rules, not writing. Method: Hough
 * transform of ridges over slope and height (R. Duda, P. Hart, CACM 15 (1972)), each peak looked at along its way.
 */
export function findLevelLines(look: Darkness): FoundLine[] {
  const ridges = readRidges(look);
  const { width, height } = look;
  // A step of slope moves a line's end by one px.
  const steps = Math.ceil(2 * MOST_SLOPE * width) | 1;
  const middle = width / 2;
  const margin = Math.ceil(MOST_SLOPE * middle) + 1;
  const tall = height + 2 * margin;
  const votes = new Float32Array(steps * tall);
  const slopeOf = (s: number) => (s / (steps - 1) - 0.5) * 2 * MOST_SLOPE;
  for (let s = 0; s < steps; s++) {
    const row = votes.subarray(s * tall, (s + 1) * tall);
    const slope = slopeOf(s);
    const shift = margin + 0.5 + slope * middle;
    for (let k = 0; k < ridges.count; k++) {
      row[(ridges.ys[k]! - slope * ridges.xs[k]! + shift) | 0]! += ridges.strengths[k]!;
    }
  }
  const needed = (RIDGE.least * SEEN * width) / EACH;
  const peaks: { slope: number; at: number; votes: number }[] = [];
  for (let s = 1; s < steps - 1; s++) {
    for (let at = 1; at < tall - 1; at++) {
      const k = s * tall + at;
      const v = votes[k]!;
      if (v < needed || v < votes[k - 1]! || v < votes[k + 1]!) continue;
      if (v < votes[k - tall]! || v < votes[k + tall]!) continue;
      peaks.push({ slope: slopeOf(s), at: at - margin, votes: v });
    }
  }
  peaks.sort((a, b) => b.votes - a.votes);
  return lookAlong(peaks.slice(0, MOST_PEAKS), ridges.field, width, height);
}

interface Ridges {
  /** Strength of every px of the look, 0 where there is no ridge. */
  readonly field: Float32Array;
  /** The darkest px across each ridge, in every few columns. */
  readonly xs: Float32Array;
  readonly ys: Float32Array;
  readonly strengths: Float32Array;
  readonly count: number;
}

function readRidges({ width, height, data }: Darkness): Ridges {
  const field = new Float32Array(data.length);
  const most = Math.ceil(data.length / EACH / 2);
  const [xs, ys, strengths] = [new Float32Array(most), new Float32Array(most), new Float32Array(most)];
  let count = 0;
  const reach = REACH_PX * width;
  for (let y = REACH_PX; y < height - REACH_PX; y++) {
    for (let x = 0; x < width; x++) {
      const k = y * width + x;
      const v = data[k]! - Math.max(data[k - reach]!, data[k + reach]!);
      if (v < RIDGE.least) continue;
      field[k] = Math.min(RIDGE.most, v);
      // One vote for each place along a line: from its darkest px.
      if (x % EACH > 0 || data[k]! < data[k - width]! || data[k]! <= data[k + width]!) continue;
      xs[count] = x;
      ys[count] = y;
      strengths[count++] = field[k]!;
    }
  }
  return { field, xs, ys, strengths, count };
}

/** The peaks that are lines all along, the strongest first; what one has used up doesn't count for the next. */
function lookAlong(
  peaks: readonly { slope: number; at: number }[],
  field: Float32Array,
  width: number,
  height: number,
): FoundLine[] {
  const lines: FoundLine[] = [];
  const middle = width / 2;
  for (const { slope, at } of peaks) {
    if (lines.length >= MOST_LINES) break;
    const y0 = at - slope * middle;
    const nearOther = lines.some(
      (l) =>
        Math.abs(l.y0 - y0) < 2 * REACH_PX ||
        Math.abs(l.y0 + l.slope * width - y0 - slope * width) < 2 * REACH_PX,
    );
    if (nearOther) continue;
    let [hits, on] = [0, 0];
    for (let x = 0; x < width; x++) {
      const y = Math.round(y0 + slope * x);
      if (y < 1 || y >= height - 1) continue;
      on++;
      const k = y * width + x;
      if (Math.max(field[k - width]!, field[k]!, field[k + width]!) > 0) hits++;
    }
    const seen = hits / Math.max(1, width);
    if (on > 0.6 * width && seen >= SEEN) lines.push({ y0, slope, seen });
  }
  return lines;
}

/** Lines of one family differ from each other's course by no more, as y for x. */
const SAME_FAMILY = 0.004;
/** A line seen nearly all along needs no fellows. */
const ALONE_SEEN = 0.75;

/**
 * The printed ones: rules run parallel, and in a photograph their slope changes evenly down the page; scratches and the
 * grain of a desk don't. The largest family is taken (random sample consensus over pairs, M. Fischler, R. Bolles, CACM 24
 * (1981)), and lone lines that are seen nearly all along.
 */
export function printedFamily(lines: readonly FoundLine[]): FoundLine[] {
  let family: FoundLine[] = [];
  for (const a of lines) {
    for (const b of lines) {
      if (b.y0 <= a.y0) continue;
      const bend = (b.slope - a.slope) / (b.y0 - a.y0);
      const own = lines.filter((l) => Math.abs(a.slope + bend * (l.y0 - a.y0) - l.slope) < SAME_FAMILY);
      if (own.length > family.length) family = own;
    }
  }
  const trusted = family.length >= Math.max(3, lines.length / 2) ? new Set(family) : new Set<FoundLine>();
  return lines.filter((l) => trusted.has(l) || l.seen >= ALONE_SEEN);
}
