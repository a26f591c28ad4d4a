import { readDrawing } from '../../core/artwork/makeSheets';
import type { Artwork } from '../../core/artwork/readArtwork';
import type { DroppedFile } from '../../core/artwork/sortFiles';
import { ok, type Result } from '../../core/problems/problem';
import { serve } from './serve';

const api = {
  /** Reads drawings, each for itself. */
  read: (files: readonly DroppedFile[]): Result<readonly Result<Artwork>[]> => ok(files.map(readDrawing)),
};
export type DrawingApi = typeof api;
serve(api);
