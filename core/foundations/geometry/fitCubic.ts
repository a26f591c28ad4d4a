import { pointOnCubic, type Cubic } from './cubic';
import { add, dot, scale, type Vec } from './vec';

export interface CubicFit {
  readonly cubic: Cubic;
  /** Greatest distance of a sample from the curve, in the samples' unit. */
  readonly maxOff: number;
  /** Mean squared distance. */
  readonly meanSquare: number;
}

const PASSES = 6;
/** Weight of distances along the curve beside those across it: enough to keep the steps calm. */
const SLIDE = 0.001;

/**
 * The cubic from p0 (leaving along unit vector d0) to p3 (arriving against unit vector d3) nearest to the samples,
 * which run from p0 to p3 in order and don't include the two. Handles never point backwards and stay shorter
 * than the chord times 1.2, so that no loop or kink can arise. Image px or em units alike.
 * Method: Schneider, "An Algorithm for Automatically Fitting Digitized Curves", Graphics Gems (1990),
 * least squares for the handle lengths in turn with Newton's step for the parameters; from the second pass on distances
 * are taken across the curve (tangent distance, Wang, Pottmann and Liu, ACM TOG 25 (2006)), which closes in much faster.
 */
export function fitCubic(p0: Vec, d0: Vec, d3: Vec, p3: Vec, xs: Float64Array, ys: Float64Array): CubicFit {
  const n = xs.length;
  const chord = Math.hypot(p3.x - p0.x, p3.y - p0.y);
  const ends: Ends = { p0, d0, d3, p3, chord };
  const third = { p0, p1: add(p0, scale(d0, chord / 3)), p2: add(p3, scale(d3, chord / 3)), p3 };
  if (n === 0) return { cubic: third, maxOff: 0, meanSquare: 0 };
  const ts = chordParameters(p0, p3, xs, ys);
  let cubic: Cubic = third;
  let best: CubicFit | null = null;
  for (let pass = 0; pass < PASSES; pass++) {
    cubic = solveHandles(ends, { xs, ys, ts }, pass === 0 ? null : cubic);
    for (let i = 0; i < n; i++) ts[i] = closerParameter(cubic, xs[i]!, ys[i]!, ts[i]!);
    const fit = measure(cubic, xs, ys, ts);
    // Quick steps can overshoot; the nearest curve met on the way is the answer.
    if (best === null || fit.meanSquare < best.meanSquare) best = fit;
    else if (fit.meanSquare > 4 * best.meanSquare) break;
  }
  return best!;
}

function measure(cubic: Cubic, xs: Float64Array, ys: Float64Array, ts: Float64Array): CubicFit {
  const n = xs.length;
  let maxOff = 0;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const q = pointOnCubic(cubic, ts[i]!);
    const off = (q.x - xs[i]!) ** 2 + (q.y - ys[i]!) ** 2;
    maxOff = Math.max(maxOff, off);
    sum += off;
  }
  return { cubic, maxOff: Math.sqrt(maxOff), meanSquare: sum / n };
}

function chordParameters(p0: Vec, p3: Vec, xs: Float64Array, ys: Float64Array): Float64Array {
  const n = xs.length;
  const ts = new Float64Array(n);
  let sum = 0;
  let px = p0.x;
  let py = p0.y;
  for (let i = 0; i < n; i++) {
    sum += Math.hypot(xs[i]! - px, ys[i]! - py);
    ts[i] = sum;
    px = xs[i]!;
    py = ys[i]!;
  }
  sum += Math.hypot(p3.x - px, p3.y - py);
  for (let i = 0; i < n; i++) ts[i]! /= sum || 1;
  return ts;
}

/** Where a curve begins and ends, and the unit vectors it leaves and arrives by. */
interface Ends {
  readonly p0: Vec;
  readonly d0: Vec;
  readonly d3: Vec;
  readonly p3: Vec;
  /** Length of the chord between them. */
  readonly chord: number;
}

/** What is fitted: samples in order, with their parameters on the curve as it was last known. */
interface Samples {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  readonly ts: Float64Array;
}

/** The normal equations of the two handles' lengths: a symmetric matrix and a right side. */
interface NormalEquations {
  a00: number;
  a11: number;
  a01: number;
  b0: number;
  b1: number;
}

