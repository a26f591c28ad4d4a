// What letters are put together by: cut off, mirrored, moved and joined. Em units, y up; strokes upright (a slant was taken out).
import {
  compose,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../../../../foundations/geometry/affine';
import { polygon, transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../../../foundations/geometry/measure';
import { intersect, subtract, unite } from '../../../../outlines/boolean/unite';
import { rightDirections } from '../../../../foundations/geometry/direction';

export type Shape = readonly Contour[];

/** Beyond any letter, em units. */
const FAR = 20_000;

const filled = (contours: Shape) => ({ contours, rule: 'nonzero' as const });
const NOWHERE: Box = { xMin: 0, yMin: 0, xMax: 0, yMax: 0 };

/** The box of a shape; one without extent at the origin for none. */
export const boxOf = (s: Shape): Box => contoursBox(s) ?? NOWHERE;
export const widthOf = (s: Shape): number => boxOf(s).xMax - boxOf(s).xMin;
export const middleOf = (s: Shape): number => (boxOf(s).xMin + boxOf(s).xMax) / 2;

const rect = (x0: number, y0: number, x1: number, y1: number): Contour[] => [
  polygon([
    { x: x0, y: y0 },
    { x: x1, y: y0 },
    { x: x1, y: y1 },
    { x: x0, y: y1 },
  ]),
];
const cut = (s: Shape, by: Shape): Shape => intersect(filled(s), filled(by));

export const below = (s: Shape, y: number): Shape => cut(s, rect(-FAR, -FAR, FAR, y));
export const above = (s: Shape, y: number): Shape => cut(s, rect(-FAR, y, FAR, FAR));
export const leftOf = (s: Shape, x: number): Shape => cut(s, rect(-FAR, -FAR, x, FAR));
export const rightOf = (s: Shape, x: number): Shape => cut(s, rect(x, -FAR, FAR, FAR));
/** A shape without what lies in a polygon. */
export const without = (s: Shape, corners: readonly (readonly [number, number])[]): Shape =>
  subtract(filled(s), filled(rightDirections([polygon(corners.map(([x, y]) => ({ x, y })))])));

export const joined = (...shapes: readonly Shape[]): Shape =>
  unite(shapes.filter((s) => s.length > 0).map(filled));

const mapped = (s: Shape, m: Affine): Shape => {
  const made = transformContours(s, m);
  return m.a * m.d - m.b * m.c < 0 ? rightDirections(made) : made;
};
export const moved = (s: Shape, x: number, y = 0): Shape => mapped(s, translation(x, y));
/** Scaled about the baseline and its own left edge. */
export const scaled = (s: Shape, kx: number, ky = kx): Shape => {
  const { xMin } = boxOf(s);
  return mapped(s, compose(translation(xMin, 0), compose(scaling(kx, ky), translation(-xMin, 0))));
};
/** As in a mirror at its left: it stays in its box. */
export const mirrored = (s: Shape): Shape =>
  mapped(s, compose(translation(2 * middleOf(s), 0), scaling(-1, 1)));
/** Upside down between the baseline and a height. */
export const flipped = (s: Shape, height: number): Shape =>
  mapped(s, compose(translation(0, height), scaling(1, -1)));
/** Turned half round between the baseline and a height; it stays in its width. */
export const turned = (s: Shape, height: number): Shape =>
  mapped(s, compose(translation(2 * middleOf(s), height), rotation(Math.PI)));

/** Moved so that its left, or its right edge lies where another's does. */
export const atLeftOf = (s: Shape, other: Shape): Shape => moved(s, boxOf(other).xMin - boxOf(s).xMin);
export const atRightOf = (s: Shape, other: Shape): Shape => moved(s, boxOf(other).xMax - boxOf(s).xMax);
/** Moved so that it begins at an x. */
export const fromX = (s: Shape, x: number): Shape => moved(s, x - boxOf(s).xMin);
/** Moved so that its middle lies at (x, y). */
export const centredAt = (s: Shape, x: number, y: number): Shape => {
  const b = boxOf(s);
  return moved(s, x - (b.xMin + b.xMax) / 2, y - (b.yMin + b.yMax) / 2);
};
