import { compose, scaling, translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { grow } from './grow';

/** Passes until strokes have the thickness that is wanted: growing by half of what lacks is nearly right at once. */
const PASSES = 3;
/** Thicknesses within this are one, em units. */
const SAME_EM = 0.5;

/**
 * An outline whose strokes have another thickness as a whole, em units, in the place that it had: its larger side stays as long as it was, about the same
 * middle. `thicknessOf`: how thick strokes are; null where that can't be told, which gives null.
 */
export function thickened(
  contours: readonly Contour[],
  wanted: number,
  thicknessOf: (contours: readonly Contour[]) => number | null,
): Contour[] | null {
  const box = contoursBox(contours);
  if (!box) return null;
  let by = 0;
  let made: Contour[] = [...contours];
  for (let pass = 0; pass < PASSES; pass++) {
    const own = thicknessOf(made);
    if (own === null) return null;
    if (Math.abs(wanted - own) < SAME_EM) break;
    by += (wanted - own) / 2;
    const grown = grow(contours, by);
    const now = contoursBox(grown);
    if (!now) return null;
    const side = (b: typeof box) => Math.max(b.xMax - b.xMin, b.yMax - b.yMin);
    const middle = (b: typeof box) => translation((b.xMin + b.xMax) / 2, (b.yMin + b.yMax) / 2);
    const { e, f } = middle(now);
    const back = compose(compose(middle(box), scaling(side(box) / side(now))), translation(-e, -f));
    made = transformContours(grown, back);
  }
  return by === 0 ? null : made;
}
