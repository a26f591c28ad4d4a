import type { Contour } from '../../core/geometry/contour';
import { drawContours } from '../../core/geometry/outlineSink';

/** Paths by contour list: lists are immutable, so a letter is walked once however often it is drawn. */
const cache = new WeakMap<readonly Contour[], Path2D>();

export function path2dOf(contours: readonly Contour[]): Path2D {
  const known = cache.get(contours);
  if (known) return known;
  const path = new Path2D();
  drawContours(contours, path);
  cache.set(contours, path);
  return path;
}
