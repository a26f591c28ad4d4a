import type { Corner } from './corners';
import { wrap, type EvenRing } from './path';

/** Half the window of the smoothing parabola for an edge as rough as a scan's, px. */
const MAX_REACH_PX = 5;
/** Even a clean edge lies this far off its parabolas, px: px grid and bends. Only what is above it is noise. */
const GRID_PX = 0.02;
/** What is seen within the window is the fast part of the noise; all of it is about this many times as much. */
const SLOW_SHARE = 15;
/** Edges quieter than this are left as they are, px. */
const QUIET_PX = 0.05;
/** No ink is so rough that more than this could be taken for noise, px. */
const MAX_NOISE_PX = 0.6;
/** Noise is looked for within this distance, px: paper grain and lens blur make it slower than one px. */
const NOISE_REACH_PX = 5;
/** Samples this near to a corner's tip are rounded by the lens; they don't take part, px. */
const CORNER_SHY_PX = 1;

/** Value at 0 of the parabola that fits best through values[i] at from + i, i = 0 .. n - 1. */
function parabolaAtZero(values: Float64Array, count: number, from: number): number {
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let s4 = 0;
  let b0 = 0;
  let b1 = 0;
  let b2 = 0;
  for (let i = 0; i < count; i++) {
    const u = from + i;
    const uu = u * u;
    s1 += u;
    s2 += uu;
    s3 += uu * u;
    s4 += uu * uu;
    b0 += values[i]!;
    b1 += values[i]! * u;
    b2 += values[i]! * uu;
  }
  const det = count * (s2 * s4 - s3 * s3) - s1 * (s1 * s4 - s2 * s3) + s2 * (s1 * s3 - s2 * s2);
  return (b0 * (s2 * s4 - s3 * s3) + b1 * (s2 * s3 - s1 * s4) + b2 * (s1 * s3 - s2 * s2)) / det;
}

/**
 * How far the edge's noise reaches, px: from how far samples lie off a parabola through their neighbours within 5 px
 * (median, so that corners don't count). 0 for a clean edge, about 0.25 for a scan. The factors were set on rendered
 * letters with known outlines, clean and scan-like.
 */
export function edgeNoise(r: EvenRing): number {
  const reach = Math.max(3, Math.round(NOISE_REACH_PX / r.step));
  const count = 2 * reach + 1;
  const [xs, ys] = [new Float64Array(count), new Float64Array(count)];
  const offs: number[] = [];
  for (let i = 0; i < r.n; i += 2) {
    for (let k = 0; k < count; k++) {
      xs[k] = r.xs[wrap(i - reach + k, r.n)]!;
      ys[k] = r.ys[wrap(i - reach + k, r.n)]!;
    }
    offs.push(
      Math.hypot(
        parabolaAtZero(xs, count, -reach) - xs[reach]!,
        parabolaAtZero(ys, count, -reach) - ys[reach]!,
      ),
    );
  }
  offs.sort((a, b) => a - b);
  const seen = (offs[Math.floor(offs.length / 2)] ?? 0) * 1.48;
  return Math.min(MAX_NOISE_PX, Math.max(0, seen - GRID_PX) * SLOW_SHARE);
}

/**
 * The ring with the noise of paper and sensor averaged out along its smooth stretches: each sample is replaced by a
 * parabola through its neighbours on the same side of the corners, over a window that grows with the noise.
 * Method: Savitzky and Golay, Anal. Chem. 36 (1964), second degree, windows cut at the corners.
 */
export function smoothRing(r: EvenRing, corners: readonly Corner[], noisePx: number): EvenRing {
  if (noisePx < QUIET_PX) return r;
  const reach = Math.round(Math.min(MAX_REACH_PX, 1.5 + 14 * noisePx) / r.step);
  const shy = Math.round(CORNER_SHY_PX / r.step);
  const { before, after } = cornerDistances(r.n, corners);
  const [xs, ys] = [Float64Array.from(r.xs), Float64Array.from(r.ys)];
  const [wx, wy] = [new Float64Array(2 * reach + 1), new Float64Array(2 * reach + 1)];
  for (let i = 0; i < r.n; i++) {
    const low = -Math.min(reach, before[i]! - shy);
    const high = Math.min(reach, after[i]! - shy);
    const count = high - low + 1;
    // On a corner's own tip there is nothing to average.
    if (low > 0 || high < 0 || count < 5) continue;
    for (let k = 0; k < count; k++) {
      wx[k] = r.xs[wrap(i + low + k, r.n)]!;
      wy[k] = r.ys[wrap(i + low + k, r.n)]!;
    }
    xs[i] = parabolaAtZero(wx, count, low);
    ys[i] = parabolaAtZero(wy, count, low);
  }
  return { ...r, xs, ys };
}

/** Samples from each sample to the corner before and after it; the ring's length when there is none. */
function cornerDistances(n: number, corners: readonly Corner[]) {
  const before = new Int32Array(n).fill(n);
  const after = new Int32Array(n).fill(n);
  if (corners.length === 0) return { before, after };
  const at = new Set(corners.map((c) => wrap(c.index, n)));
  for (let k = 0, since = n; k < 2 * n; k++) {
    since = at.has(k % n) ? 0 : since + 1;
    before[k % n] = Math.min(before[k % n]!, since);
  }
  for (let k = 2 * n - 1, since = n; k >= 0; k--) {
    since = at.has(k % n) ? 0 : since + 1;
    after[k % n] = Math.min(after[k % n]!, since);
  }
  return { before, after };
}
