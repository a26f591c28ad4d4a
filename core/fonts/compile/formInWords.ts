import { letterOf } from '../../project/document/queries/forms';
import { projectOf } from '../../project/document/newProject';
import type { FeatureRow } from '../../project/document/rows/features';
import type { Doc } from '../../project/document/schema';
import { partsOfLigature } from '../../type/names/nameRules';
import { substituted } from '../features/setGlyphs';
import { fontData, type FontData } from './fontData';

/** Texts in which a form stands in its letter's place, and such in which the letter stays, as the font sets them. */
export interface InWords {
  readonly stands: readonly string[];
  readonly stays: readonly string[];
}

/** Places of glyphs in the font by their ids. */
const indexOf = (font: FontData) => new Map(font.glyphs.map((g, i) => [g.id, i]));

/** Glyph indices of a text; null when the font lacks one of its characters. */
function glyphsOf(font: FontData, text: string): number[] | null {
  const run = [...text].map((c) => font.mapping.get(c.codePointAt(0) ?? 0));
  return run.every((g) => g !== undefined) ? run : null;
}

/** Characters that a form can come of: its letter's, or those of a ligature's parts. */
function charactersOf(doc: Doc, formId: string): string | null {
  const form = doc.glyphs[formId];
  if (!form) return null;
  const { styleId } = projectOf(doc);
  const font = fontData(doc, styleId);
  const rule = Object.values(doc.features).find(
    ({ rule: r }) => r.kind === 'ligature' && r.to === formId,
  )?.rule;
  const byRule = rule?.kind === 'ligature' ? rule.parts.map((id) => doc.glyphs[id]) : null;
  const named = partsOfLigature(form.name)?.map((n) => font.glyphs.find((g) => g.name === n));
  const parts = byRule ?? named ?? [letterOf(doc, form)];
  const chars = parts.map((p) => p?.codePoints[0]);
  return chars.every((cp) => cp !== undefined) ? String.fromCodePoint(...chars) : null;
}

const capitalised = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

/**
 * Texts that show when a form stands and when it doesn't: words, and for drawings at the ends of words each such word with another
 * behind or before it, since what lies beyond the space keeps some of them out.
 */
export function* textsFor(doc: Doc, formId: string, plain: readonly string[]): Iterable<string> {
  const ends = Object.values(doc.features).flatMap(({ rule }) =>
    rule.kind === 'ends' && rule.swaps.some((s) => s.to === formId) ? [rule] : [],
  )[0];
  const chars = charactersOf(doc, formId);
  const words = chars !== null && /^\p{Lu}/u.test(chars) ? plain.map(capitalised) : plain;
  if (!ends || chars === null) return yield* words;
  const atStart = ends.at.endsWith('start');
  const own = words.filter((w) => (atStart ? w.startsWith(chars) : w.endsWith(chars)));
  // Beside words that have no such letter at their own end.
  const others = plain.filter((w) => !w.includes(chars.toLowerCase()));
  for (const [i, word] of own.entries()) {
    const other = others[(i * 31) % others.length];
    // By turns alone and beside another word.
    if (i % 2 === 0 || other === undefined) yield word;
    else yield atStart ? `${other} ${word}` : `${word} ${other}`;
  }
}

/**
 * Where a form stands among texts and where it doesn't, at most so many of each, in the order of the texts. `asked`: tags of
 * features that are switched on. Texts with characters that the font lacks are passed over.
 */
export function formInWords(
  doc: Doc,
  formId: string,
  texts: Iterable<string>,
  { most = 8, asked = [] }: { readonly most?: number; readonly asked?: readonly string[] } = {},
): InWords {
  const font = fontData(doc, projectOf(doc).styleId);
  const index = indexOf(font).get(formId);
  const chars = charactersOf(doc, formId);
  const [stands, stays]: [string[], string[]] = [[], []];
  if (index === undefined || chars === null) return { stands, stays };
  for (const text of texts) {
    if (!text.includes(chars)) continue;
    const run = glyphsOf(font, text);
    if (!run) continue;
    const list = substituted(font.layout, run, asked).includes(index) ? stands : stays;
    if (list.length < most) list.push(text);
    if (stands.length >= most && stays.length >= most) break;
  }
  return { stands, stays };
}

/** A neighbour beside which a drawing for the ends of words is held back. Glyph ids. */
export interface HeldBack {
  readonly from: string;
  readonly to: string;
  readonly beside: string;
  /** Where the neighbour stands: in the same word, or on the other side of a space. */
  readonly where: 'in the word' | 'beyond a space';
}

/** Letters beside which the drawings of a rule for ends are held back because they would come too near, as the font sets them. */
export function heldBack(doc: Doc, { rule }: FeatureRow): HeldBack[] {
  if (rule.kind !== 'ends') return [];
  const font = fontData(doc, projectOf(doc).styleId);
  const index = indexOf(font);
  const space = font.mapping.get(0x20);
  const atStart = rule.at.endsWith('start');
  const letters = font.glyphs.flatMap((g, i) =>
    g.codePoints.length > 0 && i !== space && (doc.glyphs[g.id]?.contours.length ?? 0) > 0 ? [{ g, i }] : [],
  );
  return rule.swaps.flatMap(({ from, to }) => {
    const [a, b] = [index.get(from), index.get(to)];
    if (a === undefined || b === undefined) return [];
    const keepsOut = (run: readonly number[], at: number) => substituted(font.layout, run)[at] !== b;
    if (keepsOut([a], 0)) return [];
    return letters.flatMap(({ g, i }): HeldBack[] => {
      const inWord = atStart ? keepsOut([a, i], 0) : keepsOut([i, a], 1);
      const beyond =
        space !== undefined && (atStart ? keepsOut([i, space, a], 2) : keepsOut([a, space, i], 0));
      const held = { from, to, beside: g.id };
      return [
        ...(inWord ? [{ ...held, where: 'in the word' as const }] : []),
        ...(beyond ? [{ ...held, where: 'beyond a space' as const }] : []),
      ];
    });
  });
}
