import { partsOfLigature, partsOfVariant } from '../../../type/names/nameRules';
import { glyphNamed } from '../identity';
import { projectOf } from '../newProject';
import { glyphsOfRule } from '../rows/features';
import type { Doc, FeatureRow, GlyphRow } from '../schema';
import { glyphOfCodePoint } from './lookups';

/** Rules of the style in hand in their order. */
export function rulesInOrder(doc: Doc): FeatureRow[] {
  const { styleId } = projectOf(doc);
  return Object.values(doc.features)
    .filter((f) => f.styleId === styleId)
    .sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
}

/** What a drawing is a drawing of: a for a.alt1; a letter, or a drawing of nothing known, is its own. */
export function letterOf(doc: Doc, glyph: GlyphRow): GlyphRow {
  const parts = glyph.codePoints.length === 0 ? partsOfVariant(glyph.name) : null;
  return (parts && glyphNamed(doc, parts.base)) ?? ruledLetterOf(doc, glyph) ?? glyph;
}

/** The letter in whose place a rule puts a drawing. */
function ruledLetterOf(doc: Doc, glyph: GlyphRow): GlyphRow | null {
  if (glyph.codePoints.length > 0) return null;
  for (const { rule } of rulesInOrder(doc)) {
    if (rule.kind === 'carried' || rule.kind === 'ligature' || rule.kind === 'bounce') continue;
    const from =
      rule.kind === 'turns'
        ? rule.letters?.find((l) => l.drawings.includes(glyph.id))?.glyph
        : rule.swaps.find(({ to }) => (typeof to === 'string' ? to === glyph.id : to?.includes(glyph.id)))
            ?.from;
    const letter = from === undefined ? undefined : doc.glyphs[from];
    if (letter) return letter;
  }
  return null;
}

/** A letter with its other drawings and the ligatures it is part of, each in the order of their names. */
export interface Forms {
  readonly letter: GlyphRow;
  readonly others: readonly GlyphRow[];
  readonly ligatures: readonly GlyphRow[];
}

/** The forms of what is in hand: of the letter itself, or of the one that it is a drawing of. */
export function formsOf(doc: Doc, glyph: GlyphRow): Forms {
  const letter = letterOf(doc, glyph);
  const rows = Object.values(doc.glyphs).filter((g) => g.role === 'letter' && g.id !== letter.id);
  const ruled = new Set(
    rulesInOrder(doc).flatMap(({ rule }) =>
      rule.kind === 'ligature' && rule.parts.includes(letter.id) ? [rule.to] : [],
    ),
  );
  const joins = (g: GlyphRow) =>
    ruled.has(g.id) ||
    (g.codePoints.length === 0 && (partsOfLigature(g.name)?.includes(letter.name) ?? false));
  const byName = (a: GlyphRow, b: GlyphRow) => (a.name < b.name ? -1 : 1);
  return {
    letter,
    others: rows.filter((g) => g.codePoints.length === 0 && letterOf(doc, g) === letter).sort(byName),
    ligatures: rows.filter(joins).sort(byName),
  };
}

/** Rules of the style in hand that name a glyph. */
export const rulesNaming = (doc: Doc, glyphId: string): FeatureRow[] =>
  rulesInOrder(doc).filter(({ rule }) => rule.kind !== 'carried' && glyphsOfRule(rule).includes(glyphId));

/** Glyphs of characters, in their order; null when one isn't there. */
export function glyphsOfText(doc: Doc, text: string): GlyphRow[] | null {
  const found = [...text].map((c) => glyphOfCodePoint(doc, c.codePointAt(0) ?? 0));
  return found.every((g) => g !== null) ? (found as GlyphRow[]) : null;
}
