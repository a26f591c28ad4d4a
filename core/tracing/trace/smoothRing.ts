import type { Corner } from './corners';
import { wrap, type EvenRing } from './path';
import type { RingSums } from './ringSums';

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

/**
 * How far the edge's noise reaches, px: from how far samples lie off a parabola through their neighbours within 5 px
 * (median, so that corners don't count). 0 for a clean edge, about 0.25 for a scan. The factors were set on rendered
 * letters with known outlines, clean and scan-like.
 */
export function edgeNoise(sums: RingSums): number {
  const r = sums.ring;
  const reach = Math.min(Math.max(3, Math.round(NOISE_REACH_PX / r.step)), (r.n - 1) >> 1);
  const offs: number[] = [];
  for (let i = 0; i < r.n; i += 2) {
    const p = sums.parabolaAt(i - reach, i + reach, i);
    offs.push(Math.hypot(p.x - r.xs[i]!, p.y - r.ys[i]!));
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
export function smoothRing(sums: RingSums, corners: readonly Corner[], noisePx: number): EvenRing {
  const r = sums.ring;
  if (noisePx < QUIET_PX) return r;
  const widest = Math.round(Math.min(MAX_REACH_PX, 1.5 + 14 * noisePx) / r.step);
  const reach = Math.min(widest, (r.n - 1) >> 1);
  const shy = Math.round(CORNER_SHY_PX / r.step);
  const { before, after } = cornerDistances(r.n, corners);
  const [xs, ys] = [Float64Array.from(r.xs), Float64Array.from(r.ys)];
  for (let i = 0; i < r.n; i++) {
    const low = -Math.min(reach, before[i]! - shy);
    const high = Math.min(reach, after[i]! - shy);
    // On a corner's own tip there is nothing to average.
    if (low > 0 || high < 0 || high - low < 4) continue;
    const p = sums.parabolaAt(i + low, i + high, i);
    xs[i] = p.x;
    ys[i] = p.y;
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
