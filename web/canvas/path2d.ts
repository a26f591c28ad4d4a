import type { Contour } from '../../core/foundations/geometry/contour';
import { drawContours } from '../../core/foundations/geometry/outlineSink';

/** Paths by contour and by list: both are immutable, so a contour is walked once however often its letter is drawn. */
const single = new WeakMap<Contour, Path2D>();
const cache = new WeakMap<readonly Contour[], Path2D>();

function pathOf(contour: Contour): Path2D {
  const known = single.get(contour);
  if (known) return known;
  const path = new Path2D();
  drawContours([contour], path);
  single.set(contour, path);
  return path;
}

/** Whether the path of an outline is made already. */
export const hasPath = (contours: readonly Contour[]): boolean => cache.has(contours);

export function path2dOf(contours: readonly Contour[]): Path2D {
  const known = cache.get(contours);
  if (known) return known;
  const path = new Path2D();
  for (const c of contours) path.addPath(pathOf(c));
  cache.set(contours, path);
  return path;
}
