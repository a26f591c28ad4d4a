import type { Vec } from '../geometry/vec';
import type { Ring } from './isoContours';

/**
 * A closed run of points at even spacing with arc length as its measure. Index i may pass both ends (it wraps).
 * Image px, y down.
 */
export interface EvenRing {
  readonly n: number;
  /** Distance along the ring between neighbours, px. */
  readonly step: number;
  readonly xs: Float64Array;
  readonly ys: Float64Array;
}

/** Spacing of the samples, px. Half a px keeps all that a density field can say. */
const STEP_PX = 0.5;

export const wrap = (i: number, n: number): number => ((i % n) + n) % n;
export const ringPoint = (r: EvenRing, i: number): Vec => ({
  x: r.xs[wrap(i, r.n)]!,
  y: r.ys[wrap(i, r.n)]!,
});

/** The ring resampled at even distances of about half a px. */
export function evenRing(ring: Ring): EvenRing {
  const m = ring.length / 2;
  const lengths = new Float64Array(m + 1);
  for (let i = 0; i < m; i++) {
    const j = (i + 1) % m;
    const dx = ring[2 * j]! - ring[2 * i]!;
    const dy = ring[2 * j + 1]! - ring[2 * i + 1]!;
    lengths[i + 1] = lengths[i]! + Math.hypot(dx, dy);
  }
  const total = lengths[m]!;
  const n = Math.max(12, Math.round(total / STEP_PX));
  const xs = new Float64Array(n);
  const ys = new Float64Array(n);
  for (let k = 0, i = 0; k < n; k++) {
    const s = (total * k) / n;
    while (lengths[i + 1]! < s) i++;
    const j = (i + 1) % m;
    const t = (s - lengths[i]!) / (lengths[i + 1]! - lengths[i]! || 1);
    xs[k] = ring[2 * i]! + (ring[2 * j]! - ring[2 * i]!) * t;
    ys[k] = ring[2 * i + 1]! + (ring[2 * j + 1]! - ring[2 * i + 1]!) * t;
  }
  return { n, step: total / n, xs, ys };
}

/** The ring turned about the origin by `angleRad` (y down: positive turns clockwise). */
export function turnRing(r: EvenRing, angleRad: number): EvenRing {
  const cos = Math.cos(angleRad);
  const sin = Math.sin(angleRad);
  return {
    ...r,
    xs: Float64Array.from(r.xs, (x, i) => x * cos - r.ys[i]! * sin),
    ys: Float64Array.from(r.ys, (y, i) => r.xs[i]! * sin + y * cos),
  };
}

/** The straight line that fits best: a point on it, its unit direction along the run, and how far points lie off. */
export interface LineFit {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
  readonly maxOff: number;
  readonly rmsOff: number;
}

/** Total least squares line through the samples from..to (inclusive, to >= from). */
export function fitLine(r: EvenRing, from: number, to: number): LineFit {
  const count = to - from + 1;
  let mx = 0;
  let my = 0;
  for (let i = from; i <= to; i++) {
    mx += r.xs[wrap(i, r.n)]!;
    my += r.ys[wrap(i, r.n)]!;
  }
  mx /= count;
  my /= count;
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  for (let i = from; i <= to; i++) {
    const x = r.xs[wrap(i, r.n)]! - mx;
    const y = r.ys[wrap(i, r.n)]! - my;
    sxx += x * x;
    sxy += x * y;
    syy += y * y;
  }
  const angle = 0.5 * Math.atan2(2 * sxy, sxx - syy);
  let dx = Math.cos(angle);
  let dy = Math.sin(angle);
  const a = ringPoint(r, from);
  const b = ringPoint(r, to);
  if ((b.x - a.x) * dx + (b.y - a.y) * dy < 0) {
    dx = -dx;
    dy = -dy;
  }
  let maxOff = 0;
  let sumOff = 0;
  for (let i = from; i <= to; i++) {
    const off = (r.xs[wrap(i, r.n)]! - mx) * dy - (r.ys[wrap(i, r.n)]! - my) * dx;
    maxOff = Math.max(maxOff, Math.abs(off));
    sumOff += off * off;
  }
  return { x: mx, y: my, dx, dy, maxOff, rmsOff: Math.sqrt(sumOff / count) };
}

/**
 * Position, direction and bend at the end of a stretch, from a parabola by arc length through the samples
 * center + sign * (near .. far). Extrapolated to `center`, so that the rounded tip of a corner isn't asked.
 */
export function endOfStretch(r: EvenRing, center: number, sign: 1 | -1, near: number, far: number) {
  const { n, step } = r;
  // Normal equations for 1, s, s^2 are solved once per call; the window is short.
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let s4 = 0;
  const bx = [0, 0, 0];
  const by = [0, 0, 0];
  for (let k = near; k <= far; k++) {
    const s = k * step * sign;
    const i = wrap(center + k * sign, n);
    const ss = s * s;
    s0++;
    s1 += s;
    s2 += ss;
    s3 += ss * s;
    s4 += ss * ss;
    const x = r.xs[i]!;
    const y = r.ys[i]!;
    bx[0]! += x;
    bx[1]! += x * s;
    bx[2]! += x * ss;
    by[0]! += y;
    by[1]! += y * s;
    by[2]! += y * ss;
  }
  const det = s0 * (s2 * s4 - s3 * s3) - s1 * (s1 * s4 - s2 * s3) + s2 * (s1 * s3 - s2 * s2);
  const solve = (b: number[]) => {
    const [p, q, w] = b as [number, number, number];
    return {
      c0: (p * (s2 * s4 - s3 * s3) + q * (s2 * s3 - s1 * s4) + w * (s1 * s3 - s2 * s2)) / det,
      c1: (p * (s2 * s3 - s1 * s4) + q * (s0 * s4 - s2 * s2) + w * (s1 * s2 - s0 * s3)) / det,
    };
  };
  const fx = solve(bx);
  const fy = solve(by);
  const size = Math.hypot(fx.c1, fy.c1) || 1;
  return { x: fx.c0, y: fy.c0, dx: fx.c1 / size, dy: fy.c1 / size };
}
