import { glyphOfCodePoint } from './lookups';
import type { Doc, GlyphRow } from '../schema';
import { PRIVATE } from '../commands/glyphs/privateCodes';
import { drawn, recipeFor } from '../signs/signs';

/** Small letters that can be made of their capitals: the capital is drawn, the small letter isn't. */
export const smallToMake = (doc: Doc): string[] =>
  [...'abcdefghijklmnopqrstuvwxyz'].filter((c) => {
    const [small, capital] = [c, c.toUpperCase()].map((x) => glyphOfCodePoint(doc, x.codePointAt(0)!));
    return capital && capital.contours.length > 0 && !(small && small.contours.length > 0);
  });

/** Glyphs with private code points: icons. */
export const iconsOf = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs).filter(
    (g) => g.contours.length > 0 && g.codePoints.some((cp) => cp >= PRIVATE[0] && cp <= PRIVATE[1]),
  );

/** Signs of a list that can be made of drawn ones, and that nobody drew. A draft isn't made of another draft of the same kind. */
export const draftable = (doc: Doc, list: string): string[] =>
  [...new Set(list)].filter((char) => !drawn(doc, char) && recipeFor(doc, char) !== undefined);
export const draftsOf = (doc: Doc): GlyphRow[] => Object.values(doc.glyphs).filter((g) => g.draft);

/** Letters that have a part, directly. */
export const usersOf = (doc: Doc, partId: string): GlyphRow[] =>
  Object.values(doc.glyphs).filter((g) => g.components.some((c) => c.glyphId === partId));

/** Whether an outline is more than the trace left: it isn't made anew from its picture then. */
export const isWorkedOn = (glyph: GlyphRow): boolean => glyph.handEdited || glyph.cleaned;
