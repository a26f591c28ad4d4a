import { partsOfLigature, partsOfVariant } from '../../../type/names/nameRules';
import { glyphNamed } from '../identity';
import { projectOf } from '../newProject';
import { glyphsOfRule, isCarried } from '../rows/features';
import type { Doc, FeatureRow, GlyphRow } from '../schema';
import { glyphOfCodePoint } from './lookups';

/** Rules of the style in hand in their order. */
export function rulesInOrder(doc: Doc): FeatureRow[] {
  const { styleId } = projectOf(doc);
  return Object.values(doc.features)
    .filter((f) => f.styleId === styleId)
    .sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
}

/** Drawings without a character by what rules put them in the place of, letter ids by drawing ids; the first rule that says so counts. */
function ruledLetters(doc: Doc): Map<string, string> {
  const letters = new Map<string, string>();
  const say = (drawing: string | null, letter: string) => {
    if (drawing !== null && !letters.has(drawing)) letters.set(drawing, letter);
  };
  for (const { rule } of rulesInOrder(doc)) {
    if (isCarried(rule) || rule.kind === 'ligature' || rule.kind === 'bounce') continue;
    if (rule.kind === 'turns') for (const l of rule.letters ?? []) l.drawings.forEach((d) => say(d, l.glyph));
    else for (const { from, to } of rule.swaps) [to].flat().forEach((d) => say(d, from));
  }
  return letters;
}

/** Letters by the ids of their drawings, and drawings by the ids of their letters. Documents are immutable: each is gone through once. */
interface Kinship {
  readonly letterOf: ReadonlyMap<string, GlyphRow>;
  readonly drawingsOf: ReadonlyMap<string, readonly GlyphRow[]>;
}
const known = new WeakMap<Doc, Kinship>();

function kinshipOf(doc: Doc): Kinship {
  const before = known.get(doc);
  if (before) return before;
  const ruled = ruledLetters(doc);
  const letters = new Map<string, GlyphRow>();
  const drawings = new Map<string, GlyphRow[]>();
  for (const g of Object.values(doc.glyphs)) {
    if (g.codePoints.length > 0) continue;
    const parts = partsOfVariant(g.name);
    const letter = (parts && glyphNamed(doc, parts.base)) ?? doc.glyphs[ruled.get(g.id) ?? ''];
    if (!letter) continue;
    letters.set(g.id, letter);
    if (g.role === 'letter') drawings.set(letter.id, [...(drawings.get(letter.id) ?? []), g]);
  }
  const made = { letterOf: letters, drawingsOf: drawings };
  known.set(doc, made);
  return made;
}

/** What a drawing is a drawing of: a for a.alt1; a letter, or a drawing of nothing known, is its own. */
export const letterOf = (doc: Doc, glyph: GlyphRow): GlyphRow =>
  kinshipOf(doc).letterOf.get(glyph.id) ?? glyph;

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
    others: [...(kinshipOf(doc).drawingsOf.get(letter.id) ?? [])].sort(byName),
    ligatures: rows.filter(joins).sort(byName),
  };
}

/** Rules of the style in hand that name a glyph. */
export const rulesNaming = (doc: Doc, glyphId: string): FeatureRow[] =>
  rulesInOrder(doc).filter(({ rule }) => !isCarried(rule) && glyphsOfRule(rule).includes(glyphId));

/** Glyphs of characters, in their order; null when one isn't there. */
export function glyphsOfText(doc: Doc, text: string): GlyphRow[] | null {
  const found = [...text].map((c) => glyphOfCodePoint(doc, c.codePointAt(0) ?? 0));
  return found.every((g) => g !== null) ? (found as GlyphRow[]) : null;
}
