import { median } from '../../foundations/raster/histogram';
import { boxBottom } from '../../foundations/raster/picture';
import { INK, LINES } from './parameters';
import { patchOf, penWidth, type Patch } from './patches';

/** A line of writing with its ink. */
export interface TextLine {
  /** y of the base line at x = 0, px; it goes along the page's slope. */
  readonly baseY: number;
  readonly patches: readonly Patch[];
}

export interface TextLines {
  readonly lines: readonly TextLine[];
  /** y per x; positive when lines fall to the right. */
  readonly slope: number;
  readonly penPx: number;
  /** Heights of small letters without ascenders, and of capitals, px. */
  readonly xHeight: number;
  readonly capHeight: number;
}

/** How much ink lies at each height along a slope, px of height from `low` on. */
interface Profile {
  readonly low: number;
  readonly ink: Float64Array;
}

function profileOf(patches: readonly Patch[], slope: number, each = 1): Profile {
  let [low, high] = [Infinity, -Infinity];
  for (const { box } of patches)
    for (const x of [box.x, box.x + box.width]) {
      low = Math.min(low, box.y - slope * x);
      high = Math.max(high, box.y + box.height - slope * x);
    }
  low = Math.floor(low) - 2;
  const ink = new Float64Array(Math.ceil(high) + 3 - low);
  for (const { runs } of patches)
    for (let i = 0; i < runs.length; i += each) {
      const run = runs[i];
      if (!run) continue;
      const at = Math.floor(run.y + 0.5 - (slope * (run.from + run.to)) / 2) - low;
      ink[at] = (ink[at] ?? 0) + run.to - run.from;
    }
  return { low, ink };
}

/** Mean over `reach` px to each side. */
function evened(values: Float64Array, reach: number): Float64Array {
  const n = values.length;
  const sums = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) sums[i + 1] = (sums[i] ?? 0) + (values[i] ?? 0);
  return values.map((_, i) => {
    const [a, b] = [Math.max(0, i - reach), Math.min(n, i + reach + 1)];
    return ((sums[b] ?? 0) - (sums[a] ?? 0)) / (b - a);
  });
}

/** Runs that are looked at for the slope: more say no more. */
const SLOPE_RUNS = 40_000;

/** The slope along which ink gathers in the sharpest lines: projection profile (W. Postl, ICPR 1986). */
function slopeOf(patches: readonly Patch[]): number {
  const count = patches.reduce((n, p) => n + p.runs.length, 0);
  const each = Math.max(1, Math.round(count / SLOPE_RUNS));
  const sharpness = (slope: number) => profileOf(patches, slope, each).ink.reduce((s, v) => s + v * v, 0);
  let [best, most] = [0, sharpness(0)];
  for (const { span, step } of LINES.slopes) {
    const centre = best;
    for (let k = -Math.round(span / step); k <= Math.round(span / step); k++) {
      const slope = centre + k * step;
      const sharp = sharpness(slope);
      if (sharp > most) [best, most] = [slope, sharp];
    }
  }
  return best;
}

/** Heights at which lines have most ink, apart from each other, from the top. */
function peaksOf({ low, ink }: Profile, height: number): number[] {
  const even = evened(ink, Math.max(1, Math.round((LINES.evened * height) / 2)));
  const order = [...even.keys()].sort((a, b) => (even[b] ?? 0) - (even[a] ?? 0));
  const peaks: number[] = [];
  for (const at of order) {
    const value = even[at] ?? 0;
    const first = even[peaks[0] ?? at] ?? 0;
    if (value < LINES.least * first) break;
    const isTop = value >= (even[at - 1] ?? 0) && value >= (even[at + 1] ?? 0);
    if (isTop && peaks.every((p) => Math.abs(p - at) > LINES.apart * height)) peaks.push(at);
  }
  return peaks.sort((a, b) => a - b).map((at) => at + low);
}

/** Where the profile falls most within a stretch (`sign` 1) or rises most (-1). */
function steepest({ low, ink }: Profile, from: number, to: number, sign: number): number {
  let [best, most] = [from, -Infinity];
  for (let y = Math.round(from); y <= to; y++) {
    const fall = sign * ((ink[y - 1 - low] ?? 0) - (ink[y + 1 - low] ?? 0));
    if (fall > most) [best, most] = [y, fall];
  }
  return best;
}

/** Ink of one line: patches that reach over several lines are parted half-way. */
function shareOut(
  patches: readonly Patch[],
  middles: readonly number[],
  slope: number,
  reach: number,
): Patch[][] {
  const out: Patch[][] = middles.map(() => []);
  const level = (x: number, y: number) => y - slope * x;
  const lineAt = (y: number) => {
    let best = 0;
    middles.forEach((m, i) => Math.abs(y - m) < Math.abs(y - (middles[best] ?? 0)) && (best = i));
    return best;
  };
  for (const patch of patches) {
    const { box } = patch;
    const [top, bottom] = [level(patch.centerX, box.y), level(patch.centerX, boxBottom(box))];
    const through = middles.flatMap((m, i) => (m > top && m < bottom ? [i] : []));
    if (through.length < 2) {
      const at = lineAt(level(patch.centerX, patch.centerY));
      if (Math.abs(level(patch.centerX, patch.centerY) - (middles[at] ?? 0)) < reach) out[at]?.push(patch);
      continue;
    }
    for (const at of through) {
      const own = patchOf(patch.runs.filter((r) => lineAt(level((r.from + r.to) / 2, r.y + 0.5)) === at));
      if (own) out[at]?.push(own);
    }
  }
  return out;
}

/** Lines of running writing, joined or not, with the height of its letters. `known`: the page's slope (y per x) if it is. */
export function linesOf(patches: readonly Patch[], known: number | null = null): TextLines {
  const penPx = penWidth(patches);
  const bodies = patches.filter((p) => p.box.height > INK.bodyPens * penPx);
  const slope = known ?? slopeOf(bodies);
  const usual = median(bodies.map((p) => p.box.height)) || 1;
  const profile = profileOf(bodies, slope);
  const fine = { ...profile, ink: evened(profile.ink, Math.max(1, Math.round(penPx / 2))) };
  const found = peaksOf(profile, usual).map((peak) => ({
    base: steepest(fine, peak, peak + LINES.reach * usual, 1),
    xLine: steepest(fine, peak - LINES.reach * usual, peak, -1),
  }));
  const xHeight = median(found.map((l) => l.base - l.xLine)) || usual;
  const middles = found.map((l) => l.base - xHeight / 2);
  const shared = shareOut(patches, middles, slope, LINES.stray * xHeight);
  const lines = found.map((l, i) => ({ baseY: l.base, patches: shared[i] ?? [] }));
  const heights = lines.flatMap(({ baseY, patches: own }) =>
    own.map((p) => baseY + slope * p.centerX - p.box.y).filter((h) => h > LINES.tall * xHeight),
  );
  const tall = median(heights);
  const capHeight = Number.isNaN(tall) ? LINES.capital * xHeight : tall;
  return { lines: lines.filter((l) => l.patches.length > 0), slope, penPx, xHeight, capHeight };
}
