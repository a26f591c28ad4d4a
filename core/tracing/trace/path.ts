import type { Vec } from '../../foundations/geometry/vec';
import type { Ring } from './isoContours';
import { fitParabola } from './parabola';

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

/** A line as a point on it and its unit direction. */
export interface Line {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

/** Total least squares line through the samples from..to (inclusive, to >= from). */
export function fitLine(r: EvenRing, from: number, to: number): Line {
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
  return { x: mx, y: my, dx, dy };
}

/**
 * Position, direction and bend at the end of a stretch, from a parabola by arc length through the samples
 * center + sign * (near .. far). Extrapolated to `center`, so that the rounded tip of a corner isn't asked.
 */
export function endOfStretch(r: EvenRing, center: number, sign: 1 | -1, near: number, far: number) {
  const { n, step } = r;
  const count = far - near + 1;
  const us = new Float64Array(count);
  const xs = new Float64Array(count);
  const ys = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    const i = wrap(center + (near + k) * sign, n);
    us[k] = (near + k) * step * sign;
    xs[k] = r.xs[i]!;
    ys[k] = r.ys[i]!;
  }
  const [fx, fy] = [fitParabola(us, xs, count), fitParabola(us, ys, count)];
  if (!fx || !fy) {
    const line = fitLine(r, Math.min(center, center + far * sign), Math.max(center, center + far * sign));
    return { ...ringPoint(r, center), dx: line.dx, dy: line.dy };
  }
  const size = Math.hypot(fx.c1, fy.c1) || 1;
  return { x: fx.c0, y: fy.c0, dx: fx.c1 / size, dy: fy.c1 / size };
}
