import { paperAt, type Paper } from '../../tracing/ink/paper';
import { median } from '../../foundations/raster/histogram';
import type { Picture } from '../../foundations/raster/picture';
import type { FoundLine } from './findLines';

/** A picture seen along one axis: `along` runs with the lines, `across` over them. */
export interface Axis {
  readonly upright: boolean;
  readonly along: number;
  readonly across: number;
}

export const axisOf = (p: Picture, upright: boolean): Axis =>
  upright ? { upright, along: p.height, across: p.width } : { upright, along: p.width, across: p.height };

/** First byte of a px by its place along and across. */
export const byteAt = (p: Picture, axis: Axis, u: number, v: number): number =>
  (axis.upright ? u * p.width + v : v * p.width + u) * 4;

export const groundAt = (paper: Paper, axis: Axis, u: number, v: number, out: number[]): void =>
  axis.upright ? paperAt(paper, v, u, out) : paperAt(paper, u, v, out);

/** Where a printed line runs and how dark it is, in full px. */
export interface LineCourse {
  /** Height of its middle at a place along it, px centres at .5. */
  readonly middleAt: (u: number) => number;
  /** How strongly it was printed there, 1 = as mostly. */
  readonly strengthAt: (u: number) => number;
  /** Darkness (0..1) of each colour by distance from the middle: three floats a bin. */
  readonly profile: Float32Array;
  /** Bins to each side of the middle. */
  readonly bins: number;
}

/** Length over which a line's place is read at once, px. */
const WINDOW_PX = 24;
/** Windows to each side that share in a place: lines bend slowly. */
const CALM = 6;
export const BIN_PX = 0.25;
/** A line fainter than this in a window is hidden there. */
const FAINT = 0.02;

/** Follows a line found in the look on the full picture; null when nothing of it can be seen there. */
export function followLine(
  p: Picture,
  paper: Paper,
  axis: Axis,
  line: FoundLine,
  scale: number,
): LineCourse | null {
  const reach = Math.max(8, 3 * scale);
  const guess = (u: number) => (line.y0 + 0.5 + line.slope * (u / scale - 0.5)) * scale;
  const windows = Math.max(1, Math.floor(axis.along / WINDOW_PX));
  const offs = new Float64Array(windows).fill(NaN);
  const peaks = new Float64Array(windows).fill(NaN);
  for (let w = 0; w < windows; w++) {
    const found = readWindow(p, paper, axis, w * WINDOW_PX, guess, reach, scale + 2);
    if (found && found.peak > FAINT) [offs[w], peaks[w]] = [found.off, found.peak];
  }
  const usual = median(peaks.filter((v) => !Number.isNaN(v)));
  if (Number.isNaN(usual)) return null;
  // Ink on the line is darker than the line itself.
  peaks.forEach((v, w) => {
    if (v > 1.5 * usual) offs[w] = peaks[w] = NaN;
  });
  const off = calmed(offs);
  const strength = calmed(peaks.map((v) => v / usual));
  if (!off || !strength) return null;
  const middleAt = (u: number) => guess(u) + between(off, u);
  const strengthAt = (u: number) => between(strength, u);
  const bins = Math.ceil(reach / BIN_PX);
  return { middleAt, strengthAt, bins, profile: readProfile(p, paper, axis, middleAt, bins) };
}

/** Place (px off the guess) and darkness of the darkest strip along one window. */
function readWindow(
  p: Picture,
  paper: Paper,
  axis: Axis,
  u0: number,
  guess: (u: number) => number,
  reach: number,
  search: number,
): { off: number; peak: number } | null {
  const ground = [0, 0, 0];
  const levels = new Float64Array(2 * reach + 1).fill(-Infinity);
  const column = new Float64Array(WINDOW_PX / 2);
  for (let k = -reach; k <= reach; k++) {
    let n = 0;
    for (let u = u0; u < u0 + WINDOW_PX; u += 2) {
      const v = Math.floor(guess(u + 0.5)) + k;
      if (v < 0 || v >= axis.across) continue;
      groundAt(paper, axis, u, v, ground);
      const i = byteAt(p, axis, u, v);
      const bright = p.data[i]! + p.data[i + 1]! + p.data[i + 2]!;
      column[n++] = 1 - bright / Math.max(1, ground[0]! + ground[1]! + ground[2]!);
    }
    if (n > WINDOW_PX / 4) levels[k + reach] = median(column.subarray(0, n));
  }
  const levelAt = (k: number) => levels[k + reach] ?? -Infinity;
  let best = 0;
  for (let k = -search; k <= search; k++) if (levelAt(k) > levelAt(best)) best = k;
  const sides = [levelAt(best - 6), levelAt(best + 6)].filter(Number.isFinite);
  if (!Number.isFinite(levelAt(best)) || sides.length === 0) return null;
  const base = Math.max(0, Math.min(...sides));
  let [mass, sum] = [0, 0];
  for (let k = best - 3; k <= best + 3; k++) {
    const d = Math.max(0, levelAt(k) - base);
    mass += d;
    sum += d * k;
  }
  if (mass <= 0) return null;
  // Whole rows were read: their middles lie beside the guess by what it holds beyond whole px.
  let beyond = 0;
  for (let u = u0; u < u0 + WINDOW_PX; u += 2) beyond += guess(u + 0.5) - Math.floor(guess(u + 0.5));
  return { off: sum / mass + 0.5 - beyond / (WINDOW_PX / 2), peak: levelAt(best) - base };
}

