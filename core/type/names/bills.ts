/** A list of characters to fill, called a bill. */
export interface Bill {
  readonly id: string;
  readonly name: string;
  readonly characters: string;
}

const CAPITALS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const SMALL = CAPITALS.toLowerCase();
const FIGURES = '0123456789';
const range = (from: number, to: number): string =>
  Array.from({ length: to - from + 1 }, (_, k) => String.fromCodePoint(from + k)).join('');

/** What a shop expects at least: capitals, small letters, figures and common points (common practice). */
export const BASIC_BILL = `${CAPITALS}${SMALL}${FIGURES}.,:;!?'"()&-`;

const ASCII_SIGNS = '!"#$%&\'()*+,-./:;<=>?@[\\]^_`{|}~';
/** Latin-1 Supplement without the two that aren't drawn (Unicode block U+0080). */
const LATIN_1 = range(0xa1, 0xff).replace('\u00ad', '');
/** Quotes, dashes and signs that running text of western languages needs (Unicode block U+2000 and a few others). */
const TEXT_SIGNS =
  '\u2013\u2014\u2018\u2019\u201a\u201c\u201d\u201e\u2020\u2021\u2022\u2026\u2030\u2039\u203a\u2044\u20ac\u2122\u2212';
const WESTERN = `${CAPITALS}${SMALL}${FIGURES}${ASCII_SIGNS}${LATIN_1}\u0131\u0132\u0133\u0152\u0153\u0160\u0161\u0178\u017d\u017e\u0192\u1e9e\u02c6\u02c7\u02d8\u02d9\u02da\u02db\u02dc\u02dd${TEXT_SIGNS}`;
/** Latin Extended-A whole, and the comma-below letters of Romanian. */
const CENTRAL = `${WESTERN}${range(0x100, 0x17f).replace('\u0149', '').replace('\u017f', '')}\u0218\u0219\u021a\u021b`;
/** Quốc ngữ: base letters and all with tones (U+1EA0 to U+1EF9). */
const VIETNAMESE = `${WESTERN}\u0102\u0103\u0110\u0111\u0128\u0129\u0168\u0169\u01a0\u01a1\u01af\u01b0${range(0x1ea0, 0x1ef9)}`;

const once = (text: string): string => [...new Set(text)].join('');

export const BILLS: readonly Bill[] = [
  { id: 'basic', name: 'Basic Latin for shops', characters: BASIC_BILL },
  { id: 'western', name: 'Western European', characters: once(WESTERN) },
  { id: 'central', name: 'Central European', characters: once(CENTRAL) },
  { id: 'vietnamese', name: 'Vietnamese', characters: once(VIETNAMESE) },
  { id: 'capitals', name: 'Capitals and figures', characters: `${CAPITALS}${FIGURES}` },
  { id: 'icons', name: 'Icons: nothing but what is there', characters: '' },
];

/** A bill of a text of the artist's own: each character once, as it comes; what isn't drawn is left out. */
export const billOfText = (text: string): string => once(text.normalize('NFC').replace(/[\s\p{C}]/gu, ''));
