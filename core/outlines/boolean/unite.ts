import { segmentCount, type Contour } from '../../foundations/geometry/contour';
import { combine } from './combine';
import { markUnited, type Shape } from './shape';

/**
 * All shapes as one outline to be filled by either rule: no overlaps, counters the other way round than their outlines.
 * Shapes are united two by two in a tree, so that the work grows with n log n.
 */
export function unite(shapes: readonly Shape[]): Contour[] {
  const drawn = shapes.filter((s) => s.contours.some((c) => segmentCount(c) > 1));
  if (drawn.length === 0) return [];
  let level = drawn.map((s): Shape => ({ contours: combine('union', s, null), rule: 'nonzero' }));
  while (level.length > 1) {
    const next: Shape[] = [];
    for (let i = 0; i < level.length; i += 2) {
      const [a, b] = [level[i]!, level[i + 1]];
      next.push(b ? { contours: combine('union', a, b), rule: 'nonzero' } : a);
    }
    level = next;
  }
  return markUnited([...level[0]!.contours]);
}

/** What of the first shape lies in the second. */
export const intersect = (a: Shape, b: Shape): Contour[] => combine('intersect', a, b);

/** What of the first shape lies outside of the second. */
export const subtract = (a: Shape, b: Shape): Contour[] => combine('subtract', a, b);
