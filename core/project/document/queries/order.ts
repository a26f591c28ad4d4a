import type { GlyphRow } from '../schema';

/** Order in which people expect characters: capitals, small letters, figures, then the rest by code point. */
function rank(codePoint: number): number {
  const char = String.fromCodePoint(codePoint);
  if (/\p{Lu}/u.test(char)) return 0;
  if (/\p{Ll}/u.test(char)) return 1;
  if (/\p{Nd}/u.test(char)) return 2;
  return 3;
}

/** Compares glyphs by their first code points; glyphs without any come last, by name. */
export function codePointsInOrder(a: GlyphRow, b: GlyphRow): number {
  const [p, q] = [a.codePoints[0], b.codePoints[0]];
  if (p === undefined || q === undefined)
    return Number(p === undefined) - Number(q === undefined) || (a.name < b.name ? -1 : 1);
  return rank(p) - rank(q) || p - q;
}
