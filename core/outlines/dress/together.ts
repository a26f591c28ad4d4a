import { nth } from '../../foundations/lists/nth';
import type { Contour, Node } from '../../foundations/geometry/contour';
import type { Cubic } from '../../foundations/geometry/cubic';
import { withKinds } from '../../foundations/geometry/nodeKinds';
import { leftOf } from '../../foundations/geometry/strokeEdges';
import { add, scale, sub, type Vec } from '../../foundations/geometry/vec';
import { TINY } from '../../foundations/geometry/tolerance';

/** One contour in as many versions as there are pens, built point by point. */
export class Together {
  readonly nodes: Node[][];

  constructor(count: number) {
    this.nodes = Array.from({ length: count }, () => []);
  }

  /** A corner in each version. */
  to(places: readonly Vec[]): void {
    places.forEach((p, m) =>
      nth(this.nodes, m).push({ x: p.x, y: p.y, in: null, out: null, kind: 'corner' }),
    );
  }

  /** Curves from the last point on, whose ends are new points. */
  curves(cubics: readonly Cubic[]): void {
    cubics.forEach((c, m) => {
      const own = nth(this.nodes, m);
      const last = own.length - 1;
      own[last] = { ...nth(own, last), out: { ...c.p1 } };
      own.push({ x: c.p3.x, y: c.p3.y, in: { ...c.p2 }, out: null, kind: 'corner' });
    });
  }

  /** The last point brought to other places, with its handle. */
  snap(places: readonly Vec[]): void {
    places.forEach((p, m) => {
      const own = nth(this.nodes, m);
      const last = nth(own, own.length - 1);
      const by = sub(p, last);
      own[own.length - 1] = { ...last, x: p.x, y: p.y, in: last.in && add(last.in, by) };
    });
  }

  /** The closed contours; the last point is the first one where the way has come round to it. */
  close(meets: boolean): Contour[] {
    return this.nodes.map((own) => {
      const last = nth(own, own.length - 1);
      const nodes = meets ? [{ ...nth(own, 0), in: last.in }, ...own.slice(1, -1)] : own;
      return withKinds({ closed: true, nodes });
    });
  }
}

/** Arcs about the centres, each from its place and by its turn (radians), in as many quarter turns as the longest needs. */
export function arcs(
  out: Together,
  centres: readonly Vec[],
  from: readonly Vec[],
  turns: readonly number[],
): void {
  const steps = Math.max(...turns.map((t) => Math.ceil(Math.abs(t) / (Math.PI / 2) - TINY)), 1);
  let radii = from.map((p, m) => sub(p, nth(centres, m)));
  for (let i = 0; i < steps; i++) {
    const next = radii.map((r, m) => {
      const step = nth(turns, m) / steps;
      return {
        x: r.x * Math.cos(step) - r.y * Math.sin(step),
        y: r.x * Math.sin(step) + r.y * Math.cos(step),
      };
    });
    out.curves(
      radii.map((r, m) => {
        const k = (4 / 3) * Math.tan(nth(turns, m) / steps / 4);
        const at = (v: Vec) => add(nth(centres, m), v);
        return {
          p0: at(r),
          p1: at(add(r, scale(leftOf(r), k))),
          p2: at(add(nth(next, m), scale(leftOf(nth(next, m)), -k))),
          p3: at(nth(next, m)),
        };
      }),
    );
    radii = next;
  }
}
