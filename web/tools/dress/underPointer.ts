import type { PointRef } from '../../../core/project/document/commands/outline';
import type { Contour } from '../../../core/foundations/geometry/contour';
import { flattenContour, windingNumber } from '../../../core/foundations/geometry/measure';
import type { Vec } from '../../../core/foundations/geometry/vec';
import { hitCurve, hitPoint } from './hitTest';

/** Chords lie this near to their curves where it is asked what is inked, em units. */
const FLAT_EM = 0.5;

/** What lies at a place of an outline, in a few words, as near as the pointer would take hold of it. Em units, y up. */
export function underPointer(
  contours: readonly Contour[],
  selection: readonly PointRef[],
  at: Vec,
  reach: number,
): string {
  const point = hitPoint(contours, selection, at, reach);
  if (point) {
    const part = { node: '', in: 'the handle before ', out: 'the handle behind ' }[point.part];
    return `on ${part}point ${point.node + 1} of contour ${point.contour + 1}`;
  }
  if (hitCurve(contours, at, reach)) return 'on the outline';
  const inside = contours.reduce(
    (sum, c) => sum + (c.closed ? windingNumber(flattenContour(c, FLAT_EM), at) : 0),
    0,
  );
  return inside === 0 ? 'beside the ink' : 'in the ink';
}
