import type { Contour } from '../../../core/foundations/geometry/contour';
import type { Vec } from '../../../core/foundations/geometry/vec';
import type { ByKeys } from '../../canvas/useKeyPointer';
import { useDressBench } from '../../store/dressBench';
import { reachOf } from '../../tools/dress/hitTest';
import { underPointer } from '../../tools/dress/underPointer';

/** Em units, y up, to the surface's world, y down, and back. */
const flipped = ({ x, y }: Vec): Vec => ({ x, y: y === 0 ? 0 : -y });

/** A pointer on the outline that keys move; it begins at what was chosen last, or where the letter stands. */
export function useDressPointer(contours: readonly Contour[], zoom: number): ByKeys {
  return {
    start() {
      const last = useDressBench.getState().selection.at(-1);
      const point = last && contours[last.contour]?.nodes[last.node];
      return flipped((last && last.part !== 'node' ? point?.[last.part] : point) ?? { x: 0, y: 0 });
    },
    there: (at) =>
      underPointer(contours, useDressBench.getState().selection, flipped(at), reachOf('keys') / zoom),
    told: flipped,
    unit: 'u',
  };
}
