import { spacedBy } from '../inStep/bearings';
import { PRIVATE } from '../commands/glyphs/privateCodes';
import { projectOf } from '../newProject';
import { firstFitSettings, type Doc, type FitSettings, type GlyphRow } from '../schema';
import { inkWidth } from './metrics';
import type { Contour } from '../../../foundations/geometry/contour';

export type Side = 'left' | 'right';
export type Change = { readonly left?: number; readonly right?: number };

/** The bearings that give a glyph an advance width, em units: the right one takes the difference, without ink both take half. */
export function bearingsFor(glyph: GlyphRow, advance: number): Change {
  const ink = inkWidth(glyph);
  if (ink === 0) return { left: advance / 2, right: advance / 2 };
  return { right: advance - ink - glyph.bearings.left };
}

/** The word space and the space that doesn't break, of the style in hand. */
export const spacesOf = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs).filter(
    (g) => g.styleId === projectOf(doc).styleId && g.codePoints.some((cp) => cp === 0x20 || cp === 0xa0),
  );

/** The group that a letter kerns with on a side; null when it has none. */
export const groupOf = (doc: Doc, glyphId: string, side: Side): string | null =>
  Object.values(doc.groups).find((g) => g.side === side && g.glyphIds.includes(glyphId))?.id ?? null;

/** How the style in hand is fitted. */
export const fitSettingsOf = (doc: Doc): FitSettings =>
  doc.styles[projectOf(doc).styleId]?.fit ?? firstFitSettings;

/** Letters that a fit is made for: those with ink that are a character themselves; icons keep their margins, marks stand on letters. */
export const fittable = (doc: Doc): GlyphRow[] => {
  const { styleId } = projectOf(doc);
  const isMark = (cp: number) => /\p{M}/u.test(String.fromCodePoint(cp));
  const isPrivate = (cp: number) => cp >= PRIVATE[0] && cp <= PRIVATE[1];
  return Object.values(doc.glyphs).filter(
    (g) =>
      g.styleId === styleId &&
      g.contours.length > 0 &&
      g.codePoints.length > 0 &&
      !g.codePoints.every((cp) => isPrivate(cp) || isMark(cp)) &&
      spacedBy(g) === null,
  );
};

/** The letters that a fit goes by, as it takes them. */
export const lettersToFit = (
  doc: Doc,
): { readonly glyphId: string; readonly char: string; readonly contours: readonly Contour[] }[] =>
  fittable(doc).map((g) => ({
    glyphId: g.id,
    char: String.fromCodePoint(g.codePoints[0]!),
    contours: g.contours,
  }));
