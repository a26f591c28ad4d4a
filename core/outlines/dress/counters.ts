import { contourArea } from '../../foundations/geometry/measure';
import type { Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { mergeOverlaps } from '../boolean/pieces';

/** Holes smaller than this are flaws of an outline and no counters, square em units. */
const LEAST_EM2 = 30;
/** A counter of which less than this is left looks closed. */
const LEAST_SHARE = 0.2;

/** Areas of what a letter encloses, the largest first, square em units. */
const countersOf = (cs: readonly Contour[]): number[] =>
  rightDirections(mergeOverlaps(cs.filter((c) => c.closed)))
    .map((c) => -contourArea(c))
    .filter((area) => area > LEAST_EM2)
    .sort((a, b) => b - a);

/** Whether a heavier letter encloses what it did: no counter has closed up or nearly so, and none has come where strokes have run together. */
export function staysOpen(before: readonly Contour[], after: readonly Contour[]): boolean {
  const [was, is] = [countersOf(before), countersOf(after)];
  return was.length === is.length && was.every((area, i) => (is[i] ?? 0) > LEAST_SHARE * area);
}
