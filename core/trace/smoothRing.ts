import type { Corner } from './corners';
import { fitParabola } from './parabola';
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

/** Whole numbers from `from` on, as the places of a window's samples. */
const places = (from: number, count: number): Float64Array =>
  Float64Array.from({ length: count }, (_, i) => from + i);

/**
 * How far the edge's noise reaches, px: from how far samples lie off a parabola through their neighbours within 5 px
 * (median, so that corners don't count). 0 for a clean edge, about 0.25 for a scan. The factors were set on rendered
 * letters with known outlines, clean and scan-like.
 */
export function edgeNoise(r: EvenRing): number {
  const reach = Math.max(3, Math.round(NOISE_REACH_PX / r.step));
  const count = 2 * reach + 1;
  const [xs, ys] = [new Float64Array(count), new Float64Array(count)];
  const us = places(-reach, count);
  const offs: number[] = [];
  for (let i = 0; i < r.n; i += 2) {
    for (let k = 0; k < count; k++) {
      xs[k] = r.xs[wrap(i - reach + k, r.n)]!;
      ys[k] = r.ys[wrap(i - reach + k, r.n)]!;
    }
    const [px, py] = [fitParabola(us, xs, count), fitParabola(us, ys, count)];
    if (px && py) offs.push(Math.hypot(px.c0 - xs[reach]!, py.c0 - ys[reach]!));
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
  const fullWindow = places(-reach, 2 * reach + 1);
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
    const us = low === -reach && high === reach ? fullWindow : places(low, count);
    xs[i] = fitParabola(us, wx, count)?.c0 ?? xs[i]!;
    ys[i] = fitParabola(us, wy, count)?.c0 ?? ys[i]!;
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
