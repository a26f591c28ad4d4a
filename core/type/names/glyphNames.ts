import { AGLFN } from './data/aglfn';

const byCodePoint = new Map(
  AGLFN.split(' ').map((entry) => {
    const [name, hex] = entry.split('=') as [string, string];
    return [parseInt(hex, 16), name] as const;
  }),
);

/**
 * Name for a glyph of a code point: from the Adobe Glyph List For New Fonts, else uniXXXX in the Basic Multilingual
 * Plane, else uXXXXX. Adobe Glyph List Specification, section 6.
 */
export function glyphNameOf(codePoint: number): string {
  const known = byCodePoint.get(codePoint);
  if (known) return known;
  const hex = codePoint.toString(16).toUpperCase();
  return codePoint <= 0xffff ? `uni${hex.padStart(4, '0')}` : `u${hex}`;
}
