import type { PointRef } from '../../../core/document/commands/dressing';
import type { Contour } from '../../../core/geometry/contour';
import { distance, type Vec } from '../../../core/geometry/vec';

/** How near counts as on it, CSS px: wide enough for a pen on a tablet. */
export const HIT_RADIUS_PX = 9;

interface Target {
  readonly ref: PointRef;
  readonly at: Vec;
}

/** Every point that can be grabbed: all nodes, and the handles of nodes in the selection and beside it. */
export function targets(contours: readonly Contour[], selection: readonly PointRef[]): Target[] {
  const out: Target[] = [];
  contours.forEach((c, contour) => {
    const n = c.nodes.length;
    const picked = new Set(selection.filter((s) => s.contour === contour).map((s) => s.node));
    c.nodes.forEach((node, i) => {
      const near = picked.has(i) || picked.has((i + 1) % n) || picked.has((i + n - 1) % n);
      if (near && node.in) out.push({ ref: { contour, node: i, part: 'in' }, at: node.in });
      if (near && node.out) out.push({ ref: { contour, node: i, part: 'out' }, at: node.out });
      out.push({ ref: { contour, node: i, part: 'node' }, at: node });
    });
  });
  return out;
}

/** The nearest point within reach of `at` (same space as the contours); nodes win over handles on the same spot. */
export function hitPoint(
  contours: readonly Contour[],
  selection: readonly PointRef[],
  at: Vec,
  radius: number,
): PointRef | null {
  let best: Target | null = null;
  for (const t of targets(contours, selection)) {
    const d = distance(t.at, at);
    if (d <= radius && (best === null || d <= distance(best.at, at))) best = t;
  }
  return best?.ref ?? null;
}

/** All nodes inside the rectangle between two corners. */
export function nodesInside(contours: readonly Contour[], a: Vec, b: Vec): PointRef[] {
  const [x0, x1] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
  const [y0, y1] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
  return contours.flatMap((c, contour) =>
    c.nodes.flatMap((n, node): PointRef[] =>
      n.x >= x0 && n.x <= x1 && n.y >= y0 && n.y <= y1 ? [{ contour, node, part: 'node' }] : [],
    ),
  );
}

export const samePoint = (a: PointRef, b: PointRef): boolean =>
  a.contour === b.contour && a.node === b.node && a.part === b.part;
