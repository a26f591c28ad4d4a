// OpenType 1.9.1, 'OS/2' version 4: metrics and classes for Windows and everyone since.
import { bytesOf, int16, struct, tag, uint16, uint32 } from '../struct';

/** Bits of fsSelection. */
export const FS_SELECTION = { italic: 1, bold: 32, regular: 64, useTypoMetrics: 128 } as const;

export const OS2 = struct({
  version: uint16,
  xAvgCharWidth: int16,
  /** 1 ... 1000. */
  usWeightClass: uint16,
  /** 1 ... 9, 5 = normal. */
  usWidthClass: uint16,
  /** 0 = may be installed and embedded. */
  fsType: uint16,
  ySubscriptXSize: int16,
  ySubscriptYSize: int16,
  ySubscriptXOffset: int16,
  ySubscriptYOffset: int16,
  ySuperscriptXSize: int16,
  ySuperscriptYSize: int16,
  ySuperscriptXOffset: int16,
  ySuperscriptYOffset: int16,
  yStrikeoutSize: int16,
  yStrikeoutPosition: int16,
  sFamilyClass: int16,
  panose: bytesOf(10),
  ulUnicodeRange1: uint32,
  ulUnicodeRange2: uint32,
  ulUnicodeRange3: uint32,
  ulUnicodeRange4: uint32,
  achVendID: tag,
  fsSelection: uint16,
  usFirstCharIndex: uint16,
  usLastCharIndex: uint16,
  sTypoAscender: int16,
  sTypoDescender: int16,
  sTypoLineGap: int16,
  usWinAscent: uint16,
  /** Positive downwards. */
  usWinDescent: uint16,
  ulCodePageRange1: uint32,
  ulCodePageRange2: uint32,
  sxHeight: int16,
  sCapHeight: int16,
  usDefaultChar: uint16,
  usBreakChar: uint16,
  /** Longest chain a lookup looks at. */
  usMaxContext: uint16,
});

/**
 * Bits of ulUnicodeRange1 ... 4 for the ranges these fonts are likely to touch (OS/2 table, "ulUnicodeRange"):
 * first, last code point, bit.
 */
const UNICODE_RANGES: readonly (readonly [number, number, number])[] = [
  [0x0000, 0x007f, 0], [0x0080, 0x00ff, 1], [0x0100, 0x017f, 2], [0x0180, 0x024f, 3], [0x0250, 0x02af, 4],
  [0x02b0, 0x02ff, 5], [0x0300, 0x036f, 6], [0x0370, 0x03ff, 7], [0x0400, 0x052f, 9], [0x1e00, 0x1eff, 29],
  [0x1f00, 0x1fff, 30], [0x2000, 0x206f, 31], [0x2070, 0x209f, 32], [0x20a0, 0x20cf, 33], [0x20d0, 0x20ff, 34],
  [0x2100, 0x214f, 35], [0x2150, 0x218f, 36], [0x2190, 0x21ff, 37], [0x2200, 0x22ff, 38], [0x2300, 0x23ff, 39],
  [0x2460, 0x24ff, 42], [0x2500, 0x257f, 43], [0x2580, 0x259f, 44], [0x25a0, 0x25ff, 45], [0x2600, 0x26ff, 46],
  [0x2700, 0x27bf, 47], [0xe000, 0xf8ff, 60], [0xfb00, 0xfb4f, 62], [0x10000, 0x10ffff, 57],
]; // prettier-ignore

/** The four range words for a set of code points. */
export function unicodeRangeBits(codePoints: Iterable<number>): [number, number, number, number] {
  const words: [number, number, number, number] = [0, 0, 0, 0];
  for (const cp of codePoints) {
    for (const [first, last, bit] of UNICODE_RANGES)
      if (cp >= first && cp <= last) words[bit >> 5]! |= 1 << (bit & 31);
  }
  return words.map((w) => w >>> 0) as [number, number, number, number];
}

/** Letters beyond ASCII that a code page's users need, and its bit in ulCodePageRange1. */
const CODE_PAGES: readonly (readonly [string, number])[] = [
  ['àâäçéèêëîïñóôöùûüßÀÂÄÇÉÈÊËÎÏÑÓÔÖÙÛÜåøæÅØÆ', 0],
  ['ąćčďęěłńňřśšťůźżžĄĆČĎĘĚŁŃŇŘŚŠŤŮŹŻŽőűŐŰ', 1],
  ['ğĞıİşŞçÇöÖüÜ', 4],
];

/**
 * ulCodePageRange1: a page is claimed when nine in ten of its typical letters are there. Latin 1 always is, as old
 * Windows programs list fonts without any page among the symbol fonts.
 */
export function codePageBits(codePoints: ReadonlySet<number>): number {
  return CODE_PAGES.reduce((found, [letters, bit]) => {
    const all = [...letters];
    const have = all.filter((c) => codePoints.has(c.codePointAt(0)!)).length;
    return have >= all.length * 0.9 ? found | (1 << bit) : found;
  }, 1);
}
