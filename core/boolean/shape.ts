import type { Contour } from '../geometry/contour';

export type FillRule = 'nonzero' | 'evenodd';

/** Contours that are filled together by one rule; open ones are closed by a straight. */
export interface Shape {
  readonly contours: readonly Contour[];
  readonly rule: FillRule;
}
