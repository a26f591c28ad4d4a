import type { Contour, Node, NodeKind } from './contour';
import { angleBetweenDeg, sub } from './vec';

/** Handles in line to this many degrees make a smooth node. */
const SMOOTH_DEG = 1;

/** What a node is by its two handles: smooth when they lie in one line, else a corner. */
export function kindByHandles({ x, y, in: before, out: after }: Node): NodeKind {
  if (!before || !after) return 'corner';
  const turn = angleBetweenDeg(sub({ x, y }, before), sub(after, { x, y }));
  return turn < SMOOTH_DEG ? 'smooth' : 'corner';
}

/** A contour from a drawing that says nothing of its nodes' kinds, with the kinds that its handles show. */
export const withKinds = (c: Contour): Contour => ({
  ...c,
  nodes: c.nodes.map((n) => ({ ...n, kind: kindByHandles(n) })),
});
