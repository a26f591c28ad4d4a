// Lines around and within letters, hollow letters, and shadows. Em units, y up; contours are filled by the nonzero rule.
import { translation } from '../../foundations/geometry/affine';
import { reverseContour, transformContours, type Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { mergeOverlaps } from '../boolean/pieces';
import { offsetArea, sweptArea } from '../boolean/polygonOffset';

/** Open contours have no ink. */
const closedOf = (cs: readonly Contour[]): Contour[] => cs.filter((c) => c.closed);

/** The ink without overlaps. */
const inkOf = (cs: readonly Contour[]): Contour[] => rightDirections(mergeOverlaps(closedOf(cs)));

/** The letter with a line of a width around it: what lies beneath the letter to show as the line. */
export const withOuterLine = (cs: readonly Contour[], width: number): Contour[] =>
  offsetArea(closedOf(cs), width);

/** A line of a width within the letter, so far from its edge; where strokes are too thin for its hollow it is solid, or there is none. */
export function innerLine(cs: readonly Contour[], inset: number, width: number): Contour[] {
  const outside = inset > 0 ? offsetArea(closedOf(cs), -inset) : inkOf(cs);
  const inside = offsetArea(closedOf(cs), -(inset + width));
  // What is hollow lies wholly within: turned round it cuts out.
  return [...outside, ...inside.map(reverseContour)];
}

/** The letter with only an edge of a width left of it; strokes thinner than twice the edge stay as they are. */
export const hollowed = (cs: readonly Contour[], edge: number): Contour[] => [
  ...innerLine(cs, 0, edge),
  ...cs.filter((c) => !c.closed),
];

/** The letter moved by (x, y); deep = with all that it passes over on its way there, as a solid letter's sides. */
export function shadowOf(cs: readonly Contour[], x: number, y: number, deep: boolean): Contour[] {
  const closed = closedOf(cs);
  return deep && Math.hypot(x, y) > 0
    ? sweptArea(closed, x, y)
    : transformContours(closed, translation(x, y));
}
