import { cubicDerivative, pointOnCubic, type Cubic } from './cubic';
import { fitCubic, type CubicFit } from './fitCubic';
import { directionAt, leftOf } from './strokeEdges';
import { add, cross, distance, dot, scale, sub, unit, type Vec } from './vec';
import { TINY } from './tolerance';

/** Whether a segment runs straight from end to end, handles included. */
export function isStraight(c: Cubic): boolean {
  const [d0, d1] = [directionAt(c, 0), directionAt(c, 1)];
  const chord = unit(sub(c.p3, c.p0));
  return (
    Math.abs(cross(d0, chord)) < TINY &&
    Math.abs(cross(d1, chord)) < TINY &&
    Math.abs(cross(sub(c.p1, c.p0), d0)) < TINY * (1 + distance(c.p0, c.p3)) &&
    dot(d0, d1) > 0
  );
}

/** A curve in place of an edge of a stroke, and how far it is from the true edge; infinite where it turns too much to be measured. */
export interface OffsetCurve {
  readonly cubic: Cubic;
  readonly off: number;
}

/**
 * The left edge of a pen of half width `half` along a cubic, as one cubic: ends moved along their normals, handles stretched by the
 * curvature (W. Tiller, E. Hanson, IEEE CG&A 4 (1984)); where that isn't within `tolerance`, the one that is nearest if it is.
 */
export function offsetOnce(c: Cubic, half: number, tolerance: number): OffsetCurve {
  const [d0, d1] = [directionAt(c, 0), directionAt(c, 1)];
  const p0 = add(c.p0, scale(leftOf(d0), half));
  const p3 = add(c.p3, scale(leftOf(d1), half));
  // An offset of a curve is as much longer as its chord is, at each end by its own share.
  const chord = distance(c.p0, c.p3);
  const stretch = chord > 0 ? dot(sub(p3, p0), sub(c.p3, c.p0)) / (chord * chord) : 1;
  const made: Cubic = {
    p0,
    p1: add(p0, scale(d0, distance(c.p0, c.p1) * Math.max(0, stretch))),
    p2: add(p3, scale(d1, -distance(c.p2, c.p3) * Math.max(0, stretch))),
    p3,
  };
  const off =
    dot(d0, d1) > 0.2
      ? Math.max(...[0.25, 0.5, 0.75].map((t) => Math.abs(distanceTo(c, made, t, half))))
      : Infinity;
  if (off < tolerance) return { cubic: made, off };
  const fitted = fittedOffset(c, half, p0, d0, d1, p3);
  return fitted && fitted.maxOff < tolerance
    ? { cubic: fitted.cubic, off: fitted.maxOff }
    : { cubic: made, off };
}

/** Places along the offset that a curve is fitted to. */
const FIT_PLACES = 15;

/** One curve through the ends that is nearest to the true offset; null where the pen is wider than the bend. */
function fittedOffset(c: Cubic, half: number, p0: Vec, d0: Vec, d1: Vec, p3: Vec): CubicFit | null {
  const xs = new Float64Array(FIT_PLACES);
  const ys = new Float64Array(FIT_PLACES);
  let last = p0;
  for (let k = 0; k < FIT_PLACES; k++) {
    const t = (k + 1) / (FIT_PLACES + 1);
    const d = unit(cubicDerivative(c, t));
    const p = add(pointOnCubic(c, t), scale(leftOf(d), half));
    if (dot(sub(p, last), d) <= 0) return null;
    xs[k] = p.x;
    ys[k] = p.y;
    last = p;
  }
  return fitCubic(p0, d0, scale(d1, -1), p3, xs, ys);
}

/** How far a place of the offset is nearer to or further from the curve than it should be. */
function distanceTo(c: Cubic, made: Cubic, t: number, half: number): number {
  const q = pointOnCubic(made, t);
  let at = t;
  for (let i = 0; i < 4; i++) {
    const off = sub(pointOnCubic(c, at), q);
    const d = cubicDerivative(c, at);
    at = Math.max(0, Math.min(1, at - dot(off, d) / (dot(d, d) || 1)));
  }
  return distance(pointOnCubic(c, at), q) - half;
}
