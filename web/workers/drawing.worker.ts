import { readDrawing } from '../../core/lifting/artwork/makeSheets';
import type { DroppedFile } from '../../core/lifting/artwork/sortFiles';
import { packRow } from '../../core/project/document/packing/packRows';
import { ok, type Result } from '../../core/foundations/problems/problem';
import { serve } from './serve';

const api = {
  /** Reads drawings, each for itself; their outlines are packed (packRows). */
  read: (files: readonly DroppedFile[]): Result<readonly Result<object>[]> =>
    ok(files.map(readDrawing).map((r) => (r.ok ? { ...r, value: packRow(r.value) } : r))),
};
export type DrawingApi = typeof api;
serve(api);
