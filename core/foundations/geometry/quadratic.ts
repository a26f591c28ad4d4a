import { splitCubic, type Cubic } from './cubic';
import type { Vec } from './vec';

/** A quadratic from the previous end over `handle` to `end`. */
export interface Quadratic {
  readonly handle: Vec;
  readonly end: Vec;
}

/**
 * Quadratics that follow a cubic within `tolerance`: the cubic cut in n equal parameter pieces, each replaced by the
 * quadratic with the middle handle. Distance of one piece at most sqrt(3)/36 |p3 - 3 p2 + 3 p1 - p0|, which falls
 * with n^3 (Sederberg, "Computer Aided Geometric Design", 2.9 degree reduction; bound by the maximum of t(1-t)(1-2t)).
 * `n`: how many, where curves that agree are cut alike.
 */
export function cubicToQuadratics(
  c: Cubic,
  tolerance: number,
  n = quadraticsNeeded(c, tolerance),
): Quadratic[] {
  const out: Quadratic[] = [];
  let rest = c;
  for (let k = n; k > 0; k--) {
    const [piece, after] = k === 1 ? [rest, rest] : splitCubic(rest, 1 / k);
    out.push({
      handle: {
        x: (3 * (piece.p1.x + piece.p2.x) - piece.p0.x - piece.p3.x) / 4,
        y: (3 * (piece.p1.y + piece.p2.y) - piece.p0.y - piece.p3.y) / 4,
      },
      end: piece.p3,
    });
    rest = after;
  }
  return out;
}

/** How many quadratics follow a cubic within a tolerance. */
export function quadraticsNeeded(c: Cubic, tolerance: number): number {
  const dx = c.p3.x - 3 * c.p2.x + 3 * c.p1.x - c.p0.x;
  const dy = c.p3.y - 3 * c.p2.y + 3 * c.p1.y - c.p0.y;
  const error = (Math.sqrt(3) / 36) * Math.hypot(dx, dy);
  return Math.max(1, Math.ceil(Math.cbrt(error / tolerance)));
}
