import type { Contour } from '../../core/geometry/contour';
import { writtenOutline } from '../../core/pen/writtenOutline';
import type { PenStroke } from '../../core/pen/strokes';
import { ok, type Result } from '../../core/problems/problem';

/** What the pen’s worker does. */
export const penApi = {
  outline: (strokes: readonly PenStroke[]): Result<Contour[]> => ok(writtenOutline(strokes)),
};
export type PenApi = typeof penApi;
