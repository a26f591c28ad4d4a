import { NOTDEF } from '../../project/document/newProject';
import { placedByCarried } from '../../project/document/rows/carriedWith';
import type { Rule } from '../../project/document/rows/features';
import type { Doc, GlyphRow } from '../../project/document/schema';
import type { Steps } from '../../foundations/steps';
import { partsOfLigature, partsOfVariant } from '../../type/names/nameRules';
import { layersInFont } from './colours';
import { withLeaning } from './leaning';
import { compileGlyph } from './compileGlyph';

/**
 * The project with only those glyphs that a text can be set with, and those of `also` (ids): a font of thousands of glyphs
 * takes long to make, and a line of text shows few of them. With the letters come typed names and all that names and rules put
 * in their place.
 */
export function partOf(doc: Doc, text: string, also: ReadonlySet<string> = new Set()): Doc {
  const set = new Set([...text].map((c) => c.codePointAt(0)!));
  const wanted = (g: GlyphRow) =>
    also.has(g.id) ||
    g.name === NOTDEF ||
    g.codePoints.some((cp) => set.has(cp)) ||
    g.typed.some((name) => text.includes(name));
  const rows = Object.values(doc.glyphs);
  const kept = new Set(rows.filter(wanted).map((g) => g.id));
  withPlacedInStead(doc, rows, kept);
  return { ...doc, glyphs: Object.fromEntries(Object.entries(doc.glyphs).filter(([id]) => kept.has(id))) };
}

/** Adds the drawings that may stand in place of those that are kept, and of these in turn. */
function withPlacedInStead(doc: Doc, rows: readonly GlyphRow[], kept: Set<string>): void {
  const unmapped = rows.filter((g) => g.codePoints.length === 0);
  const rules = Object.values(doc.features).map((f) => f.rule);
  for (let before = -1; before !== kept.size;) {
    before = kept.size;
    const names = new Set(rows.flatMap((g) => (kept.has(g.id) ? [g.name] : [])));
    for (const g of unmapped) {
      const parts = partsOfLigature(g.name) ?? [partsOfVariant(g.name)?.base ?? ''];
      if (parts.every((p) => names.has(p))) kept.add(g.id);
    }
    for (const rule of rules) for (const id of placedBy(rule, kept)) kept.add(id);
  }
}

/** What a rule puts in place of glyphs that are there. */
function placedBy(rule: Rule, there: ReadonlySet<string>): readonly string[] {
  switch (rule.kind) {
    case 'ligature':
      return rule.parts.every((p) => there.has(p)) ? [rule.to] : [];
    case 'exchange':
      return rule.swaps.flatMap((s) => (there.has(s.from) ? s.to : []));
    case 'turns':
      return (rule.letters ?? []).flatMap((l) => (there.has(l.glyph) ? l.drawings : []));
    case 'ends':
    case 'language':
      return rule.swaps.flatMap((s) => (there.has(s.from) ? [s.to] : []));
    case 'beside':
      return rule.swaps.flatMap((s) => (s.to !== null && there.has(s.from) ? [s.to] : []));
    case 'carried':
      return placedByCarried(rule, there);
    case 'carriedFacts':
      return rule.variants.flatMap((v) => v.glyph ?? []);
    case 'bounce':
      return [];
  }
}

/** Makes all glyphs of a style ready for a font, one a step: the font itself is soon made then. */
export function* readying(project: Doc, styleId: string): Steps<void> {
  const doc = withLeaning(project);
  for (const g of Object.values(doc.glyphs)) {
    if (g.styleId !== styleId || g.role !== 'letter') continue;
    compileGlyph(g);
    layersInFont(doc, g);
    yield;
  }
}
