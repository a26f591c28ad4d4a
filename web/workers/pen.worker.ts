import type { Contour } from '../../core/geometry/contour';
import { writtenOutline } from '../../core/pen/writtenOutline';
import type { PenStroke } from '../../core/pen/strokes';
import { ok, type Result } from '../../core/problems/problem';
import { serve } from './serve';

const api = {
  outline: (strokes: readonly PenStroke[]): Result<Contour[]> => ok(writtenOutline(strokes)),
};
export type PenApi = typeof api;
serve(api);
