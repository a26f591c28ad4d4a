import { add, cross, distance, dot, lerp, scale, sub, type Vec } from './vec';
import { TINY } from './tolerance';

/** A cubic Bezier segment: start, two handles, end. A line has its handles at the thirds. */
export interface Cubic {
  readonly p0: Vec;
  readonly p1: Vec;
  readonly p2: Vec;
  readonly p3: Vec;
}

export const lineAsCubic = (a: Vec, b: Vec): Cubic => ({
  p0: a,
  p1: lerp(a, b, 1 / 3),
  p2: lerp(a, b, 2 / 3),
  p3: b,
});

/** The quadratic p0-q-p1 raised exactly to a cubic. */
export function raiseQuadratic(p0: Vec, q: Vec, p1: Vec): Cubic {
  return { p0, p1: lerp(p0, q, 2 / 3), p2: lerp(p1, q, 2 / 3), p3: p1 };
}

export function pointOnCubic(c: Cubic, t: number): Vec {
  const u = 1 - t;
  const b0 = u * u * u;
  const b1 = 3 * u * u * t;
  const b2 = 3 * u * t * t;
  const b3 = t * t * t;
  return {
    x: b0 * c.p0.x + b1 * c.p1.x + b2 * c.p2.x + b3 * c.p3.x,
    y: b0 * c.p0.y + b1 * c.p1.y + b2 * c.p2.y + b3 * c.p3.y,
  };
}

/** First derivative by t. */
export function cubicDerivative(c: Cubic, t: number): Vec {
  const u = 1 - t;
  const d0 = sub(c.p1, c.p0);
  const d1 = sub(c.p2, c.p1);
  const d2 = sub(c.p3, c.p2);
  return scale(add(add(scale(d0, u * u), scale(d1, 2 * u * t)), scale(d2, t * t)), 3);
}

/** De Casteljau at t: the two halves, exactly the same curve. */
export function splitCubic(c: Cubic, t: number): [Cubic, Cubic] {
  const a = lerp(c.p0, c.p1, t);
  const b = lerp(c.p1, c.p2, t);
  const d = lerp(c.p2, c.p3, t);
  const ab = lerp(a, b, t);
  const bd = lerp(b, d, t);
  const m = lerp(ab, bd, t);
  return [
    { p0: c.p0, p1: a, p2: ab, p3: m },
    { p0: m, p1: bd, p2: d, p3: c.p3 },
  ];
}

/** Parameters 0 < t < 1 where the given coordinate has a turning point, ascending. */
export function extremeParameters(c: Cubic, axis: 'x' | 'y'): number[] {
  const a = -c.p0[axis] + 3 * c.p1[axis] - 3 * c.p2[axis] + c.p3[axis];
  const b = 2 * (c.p0[axis] - 2 * c.p1[axis] + c.p2[axis]);
  const k = c.p1[axis] - c.p0[axis];
  const inside = (t: number) => t > TINY && t < 1 - TINY;
  const size = Math.max(Math.abs(a), Math.abs(b), Math.abs(k));
  if (size === 0) return [];
  if (Math.abs(a) < 1e-10 * size) return Math.abs(b) < 1e-10 * size ? [] : [-k / b].filter(inside);
  const disc = b * b - 4 * a * k;
  if (disc <= 0) return [];
  // The form that avoids cancellation (Press et al., Numerical Recipes, 5.6).
  const q = -0.5 * (b + Math.sign(b || 1) * Math.sqrt(disc));
  return [q / a, k / q].filter(inside).sort((s, t) => s - t);
}

/** Points along the curve at a distance of at most `tolerance` from it, without p0, with p3. */
export function flattenCubic(c: Cubic, tolerance: number): Vec[] {
  // Wang's bound: n >= sqrt(sqrt(3)/18 ... ) in the form n = sqrt(3 |d2| / (4 tolerance)).
  const d1 = add(sub(c.p0, scale(c.p1, 2)), c.p2);
  const d2 = add(sub(c.p1, scale(c.p2, 2)), c.p3);
  const bend = Math.max(Math.hypot(d1.x, d1.y), Math.hypot(d2.x, d2.y));
  const n = Math.max(1, Math.min(200, Math.ceil(Math.sqrt((0.75 * bend) / tolerance))));
  return Array.from({ length: n }, (_, i) => (i === n - 1 ? c.p3 : pointOnCubic(c, (i + 1) / n)));
}

/** Length of the curve by Simpson's rule over its speed, 32 parts: within a thousandth for curves without a cusp. */
export function cubicLength(c: Cubic): number {
  const n = 32;
  let sum = 0;
  for (let k = 0; k <= n; k++) {
    const w = k === 0 || k === n ? 1 : k % 2 === 1 ? 4 : 2;
    const d = cubicDerivative(c, k / n);
    sum += w * Math.hypot(d.x, d.y);
  }
  return sum / (3 * n);
}

/** Distance from p to the segment a-b. */
export function distanceToSegment(p: Vec, a: Vec, b: Vec): number {
  const d = sub(b, a);
  const l2 = dot(d, d);
  const t = l2 === 0 ? 0 : Math.max(0, Math.min(1, dot(sub(p, a), d) / l2));
  return distance(p, add(a, scale(d, t)));
}

/** Parameter of the point of the curve nearest to p: coarse scan, then Newton steps. */
export function nearestParameter(c: Cubic, p: Vec): number {
  let best = 0;
  let bestD = Infinity;
  for (let i = 0; i <= 16; i++) {
    const d = distance(pointOnCubic(c, i / 16), p);
    if (d < bestD) {
      bestD = d;
      best = i / 16;
    }
  }
  let t = best;
  for (let k = 0; k < 6; k++) {
    const d1 = cubicDerivative(c, t);
    const gap = sub(pointOnCubic(c, t), p);
    const slope = dot(d1, d1);
    if (slope === 0) break;
    t = Math.max(0, Math.min(1, t - dot(gap, d1) / slope));
  }
  return distance(pointOnCubic(c, t), p) < bestD ? t : best;
}

/** Twice the signed area swept by the segment about the origin, exact (Green's theorem). */
export function cubicSweep(c: Cubic): number {
  const { p0, p1, p2, p3 } = c;
  return (
    (6 * cross(p0, p1) +
      3 * cross(p0, p2) +
      cross(p0, p3) +
      3 * cross(p1, p2) +
      3 * cross(p1, p3) +
      6 * cross(p2, p3)) /
    10
  );
}