function normalEquations(ends: Ends, { xs, ys, ts }: Samples, before: Cubic | null): NormalEquations {
  const { p0, d0, d3, p3 } = ends;
  const sum: NormalEquations = { a00: 0, a11: 0, a01: 0, b0: 0, b1: 0 };
  const turn = dot(d0, d3);
  // Once there is a curve, what lies along it counts little: samples may slide along the curve for nothing.
  const along = before ? SLIDE : 1;
  for (let i = 0; i < ts.length; i++) {
    const t = ts[i]!;
    const u = 1 - t;
    const w1 = 3 * u * u * t;
    const w2 = 3 * u * t * t;
    const k0 = u * u * u + w1;
    const k3 = t * t * t + w2;
    const rx = xs[i]! - p0.x * k0 - p3.x * k3;
    const ry = ys[i]! - p0.y * k0 - p3.y * k3;
    sum.a00 += along * w1 * w1;
    sum.a11 += along * w2 * w2;
    sum.a01 += along * w1 * w2 * turn;
    sum.b0 += along * w1 * (rx * d0.x + ry * d0.y);
    sum.b1 += along * w2 * (rx * d3.x + ry * d3.y);
    if (!before) continue;
    const [q0, q1, q2] = [u * u, 2 * u * t, t * t];
    const dx = q0 * (before.p1.x - p0.x) + q1 * (before.p2.x - before.p1.x) + q2 * (p3.x - before.p2.x);
    const dy = q0 * (before.p1.y - p0.y) + q1 * (before.p2.y - before.p1.y) + q2 * (p3.y - before.p2.y);
    const size = Math.sqrt(dx * dx + dy * dy) || 1;
    const [nx, ny] = [-dy / size, dx / size];
    const e0 = w1 * (d0.x * nx + d0.y * ny);
    const e1 = w2 * (d3.x * nx + d3.y * ny);
    const across = rx * nx + ry * ny;
    sum.a00 += e0 * e0;
    sum.a11 += e1 * e1;
    sum.a01 += e0 * e1;
    sum.b0 += e0 * across;
    sum.b1 += e1 * across;
  }
  return sum;
}

/** Handles are no shorter and no longer than these shares of the chord; equations nearer to singular than this aren't solved. */
const HANDLE = { least: 0.02, most: 1.2 };
const SINGULAR = 1e-9;

function solveHandles(ends: Ends, samples: Samples, before: Cubic | null): Cubic {
  const { p0, d0, d3, p3, chord } = ends;
  const { a00, a11, a01, b0, b1 } = normalEquations(ends, samples, before);
  const det = a00 * a11 - a01 * a01;
  const solvable = det > SINGULAR * a00 * a11;
  const within = (h: number) => Math.max(chord * HANDLE.least, Math.min(chord * HANDLE.most, h));
  let h0 = solvable ? (b0 * a11 - b1 * a01) / det : chord / 3;
  let h1 = solvable ? (b1 * a00 - b0 * a01) / det : chord / 3;
  // A handle at its limit is held there and the other one solved again.
  if (within(h0) !== h0) {
    h0 = within(h0);
    h1 = (b1 - a01 * h0) / (a11 || 1);
  }
  if (within(h1) !== h1) {
    h1 = within(h1);
    h0 = within((b0 - a01 * h1) / (a00 || 1));
  }
  return { p0, p1: add(p0, scale(d0, h0)), p2: add(p3, scale(d3, h1)), p3 };
}

/** One Newton step of the foot-point equation. Written out in numbers: it runs for every sample of every try. */
function closerParameter({ p0, p1, p2, p3 }: Cubic, x: number, y: number, t: number): number {
  const u = 1 - t;
  const [b0, b1, b2, b3] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  const gx = b0 * p0.x + b1 * p1.x + b2 * p2.x + b3 * p3.x - x;
  const gy = b0 * p0.y + b1 * p1.y + b2 * p2.y + b3 * p3.y - y;
  const [q0, q1, q2] = [3 * u * u, 6 * u * t, 3 * t * t];
  const dx = q0 * (p1.x - p0.x) + q1 * (p2.x - p1.x) + q2 * (p3.x - p2.x);
  const dy = q0 * (p1.y - p0.y) + q1 * (p2.y - p1.y) + q2 * (p3.y - p2.y);
  const ax = 6 * u * (p2.x - 2 * p1.x + p0.x) + 6 * t * (p3.x - 2 * p2.x + p1.x);
  const ay = 6 * u * (p2.y - 2 * p1.y + p0.y) + 6 * t * (p3.y - 2 * p2.y + p1.y);
  const slope = dx * dx + dy * dy + gx * ax + gy * ay;
  if (slope <= 0) return t;
  return Math.max(0, Math.min(1, t - (gx * dx + gy * dy) / slope));
}
