import { draft, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { castingOf, projectOf } from '../../newProject';
import { letterOf } from '../../queries/forms';
import { inStyle, ofWhole, stylesInOrder } from '../../queries/styles';
import type { CastCut, Doc, GlyphRow } from '../../schema';

/** What a drawing is: all that goes with it when it takes another glyph's place. Names, characters, kerning and groups stay with the glyph. */
type Drawing = Pick<
  GlyphRow,
  | 'contours'
  | 'layers'
  | 'components'
  | 'anchors'
  | 'skeleton'
  | 'bearings'
  | 'placing'
  | 'source'
  | 'picture'
>;

const drawingOf = (glyph: GlyphRow): Drawing => ({
  contours: glyph.contours,
  layers: glyph.layers,
  components: glyph.components,
  anchors: glyph.anchors,
  skeleton: glyph.skeleton,
  bearings: glyph.bearings,
  placing: glyph.placing,
  source: glyph.source,
  picture: glyph.picture,
});

/** Forms of letters that a cut of the family can have as the standard ones, by name, in the order of their names; of all styles together. */
export function formsForCuts(doc: Doc): string[] {
  const names = stylesInOrder(doc).flatMap((s) => {
    const view = inStyle(doc, s.id);
    return Object.values(view.glyphs)
      .filter((g) => g.role === 'letter' && g.contours.length > 0 && letterOf(view, g) !== g)
      .map((g) => g.name);
  });
  return [...new Set(names)].sort();
}

/** Cuts made so far: documents are immutable. */
const known = new WeakMap<Doc, Map<string, Doc>>();

/**
 * The project as one of its cuts has it: chosen forms have changed places with their letters in every style, letters with marks follow, and the
 * family is called as the cut is. A form that a style hasn't is left out there.
 */
export function inCut(doc: Doc, cut: CastCut | null): Doc {
  if (!cut) return doc;
  const ofDoc = known.get(doc) ?? new Map<string, Doc>();
  known.set(doc, ofDoc);
  const key = JSON.stringify(cut);
  const made = ofDoc.get(key) ?? cutOf(doc, cut);
  ofDoc.set(key, made);
  return made;
}

/** The project as a file of a casting wants it: as one of its cuts, by its place, or as it is (null). */
export const forCast = (doc: Doc, cut: number | null): Doc =>
  inCut(doc, cut === null ? null : (castingOf(doc).cuts[cut] ?? null));

function cutOf(doc: Doc, { family, forms }: CastCut): Doc {
  const changed = stylesInOrder(doc).reduce((whole, style) => {
    const view = inStyle(whole, style.id);
    const diff = exchanged(view, forms);
    return diff ? edit(whole, ofWhole(whole, diff)).doc : whole;
  }, doc);
  const casting = castingOf(changed);
  // Names in other languages are the family's: left empty, they are said as in the cut's own.
  const namesIn = casting.namesIn.map((n) => ({ ...n, family: '' }));
  const own = { ...casting, family, namesIn, cuts: [] };
  return { ...changed, casting: { ...changed.casting, [casting.id]: own } };
}

/** Forms and their letters with each other's drawings, in one style. */
function exchanged(view: Doc, forms: readonly string[]): ProjectDiff | null {
  const d = draft(view);
  const taken = new Set<string>();
  for (const name of forms) {
    const form = Object.values(view.glyphs).find((g) => g.name === name && g.contours.length > 0);
    const letter = form && letterOf(view, form);
    // Of several forms of a letter only the first can be its standard one.
    if (!form || !letter || letter === form || taken.has(letter.id)) continue;
    taken.add(letter.id);
    d.put('glyphs', { ...letter, ...drawingOf(form) });
    d.put('glyphs', { ...form, ...drawingOf(letter) });
  }
  return taken.size === 0 ? null : d.done(`Cut ${projectOf(view).name}`);
}

/** Forms of a cut that no style has any more. */
export const lostForms = (doc: Doc, { forms }: CastCut): string[] => {
  const there = new Set(formsForCuts(doc));
  return forms.filter((f) => !there.has(f));
};
