import { flattenContour, windingNumber } from '../../../core/foundations/geometry/measure';
import type { Contour } from '../../../core/foundations/geometry/contour';
import type { Vec } from '../../../core/foundations/geometry/vec';
import type { ByKeys } from '../../canvas/useKeyPointer';
import { useDressBench } from '../../store/dressBench';
import { HIT_RADIUS_PX, hitCurve, hitPoint } from '../../tools/dress/hitTest';

/** Em units, y up, to the surface's world, y down, and back. */
const flipped = ({ x, y }: Vec): Vec => ({ x, y: y === 0 ? 0 : -y });

/** Chords lie this near to their curves where it is asked what is inked, em units. */
const FLAT_EM = 0.5;

/** What lies at a place of an outline. Em units, y up. */
function outlineAt(contours: readonly Contour[], at: Vec, reach: number): string {
  const point = hitPoint(contours, useDressBench.getState().selection, at, reach);
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

/** A pointer on the outline that keys move; it begins at what was chosen last, or where the letter stands. */
export function useDressPointer(contours: readonly Contour[], zoom: number): ByKeys {
  return {
    start() {
      const last = useDressBench.getState().selection.at(-1);
      const point = last && contours[last.contour]?.nodes[last.node];
      return flipped((last && last.part !== 'node' ? point?.[last.part] : point) ?? { x: 0, y: 0 });
    },
    there: (at) => outlineAt(contours, flipped(at), HIT_RADIUS_PX / zoom),
    told: flipped,
    unit: 'u',
  };
}
