import { glyphNameOf } from '../../../type/names/glyphNames';
import { glyphNamed } from '../identity';
import type { Doc, GlyphRow } from '../schema';
import { drawnOf, glyphLookups } from './lookups';

export interface Formula {
  readonly char: string;
  readonly base: number;
  readonly marks: readonly number[];
}

/** A character as base and marks; null when Unicode doesn't take it apart. */
export function formulaOf(char: string): Formula | null {
  const [base, ...marks] = [...char.normalize('NFD')].map((c) => c.codePointAt(0)!);
  return base !== undefined && marks.length > 0 ? { char, base, marks } : null;
}

/** Signs that stand alone for a mark and that Unicode doesn't take apart (from memory of its charts). */
const ALONE = new Map([
  [0x300, 0x60],
  [0x302, 0x2c6],
  [0x30c, 0x2c7],
]);

/** Ending of the name of a mark's drawing for capitals, which are flatter: "uni0301.case". */
export const FOR_CAPITALS = '.case';

/**
 * A mark's drawing: its combining character's, or that of the sign that stands alone for it (´ for U+0301); on capitals the
 * one drawn for them, when there is one.
 */
export function markGlyph(doc: Doc, mark: number, onCapital = false): GlyphRow | undefined {
  const alone = ` ${String.fromCodePoint(mark)}`;
  const plain =
    drawnOf(doc, mark) ??
    Object.values(doc.glyphs).find(
      (g) =>
        g.contours.length > 0 &&
        g.codePoints.some(
          (cp) => cp === ALONE.get(mark) || String.fromCodePoint(cp).normalize('NFKD') === alone,
        ),
    );
  if (!onCapital || !plain) return plain;
  const own = [plain.name, glyphNameOf(mark)].map((name) => glyphNamed(doc, `${name}${FOR_CAPITALS}`));
  return own.find((g) => g && g.contours.length > 0) ?? plain;
}

/** Dotless letters by dotted ones. */
export const DOTLESS = new Map([
  [0x69, 0x131],
  [0x6a, 0x237],
]);

/** Characters of a list that can be composed now: parts are drawn, and nobody drew the letter itself. */
export function composable(doc: Doc, list: string): string[] {
  return [...new Set(list)].filter((char) => {
    const f = formulaOf(char);
    const own = glyphLookups(doc.glyphs).byCodePoint.get(char.codePointAt(0)!)?.[0];
    const free = !own || own.contours.length === 0;
    return (
      f !== null && free && drawnOf(doc, f.base) !== undefined && f.marks.every((m) => markGlyph(doc, m))
    );
  });
}

/** Marks that a list needs for letters that are drawn, and that nobody has drawn yet. */
export function lackingMarks(doc: Doc, list: string): number[] {
  const wanted = [...list].flatMap((char) => {
    const f = formulaOf(char);
    return f && drawnOf(doc, f.base) ? f.marks : [];
  });
  return [...new Set(wanted)].filter((m) => !markGlyph(doc, m)).sort((a, b) => a - b);
}
