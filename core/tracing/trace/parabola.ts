import { TINY } from '../../foundations/geometry/tolerance';

/** v = c0 + c1 u + c2 u^2. */
export interface Parabola {
  readonly c0: number;
  readonly c1: number;
  readonly c2: number;
}

/**
 * The parabola nearest to `count` pairs (us[i], vs[i]) in the sense of least squares; null when the us say too little
 * (fewer than three different ones). Normal equations by Cramer's rule: windows are short and centred near 0, where
 * that is exact enough (about 1e-12 of the values).
 *
 *     fitParabola([-1, 0, 1], [3, 1, 1], 3) is 1 - u + u^2
 */
export function fitParabola(us: ArrayLike<number>, vs: ArrayLike<number>, count: number): Parabola | null {
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let s4 = 0;
  let b0 = 0;
  let b1 = 0;
  let b2 = 0;
  for (let i = 0; i < count; i++) {
    const u = us[i]!;
    const v = vs[i]!;
    const uu = u * u;
    s1 += u;
    s2 += uu;
    s3 += uu * u;
    s4 += uu * uu;
    b0 += v;
    b1 += v * u;
    b2 += v * uu;
  }
  const k0 = s2 * s4 - s3 * s3;
  const k1 = s2 * s3 - s1 * s4;
  const k2 = s1 * s3 - s2 * s2;
  const det = count * k0 + s1 * k1 + s2 * k2;
  if (Math.abs(det) < TINY) return null;
  return {
    c0: (b0 * k0 + b1 * k1 + b2 * k2) / det,
    c1: (b0 * k1 + b1 * (count * s4 - s2 * s2) + b2 * (s1 * s2 - count * s3)) / det,
    c2: (b0 * k2 + b1 * (s1 * s2 - count * s3) + b2 * (count * s2 - s1 * s1)) / det,
  };
}
