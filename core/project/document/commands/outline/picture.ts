import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';

/** A picture of a piece's drawing: its hash, and where it lies on the sheet, px. */
export type PictureOfPiece = NonNullable<GlyphRow['picture']>;

/** Keeps drawings as pictures, each in the letters that come from its piece. Null when no letter does. */
export function keepPictures(doc: Doc, pictures: readonly PictureOfPiece[]): ProjectDiff | null {
  const d = draft(doc);
  const byPiece = new Map(pictures.map((p) => [p.pieceId, p]));
  for (const glyph of Object.values(doc.glyphs)) {
    const picture = byPiece.get(glyph.source?.pieceId ?? '');
    if (picture) d.put('glyphs', { ...glyph, picture });
  }
  return d.done(pictures.length === 1 ? 'Keep the drawing as a picture' : 'Keep drawings as pictures');
}

/** Letters as their outlines again. */
export function dropPictures(doc: Doc, glyphIds: readonly string[]): ProjectDiff | null {
  const d = draft(doc);
  for (const id of glyphIds) {
    const glyph = doc.glyphs[id];
    if (glyph?.picture) d.put('glyphs', { ...glyph, picture: null });
  }
  return d.done('Outlines instead of pictures');
}
