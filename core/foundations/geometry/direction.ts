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
  const asked = Math.ceil(inner.length / step);
  let outside = 0;
  for (let i = 0; i < inner.length; i += step) {
    const [a, b] = [inner[i]!, inner[(i + 1) % inner.length]!];
    // Not the points themselves: they may lie on points of the other.
    const place = { x: a.x + (b.x - a.x) * 0.4871, y: a.y + (b.y - a.y) * 0.4871 };
    if (windingNumber(outer, place) === 0 && ++outside > (1 - HELD_SHARE) * asked) return false;
  }
  return true;
}

/**
 * For each contour how many other contours hold it: 0 outer, 1 counter, 2 island in a counter ...
 * Contours that cross overlap: neither holds the other. Open ones count as closed.
 */
export function nestingDepths(cs: readonly Contour[]): number[] {
  if (cs.length < 2) return cs.map(() => 0);
  const polys: Vec[][] = [];
  const poly = (i: number) => (polys[i] ??= flattenContour(cs[i]!));
  const boxes = cs.map((c) => contoursBox([c]));
  const areas = cs.map((c) => Math.abs(contourArea(c)));
  return cs.map((_, i) => {
    const own = boxes[i];
    return cs.filter((_other, j) => {
      const b = boxes[j];
      if (i === j || !own || !b || areas[j]! <= areas[i]!) return false;
      if (own.xMax < b.xMin || own.xMin > b.xMax || own.yMax < b.yMin || own.yMin > b.yMax) return false;
      return poly(i).length > 2 && poly(j).length > 2 && lies(poly(i), poly(j));
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
