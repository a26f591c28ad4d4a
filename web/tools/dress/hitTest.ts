import type { PointRef } from '../../../core/project/document/commands/outline';
import { segmentAt, segmentCount, type Contour } from '../../../core/foundations/geometry/contour';
import { nearestParameter, pointOnCubic } from '../../../core/foundations/geometry/cubic';
import { windingNumber } from '../../../core/foundations/geometry/measure';
import { distance, type Vec } from '../../../core/foundations/geometry/vec';

/** How near counts as on it, CSS px; and for a pen on a tablet or a finger. */
const HIT_RADIUS_PX = 9;
const HIT_RADIUS_PEN_PX = 15;

/** How near a pointer counts as on something, CSS px: keys put it as exactly as a mouse. */
export const reachOf = (device: string): number =>
  device === 'mouse' || device === 'keys' ? HIT_RADIUS_PX : HIT_RADIUS_PEN_PX;

interface Target {
  readonly ref: PointRef;
  readonly at: Vec;
}

/** Every point that can be grabbed: all nodes, and the handles of nodes in the selection and beside it. */
function targets(contours: readonly Contour[], selection: readonly PointRef[]): Target[] {
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

export interface CurvePlace {
  readonly contour: number;
  readonly segment: number;
  readonly t: number;
}

/** The nearest place on a curve within reach of `at`. */
export function hitCurve(contours: readonly Contour[], at: Vec, radius: number): CurvePlace | null {
  let best: (CurvePlace & { off: number }) | null = null;
  contours.forEach((c, contour) => {
    for (let segment = 0; segment < segmentCount(c); segment++) {
      const s = segmentAt(c, segment);
      const points = [s.p0, s.p1, s.p2, s.p3];
      // Curves lie within the box of their points.
      if (
        points.every((p) => p.x < at.x - radius) ||
        points.every((p) => p.x > at.x + radius) ||
        points.every((p) => p.y < at.y - radius) ||
        points.every((p) => p.y > at.y + radius)
      )
        continue;
      const t = nearestParameter(s, at);
      const off = distance(pointOnCubic(s, t), at);
      if (off <= radius && (best === null || off < best.off)) best = { contour, segment, t, off };
    }
  });
  return best;
}

const nodesWhere = (contours: readonly Contour[], inside: (p: Vec) => boolean): PointRef[] =>
  contours.flatMap((c, contour) =>
    c.nodes.flatMap((n, node): PointRef[] => (inside(n) ? [{ contour, node, part: 'node' }] : [])),
  );

/** All nodes inside the rectangle between two corners. */
export function nodesInside(contours: readonly Contour[], a: Vec, b: Vec): PointRef[] {
  const [x0, x1] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
  const [y0, y1] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
  return nodesWhere(contours, (n) => n.x >= x0 && n.x <= x1 && n.y >= y0 && n.y <= y1);
}

/** All nodes inside a drawn loop. */
export const nodesInLoop = (contours: readonly Contour[], loop: readonly Vec[]): PointRef[] =>
  nodesWhere(contours, (n) => windingNumber(loop, n) !== 0);

export const samePoint = (a: PointRef, b: PointRef): boolean =>
  a.contour === b.contour && a.node === b.node && a.part === b.part;
