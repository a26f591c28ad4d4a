import { NOTDEF } from '../newProject';
import type { GlyphRow } from '../schema';

/**
 * Characters that are meant to show nothing: white space, what is ignored by default, controls (Unicode Character Database,
 * PropList and DerivedCoreProperties), and the empty cell of Braille.
 */
const SHOWS_NOTHING = /^[\p{White_Space}\p{Default_Ignorable_Code_Point}\p{Cc}\u2800]$/u;

export const showsNothing = (codePoint: number): boolean =>
  SHOWS_NOTHING.test(String.fromCodePoint(codePoint));

/** Whether a glyph without ink is as it should be. */
export const isMeantBlank = (g: GlyphRow): boolean =>
  g.blank === true || (g.codePoints.length > 0 ? g.codePoints.every(showsNothing) : OTHER_SPACE.test(g.name));

/** Whether nothing is wanting of a glyph: it is drawn, or meant to show nothing. */
export const isThere = (g: GlyphRow): boolean => g.contours.length > 0 || g.blank === true;

/** Names of further spaces, of another width: a space's name and what it is for behind a dot (Adobe Glyph List specification, 2). */
const OTHER_SPACE = /^(space|uni00A0|nbspace)\./;

/**
 * Whether a glyph goes into font files. A letter that was begun and left empty doesn't: readers would find a blank where they
 * could have had that letter of another font. What isn't closed has no inside and counts as empty.
 */
export const isInFont = (g: GlyphRow): boolean =>
  g.role === 'letter' && (g.name === NOTDEF || g.contours.some((c) => c.closed) || isMeantBlank(g));