/** Running median over the windows around, gaps closed from the nearest; null when nothing is known. */
function calmed(values: Float64Array): Float64Array | null {
  const out = new Float64Array(values.length).fill(NaN);
  for (let w = 0; w < values.length; w++) {
    for (let reach = CALM; reach < values.length + CALM && Number.isNaN(out[w]!); reach *= 2) {
      const near = values.subarray(Math.max(0, w - reach), w + reach + 1).filter((v) => !Number.isNaN(v));
      if (near.length > 0) out[w] = median(near);
    }
  }
  return out.some(Number.isNaN) ? null : out;
}

function between(values: Float64Array, u: number): number {
  const at = Math.max(0, Math.min(values.length - 1, u / WINDOW_PX - 0.5));
  const low = Math.floor(at);
  const high = Math.min(values.length - 1, low + 1);
  return values[low]! + (values[high]! - values[low]!) * (at - low);
}

/** Median darkness of each colour by distance from the line's middle, over all of its length. */
function readProfile(
  p: Picture,
  paper: Paper,
  axis: Axis,
  middleAt: (u: number) => number,
  bins: number,
): Float32Array {
  const found: number[][] = Array.from({ length: (2 * bins + 1) * 3 }, () => []);
  const ground = [0, 0, 0];
  const step = Math.max(1, Math.floor(axis.along / 1200));
  const reach = bins * BIN_PX;
  for (let u = 0; u < axis.along; u += step) {
    const middle = middleAt(u + 0.5);
    const from = Math.max(0, Math.ceil(middle - reach - 0.5));
    const to = Math.min(axis.across - 1, Math.floor(middle + reach - 0.5));
    for (let v = from; v <= to; v++) {
      const bin = Math.round((v + 0.5 - middle) / BIN_PX) + bins;
      groundAt(paper, axis, u, v, ground);
      const i = byteAt(p, axis, u, v);
      for (let c = 0; c < 3; c++) found[bin * 3 + c]?.push(1 - p.data[i + c]! / Math.max(1, ground[c]!));
    }
  }
  const profile = Float32Array.from(found, (list) => (list.length > 0 ? median(list) : NaN));
  fillGaps(profile);
  return levelled(profile, bins);
}

/** Bins that no px fell into, as on an exactly level line, lie between those beside them. */
function fillGaps(profile: Float32Array): void {
  const count = profile.length / 3;
  for (let c = 0; c < 3; c++) {
    let last = -1;
    for (let b = 0; b < count; b++) {
      const here = profile[b * 3 + c]!;
      if (Number.isNaN(here)) continue;
      for (let gap = last + 1; gap < b; gap++) {
        const before = last < 0 ? here : profile[last * 3 + c]!;
        profile[gap * 3 + c] = before + ((here - before) * (gap - last)) / (b - last);
      }
      last = b;
    }
    for (let b = last + 1; b < count; b++) profile[b * 3 + c] = last < 0 ? 0 : profile[last * 3 + c]!;
  }
}

/** Less what lies beside the line (the paper is never known to a hair), and nothing beyond the line's own width. */
function levelled(profile: Float32Array, bins: number): Float32Array {
  const out = new Float32Array(profile.length);
  for (let c = 0; c < 3; c++) {
    const at = (b: number) => profile[b * 3 + c]!;
    const sides = Array.from({ length: 2 * bins + 1 }, (_, b) => b).filter(
      (b) => Math.abs(b - bins) > 0.6 * bins,
    );
    const base = median(sides.map(at));
    const peak = Math.max(...Array.from({ length: bins }, (_, k) => at(k + Math.floor(bins / 2)) - base));
    if (peak <= 0) continue;
    const own = (b: number) => at(b) - base > 0.06 * peak;
    let [low, high] = [bins, bins];
    while (low > 0 && own(low - 1)) low--;
    while (high < 2 * bins && own(high + 1)) high++;
    for (let b = low; b <= high; b++) out[b * 3 + c] = Math.max(0, at(b) - base);
  }
  return out;
}
