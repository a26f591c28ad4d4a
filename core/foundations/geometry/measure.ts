import { segmentAt, segmentCount, segments, type Contour } from './contour';
import { cubicSweep, extremeParameters, flattenCubic, pointOnCubic } from './cubic';
import { FLATTEN_RELATIVE, TINY } from './tolerance';
import type { Vec } from './vec';

export interface Box {
  readonly xMin: number;
  readonly yMin: number;
  readonly xMax: number;
  readonly yMax: number;
}

/** Bounds by contour list: lists are immutable, and every view asks for them again and again. */
const boxes = new WeakMap<readonly Contour[], { readonly box: Box | null }>();

/** Exact bounds of the curves (not of their handles); null when there is no node. */
export function contoursBox(cs: readonly Contour[]): Box | null {
  const known = boxes.get(cs);
  if (known) return known.box;
  const box = computeBox(cs);
  boxes.set(cs, { box });
  return box;
}

function computeBox(cs: readonly Contour[]): Box | null {
  let xMin = Infinity;
  let yMin = Infinity;
  let xMax = -Infinity;
  let yMax = -Infinity;
  const take = (p: Vec) => {
    xMin = Math.min(xMin, p.x);
    xMax = Math.max(xMax, p.x);
    yMin = Math.min(yMin, p.y);
    yMax = Math.max(yMax, p.y);
  };
  for (const c of cs) {
    c.nodes.forEach(take);
    const outside = (h: Vec | null) => h !== null && (h.x < xMin || h.x > xMax || h.y < yMin || h.y > yMax);
    const count = segmentCount(c);
    for (let i = 0; i < count; i++) {
      // A curve lies within the hull of its points: only one with a handle outside of the box can reach out of it.
      if (!outside(c.nodes[i]!.out) && !outside(c.nodes[(i + 1) % c.nodes.length]!.in)) continue;
      const s = segmentAt(c, i);
      for (const t of extremeParameters(s, 'x')) take(pointOnCubic(s, t));
      for (const t of extremeParameters(s, 'y')) take(pointOnCubic(s, t));
    }
  }
  return xMin <= xMax ? { xMin, yMin, xMax, yMax } : null;
}

export const unionBox = (a: Box | null, b: Box | null): Box | null =>
  a === null
    ? b
    : b === null
      ? a
      : {
          xMin: Math.min(a.xMin, b.xMin),
          yMin: Math.min(a.yMin, b.yMin),
          xMax: Math.max(a.xMax, b.xMax),
          yMax: Math.max(a.yMax, b.yMax),
        };

/** Signed area, positive when the contour runs counter-clockwise with y up. Exact for cubics. */
export const contourArea = (c: Contour): number =>
  c.nodes.length < 2 ? 0 : segments({ ...c, closed: true }).reduce((sum, s) => sum + cubicSweep(s), 0) / 2;

/** Corner points of the contour with curves broken into chords at most `tolerance` away. */
export function flattenContour(c: Contour, tolerance?: number): Vec[] {
  if (c.nodes.length === 0) return [];
  const box = contoursBox([c])!;
  const tol =
    tolerance ?? Math.max(TINY, FLATTEN_RELATIVE * Math.hypot(box.xMax - box.xMin, box.yMax - box.yMin));
  const points: Vec[] = [{ x: c.nodes[0]!.x, y: c.nodes[0]!.y }];
  for (const s of segments(c)) points.push(...flattenCubic(s, tol));
  if (c.closed) points.pop();
  return points;
}

/** How often the closed polygon winds about p (0 = outside), crossing-number method with signs. */
export function windingNumber(points: readonly Vec[], p: Vec): number {
  let winding = 0;
  for (let i = 0; i < points.length; i++) {
    const a = points[i]!;
    const b = points[(i + 1) % points.length]!;
    if (a.y <= p.y !== b.y <= p.y) {
      const side = (b.x - a.x) * (p.y - a.y) - (p.x - a.x) * (b.y - a.y);
      if (b.y > a.y && side > 0) winding++;
      else if (b.y < a.y && side < 0) winding--;
    }
  }
  return winding;
}
