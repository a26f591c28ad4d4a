import { compose, translation, type Affine } from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import type { Doc, GlyphRow, PieceRow } from '../schema';

/** A drawing kept as a picture, where it lies in a letter. */
export interface PlacedPicture {
  readonly pictureId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  /** From px of the picture, y down, to the space of the letter's contours, em units, y up. */
  readonly map: Affine;
}

/** What a letter looks like where its drawings are kept as pictures. */
export interface PicturedGlyph {
  readonly pictures: readonly PlacedPicture[];
  /** Outlines of parts that have no picture. */
  readonly plain: readonly Contour[];
}

/** Parts of parts go no deeper. */
const DEEPEST = 8;

/** A letter's own picture; null without, or when it was taken from another drawing than the letter's own now. */
export function ownPicture({ picture, source }: GlyphRow): PlacedPicture | null {
  if (!picture || source?.pieceId !== picture.pieceId) return null;
  const { x, y, width, height } = picture.box;
  return {
    pictureId: picture.pictureId,
    widthPx: width,
    heightPx: height,
    map: compose(source.transform, translation(x, y)),
  };
}

/** A letter as pictures, those of its parts in their places; null when neither it nor a part is kept as one. */
export function picturedGlyph(doc: Doc, row: GlyphRow): PicturedGlyph | null {
  const all = gathered(doc, row, 0);
  return all.pictures.length > 0 ? all : null;
}

function gathered(doc: Doc, row: GlyphRow, depth: number): PicturedGlyph {
  const own = ownPicture(row);
  const drawn = row.contours.filter((c) => c.closed);
  const pictures = own ? [own] : [];
  const plain = own ? [] : drawn.filter((c) => c.of === undefined);
  for (const c of row.components) {
    const part = doc.glyphs[c.glyphId];
    const within = part && depth < DEEPEST ? gathered(doc, part, depth + 1) : null;
    if (within && within.pictures.length > 0) {
      pictures.push(...within.pictures.map((p) => ({ ...p, map: compose(c.transform, p.map) })));
      plain.push(...transformContours(within.plain, c.transform));
    } else plain.push(...drawn.filter((contour) => contour.of === c.id));
  }
  return { pictures, plain };
}

/** Hashes of the pictures that letters are kept as. */
export const picturesOfGlyphs = (doc: Doc): string[] =>
  Object.values(doc.glyphs).flatMap((g) => (g.picture ? [g.picture.pictureId] : []));

/** Hashes of the zips of sources that styles were opened from. */
export const sourcesOfStyles = (doc: Doc): string[] =>
  Object.values(doc.styles).flatMap((s) => s.sources ?? []);

/** Pieces of a sheet that are in letters, in the order of reading: those whose drawing can be kept as a picture. */
export function piecesInLetters(doc: Doc, sheetId: string): PieceRow[] {
  const used = new Set(Object.values(doc.glyphs).map((g) => g.source?.pieceId));
  return Object.values(doc.pieces)
    .filter((p) => p.sheetId === sheetId && used.has(p.id))
    .sort((a, b) => a.order - b.order);
}
