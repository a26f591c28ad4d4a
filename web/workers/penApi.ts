import type { Contour } from '../../core/foundations/geometry/contour';
import { writtenOutline } from '../../core/tracing/pen/writtenOutline';
import type { PenStroke } from '../../core/tracing/pen/strokes';
import { ok, type Result } from '../../core/foundations/problems/problem';

/** What the pen’s worker does. */
export const penApi = {
  outline: (strokes: readonly PenStroke[]): Result<Contour[]> => ok(writtenOutline(strokes)),
};
export type PenApi = typeof penApi;
