import {
  isLine,
  reverseContour,
  segmentAt,
  segmentCount,
  type Contour,
} from '../../foundations/geometry/contour';
import { cubicToQuadratics } from '../../foundations/geometry/quadratic';
import { QUADRATIC_EM } from '../../foundations/geometry/tolerance';
import type { QuadContour, QuadPoint } from '../opentype/tables/glyf';

/**
 * TrueType contours of a cubic outline: outer clockwise (y up), quadratics within 0.4 u, whole units, on-curve points
 * left out where they lie exactly midway between their handles. Input: outer counter-clockwise, as documents hold it.
 */
export function quadContours(contours: readonly Contour[]): QuadContour[] {
  return contours.map((c) => dropImplied(toQuadPoints(reverseContour(c)))).filter((c) => c.length > 2);
}

function toQuadPoints(c: Contour): QuadPoint[] {
  const points: QuadPoint[] = [];
  const push = (x: number, y: number, on: boolean) => {
    const p = { x: Math.round(x), y: Math.round(y), on };
    const last = points[points.length - 1];
    // Rounding can bring points together: a handle on its own end makes a straight, a second end says nothing.
    if (last && last.x === p.x && last.y === p.y) {
      if (on && !last.on) points[points.length - 1] = p;
      return;
    }
    points.push(p);
  };
  const first = c.nodes[0];
  if (!first) return points;
  push(first.x, first.y, true);
  for (let i = 0; i < segmentCount(c); i++) {
    const s = segmentAt(c, i);
    if (isLine(c, i)) push(s.p3.x, s.p3.y, true);
    else {
      for (const q of cubicToQuadratics(s, QUADRATIC_EM)) {
        push(q.handle.x, q.handle.y, false);
        push(q.end.x, q.end.y, true);
      }
    }
  }
  const last = points[points.length - 1]!;
  if (points.length > 1 && last.x === points[0]!.x && last.y === points[0]!.y) points.pop();
  return points;
}

function dropImplied(points: readonly QuadPoint[]): QuadPoint[] {
  const n = points.length;
  return points.filter((p, i) => {
    // The first point stays: contours that start off the curve trip some readers.
    if (!p.on || i === 0) return true;
    const a = points[i - 1]!;
    const b = points[(i + 1) % n]!;
    return a.on || b.on || a.x + b.x !== 2 * p.x || a.y + b.y !== 2 * p.y;
  });
}
