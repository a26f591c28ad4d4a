import { projectOf } from '../../../core/project/document/newProject';
import { advanceOf } from '../../../core/project/document/queries/metrics';
import type { Doc, GlyphRow } from '../../../core/project/document/schema';
import type { FitText } from '../../store/fitBench';
import { betweenText, PANGRAM, pairText, wordsText } from '../../text/spacingStrings';
import type { PairOff } from './useRhythm';

/** A letter of the line that is set. */
export interface SetLetter {
  readonly glyph: GlyphRow;
  /** Place of its origin on the line, em units. */
  readonly x: number;
  readonly index: number;
}

/** Glyphs of a text with their places on one line, em units, kerning included. */
export function setText(
  glyphs: readonly GlyphRow[],
  kern: (left: string, right: string) => number,
): SetLetter[] {
  let x = 0;
  return glyphs.map((glyph, i) => {
    const before = glyphs[i - 1];
    if (before) x += kern(before.id, glyph.id);
    const letter = { glyph, x, index: i };
    x += advanceOf(glyph);
    return letter;
  });
}

/** Letters broken into rows that fit the width, em units, each beginning at a word. */
export function rowsOf(letters: readonly SetLetter[], widthEm: number): SetLetter[][] {
  const rows: SetLetter[][] = [];
  let row: SetLetter[] = [];
  let start = 0;
  let lastSpace = -1;
  letters.forEach((l) => {
    row.push(l);
    if (l.glyph.name === 'space') lastSpace = row.length;
    if (l.x + advanceOf(l.glyph) - start > widthEm && row.length > 1) {
      const cut = lastSpace > 0 && lastSpace < row.length ? lastSpace : row.length - 1;
      rows.push(row.slice(0, cut));
      row = row.slice(cut);
      start = row[0]?.x ?? 0;
      lastSpace = -1;
    }
  });
  if (row.length > 0) rows.push(row);
  return rows;
}

export const charOf = (glyph: GlyphRow | undefined): string =>
  String.fromCodePoint(glyph?.codePoints[0] ?? 0x20);

/** What stands on the line: the text that was chosen, around the letter or the pair in hand. */
export function textToSet(doc: Doc, text: FitText, glyph: GlyphRow | null, pair: PairOff | null): string {
  const char = charOf(glyph ?? undefined);
  if (text === 'between') return betweenText(char);
  if (text === 'words') return wordsText(char);
  if (text === 'pangram') return PANGRAM;
  if (text === 'pair' && pair) {
    const [left = '', right = ''] = [...pair.chars];
    return pairText(left, right);
  }
  return projectOf(doc).runningText;
}
