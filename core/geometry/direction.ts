import { reverseContour, type Contour } from './contour';
import { contourArea, contoursBox, flattenContour, windingNumber } from './measure';
import type { Vec } from './vec';

/** So many places of a contour are asked whether they lie in another. */
const ASKED = 24;
/** A contour that crosses another has places outside of it; rounding may put some of a touching one outside. */
const HELD_SHARE = 0.9;

/** Whether one polygon lies in another; one that only overlaps it does not. */
function lies(inner: readonly Vec[], outer: readonly Vec[]): boolean {
  const step = Math.max(1, Math.floor(inner.length / ASKED));
  let [asked, held] = [0, 0];
  for (let i = 0; i < inner.length; i += step) {
    const [a, b] = [inner[i]!, inner[(i + 1) % inner.length]!];
    asked++;
    // Not the points themselves: they may lie on points of the other.
    if (windingNumber(outer, { x: a.x + (b.x - a.x) * 0.4871, y: a.y + (b.y - a.y) * 0.4871 }) !== 0) held++;
  }
  return held >= HELD_SHARE * asked;
}

/**
 * For each contour how many other contours hold it: 0 outer, 1 counter, 2 island in a counter ...
 * Contours that cross overlap: neither holds the other. Open ones count as closed.
 */
export function nestingDepths(cs: readonly Contour[]): number[] {
  const polys = cs.map((c) => flattenContour(c));
  const boxes = cs.map((c) => contoursBox([c]));
  const areas = cs.map((c) => Math.abs(contourArea(c)));
  return polys.map((poly, i) => {
    if (poly.length < 3) return 0;
    const own = boxes[i]!;
    return polys.filter((other, j) => {
      const b = boxes[j];
      if (i === j || !b || other.length < 3 || areas[j]! <= areas[i]!) return false;
      if (own.xMax < b.xMin || own.xMin > b.xMax || own.yMax < b.yMin || own.yMin > b.yMax) return false;
      return lies(poly, other);
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
