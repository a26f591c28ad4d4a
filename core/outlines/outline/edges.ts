import { isLine, type Contour, type Node } from '../../foundations/geometry/contour';
import { unit, sub, length, type Vec } from '../../foundations/geometry/vec';
import { TINY } from '../../foundations/geometry/tolerance';

/** Index of the node before; -1 at an open run's beginning. */
export const before = (c: Contour, i: number): number => (i > 0 ? i - 1 : c.closed ? c.nodes.length - 1 : -1);

/** Index of the node after; -1 at an open run's end. */
export const after = (c: Contour, i: number): number => (i < c.nodes.length - 1 ? i + 1 : c.closed ? 0 : -1);

/** Unit direction in which the run leaves node i; null at an open end or where nothing is left to go. */
export function leaving(c: Contour, i: number): Vec | null {
  const j = after(c, i);
  if (j < 0) return null;
  const [n, m] = [c.nodes[i]!, c.nodes[j]!];
  return firstWay(n, isLine(c, i) ? [m] : [n.out, m.in, m]);
}

/** Unit direction in which the run comes into node i. */
export function arriving(c: Contour, i: number): Vec | null {
  const h = before(c, i);
  if (h < 0) return null;
  const [n, m] = [c.nodes[i]!, c.nodes[h]!];
  const way = firstWay(n, isLine(c, h) ? [m] : [n.in, m.out, m]);
  return way && { x: -way.x, y: -way.y };
}

function firstWay(n: Node, places: readonly (Vec | null)[]): Vec | null {
  for (const p of places) {
    if (!p) continue;
    const d = sub(p, n);
    if (length(d) > TINY) return unit(d);
  }
  return null;
}

/** A contour with some of its nodes changed. */
export const withNodes = (c: Contour, nodes: readonly Node[]): Contour => ({ ...c, nodes });

export const replaceNode = (c: Contour, i: number, change: Partial<Node>): Contour =>
  withNodes(
    c,
    c.nodes.map((n, k) => (k === i ? { ...n, ...change } : n)),
  );
