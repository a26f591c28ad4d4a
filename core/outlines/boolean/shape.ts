import type { Contour } from '../../foundations/geometry/contour';

export type FillRule = 'nonzero' | 'evenodd';

/** Contours that are filled together by one rule; open ones are closed by a straight. */
export interface Shape {
  readonly contours: readonly Contour[];
  readonly rule: FillRule;
}

/** Outlines that are known to be without overlaps, counters the other way round: results of booleans. */
const united = new WeakSet<readonly Contour[]>();

/** Says of an outline that uniting it with itself would change nothing. */
export function markUnited<C extends readonly Contour[]>(contours: C): C {
  united.add(contours);
  return contours;
}

export const isUnited = (contours: readonly Contour[]): boolean => united.has(contours);
