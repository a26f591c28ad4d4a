/**
 * What files are taken for: a picture with many letters, or of a pixel drawing; one letter each; a drawing with letters in rows;
 * icons, each by its own box.
 */

import type { Doc, SheetRow, PieceRow } from '../schema';

export type TakenFor = 'page' | 'pixels' | 'letters' | 'row' | 'icons';

/** What a sheet's files were taken for; null for sheets that are made of no files, or say themselves what they are. */
export function takenFor(doc: Doc, sheet: SheetRow, pieces: readonly PieceRow[]): TakenFor | null {
  if (sheet.kind === 'page') return doc.recipes[sheet.recipeId]!.mode === 'pixel' ? 'pixels' : 'page';
  if (sheet.kind === 'pictures') return 'letters';
  if (sheet.kind !== 'artwork' || sheet.originalId === null) return null;
  if (sheet.seating.reference === 'icons') return 'icons';
  return pieces.length > 0 && pieces.every((p) => p.name === null) ? 'row' : 'letters';
}

/** What they may be taken for instead, the present one among them. */
export function waysToTake(doc: Doc, sheet: SheetRow, pieces: readonly PieceRow[]): readonly TakenFor[] {
  const now = takenFor(doc, sheet, pieces);
  if (now === null) return [];
  if (sheet.kind !== 'artwork') return ['page', 'letters', 'pixels'];
  const single = now === 'row' || new Set(pieces.map((p) => p.name)).size === 1;
  return single ? ['letters', 'row', 'icons'] : ['letters', 'icons'];
}
