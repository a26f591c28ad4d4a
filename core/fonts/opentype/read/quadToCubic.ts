import { raiseQuadratic } from '../../../foundations/geometry/cubic';
import type { Contour, Node } from '../../../foundations/geometry/contour';
import { withKinds } from '../../../foundations/geometry/nodeKinds';
import { lerp } from '../../../foundations/geometry/vec';
import { nth } from '../../../foundations/lists/nth';
import type { QuadContour, QuadPoint } from '../tables/glyf';

/** All points on the curve said: midway between two handles one is implied (OpenType 1.9.1, 'glyf'). */
function said(c: QuadContour): QuadPoint[] {
  const out: QuadPoint[] = [];
  c.forEach((p, i) => {
    const next = nth(c, (i + 1) % c.length);
    out.push(p);
    if (!p.on && !next.on) out.push({ ...lerp(p, next, 0.5), on: true });
  });
  const start = out.findIndex((p) => p.on);
  return start < 0 ? [] : [...out.slice(start), ...out.slice(0, start)];
}

/** A quadratic contour as cubics: the same curve, exactly. Null when it has fewer than two points on it. */
export function cubicContour(c: QuadContour): Contour | null {
  const points = said(c);
  const nodes: Node[] = [];
  points.forEach((p, i) => {
    if (!p.on) return;
    const [before, after] = [
      points[(i + points.length - 1) % points.length],
      points[(i + 1) % points.length],
    ];
    const handle = (q: QuadPoint | undefined) => {
      if (!q || q.on) return null;
      // Two thirds of the way to the quadratic's handle.
      return raiseQuadratic(p, q, p).p1;
    };
    nodes.push({ x: p.x, y: p.y, in: handle(before), out: handle(after), kind: 'corner' });
  });
  return nodes.length < 2 ? null : withKinds({ closed: true, nodes });
}
