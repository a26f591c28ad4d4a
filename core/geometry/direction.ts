import { reverseContour, type Contour } from './contour';
import { contourArea, contoursBox, flattenContour, windingNumber } from './measure';
import type { Vec } from './vec';

/** A point strictly inside the polygon's outline's own edge: the middle of a chord of a level scan through it. */
function innerPoint(points: readonly Vec[]): Vec {
  const ys = points.map((p) => p.y);
  const lo = Math.min(...ys);
  const hi = Math.max(...ys);
  // A height that is unlikely to pass through a vertex.
  const y = lo + (hi - lo) * 0.4871;
  const xs: number[] = [];
  points.forEach((a, i) => {
    const b = points[(i + 1) % points.length]!;
    if (a.y <= y !== b.y <= y) xs.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x));
  });
  xs.sort((s, t) => s - t);
  return xs.length >= 2 ? { x: (xs[0]! + xs[1]!) / 2, y } : points[0]!;
}

/**
 * For each contour how many other contours hold it: 0 outer, 1 counter, 2 island in a counter ...
 * Contours must not cross each other; open ones count as closed.
 */
export function nestingDepths(cs: readonly Contour[]): number[] {
  const polys = cs.map((c) => flattenContour(c));
  const boxes = cs.map((c) => contoursBox([c]));
  const areas = cs.map((c) => Math.abs(contourArea(c)));
  return polys.map((poly, i) => {
    if (poly.length < 3) return 0;
    const p = innerPoint(poly);
    return polys.filter((other, j) => {
      const b = boxes[j];
      if (i === j || !b || other.length < 3 || areas[j]! <= areas[i]!) return false;
      if (p.x < b.xMin || p.x > b.xMax || p.y < b.yMin || p.y > b.yMax) return false;
      return windingNumber(other, p) !== 0;
    }).length;
  });
}

/**
 * Outer contours counter-clockwise and counters clockwise (y up), the direction CFF asks for
 * (Adobe Technical Note 5176/5177). Returns the same contours, reversed where needed.
 */
export function rightDirections(cs: readonly Contour[]): Contour[] {
  const depths = nestingDepths(cs);
  return cs.map((c, i) => {
    const area = contourArea(c);
    const wantPositive = depths[i]! % 2 === 0;
    return area !== 0 && area > 0 !== wantPositive ? reverseContour(c) : c;
  });
}
