import { polygon, type Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { contoursBox } from '../../foundations/geometry/measure';
import { add, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { crossingsOf } from '../outline/crossings';
import { combine } from './combine';
import type { Shape } from './shape';

const nonzero = (contours: readonly Contour[]): Shape => ({ contours, rule: 'nonzero' });

/** Overlapping contours as one outline; a letter without overlaps comes back as it is. */
export function mergeOverlaps(cs: readonly Contour[]): readonly Contour[] {
  if (crossingsOf(cs).length === 0) return cs;
  const open = cs.filter((c) => !c.closed);
  const closed = rightDirections(cs.filter((c) => c.closed));
  return [...combine('union', nonzero(closed), null), ...open];
}

/** What only the first has, what only the second has, and what both have, as outlines of their own. */
export function divide(a: readonly Contour[], b: readonly Contour[]): Contour[] {
  return [
    ...combine('subtract', nonzero(a), nonzero(b)),
    ...combine('intersect', nonzero(a), nonzero(b)),
    ...combine('subtract', nonzero(b), nonzero(a)),
  ];
}

/** The shape cut in two along the straight through `from` and `to`, which goes on beyond both. */
export function cutByLine(cs: readonly Contour[], from: Vec, to: Vec): Contour[] {
  const box = contoursBox(cs);
  const along = unit(sub(to, from));
  if (!box || (along.x === 0 && along.y === 0)) return [...cs];
  const reach =
    4 *
    (Math.hypot(box.xMax - box.xMin, box.yMax - box.yMin) + Math.hypot(from.x - box.xMin, from.y - box.yMin));
  const side = scale({ x: -along.y, y: along.x }, reach);
  const [a, b] = [add(from, scale(along, -reach)), add(from, scale(along, reach))];
  const half = polygon([a, b, add(b, side), add(a, side)]);
  const open = cs.filter((c) => !c.closed);
  const shape = nonzero(cs.filter((c) => c.closed));
  return [
    ...combine('intersect', shape, nonzero([half])),
    ...combine('subtract', shape, nonzero([half])),
    ...open,
  ];
}
