import { segmentAt, segmentCount, type Contour } from '../../foundations/geometry/contour';
import { pointOnCubic } from '../../foundations/geometry/cubic';
import { rightDirections } from '../../foundations/geometry/direction';
import { contourArea } from '../../foundations/geometry/measure';
import { mergeOverlaps } from '../boolean/pieces';
import { crossingsOf } from '../outline/crossings';
import { ChordGrid, chordsOf } from '../outline/flat';
import { grow } from './grow';
import { movedEdges } from './movedEdges';

/** An edge that was moved lies this near to where it should, em units. */
const WITHIN_EM = 0.75;
const FLAT_EM = 0.1;
/** Places along each edge that are looked at. */
const PLACES = [0.2, 0.4, 0.6, 0.8];

/**
 * A letter whose strokes are all thicker by twice `by` (thinner below 0), em units, y up: with the points it has where its edges can be moved
 * by themselves, so that it agrees with the letter it was made of, point for point; else grown as `grow` does. Overlaps are merged.
 */
export function heavier(cs: readonly Contour[], by: number): Contour[] {
  const whole = rightDirections(mergeOverlaps(cs.filter((c) => c.closed)));
  const moved = whole.flatMap((c) => movedEdges(c, by) ?? []);
  const kept = moved.length === whole.length && areTrue(moved, whole, by);
  return kept ? [...moved, ...cs.filter((c) => !c.closed)] : grow(cs, by);
}

/** Whether each edge lies where it was moved to, and nothing has closed up or run into something else. */
function areTrue(moved: readonly Contour[], whole: readonly Contour[], by: number): boolean {
  const turned = moved.some((c, i) => {
    const before = whole[i];
    return !before || Math.sign(contourArea(c)) !== Math.sign(contourArea(before));
  });
  if (turned || crossingsOf(moved).length > 0) return false;
  const grid = new ChordGrid(chordsOf(whole, FLAT_EM));
  return moved.every((c) =>
    Array.from({ length: segmentCount(c) }, (_, i) => segmentAt(c, i)).every((s) =>
      PLACES.every((t) => Math.abs(grid.nearest(pointOnCubic(s, t)).distance - Math.abs(by)) < WITHIN_EM),
    ),
  );
}
