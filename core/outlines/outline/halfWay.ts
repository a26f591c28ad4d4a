import { nth } from '../../foundations/lists/nth';
import type { Contour } from '../../foundations/geometry/contour';
import { lerp, type Vec } from '../../foundations/geometry/vec';
import { crossingsOf } from './crossings';

/** Whether what lies between drawings that agree crosses itself more than they do. */
export function crossesHalfWay([kept = [], ...rest]: readonly (readonly Contour[])[]): boolean {
  return rest.some((d) => {
    const most = Math.max(crossingsOf(kept).length, crossingsOf(d).length);
    return crossingsOf(halfWay(kept, d)).length > most;
  });
}

/** What lies in the middle between two drawings that agree. */
const halfWay = (a: readonly Contour[], b: readonly Contour[]): Contour[] =>
  a.map((c, k) => ({
    ...c,
    nodes: c.nodes.map((n, i) => {
      const m = nth(nth(b, k).nodes, i);
      const mean = (p: Vec | null, q: Vec | null) => (p && q ? lerp(p, q, 0.5) : null);
      return { ...n, ...lerp(n, m, 0.5), in: mean(n.in, m.in), out: mean(n.out, m.out) };
    }),
  }));
