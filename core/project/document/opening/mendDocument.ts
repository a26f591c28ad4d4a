import { draft, applyDiff, type Draft } from '../changes/diff';
import { pruneRules } from '../inStep/rules';
import { defaultRecipe, FIRST_RECIPE } from '../defaultRecipe';
import { firstStyle, projectOf } from '../newProject';
import type { Doc, GlyphRow } from '../schema';

/** How often each kind of mend was made, in words. */
class Mends {
  private readonly counts = new Map<string, number>();

  add(what: string): void {
    this.counts.set(what, (this.counts.get(what) ?? 0) + 1);
  }

  list(): string[] {
    return [...this.counts].map(([what, n]) => (n === 1 ? what : `${what} (${n} times)`));
  }
}

/**
 * A document of rows that hold by themselves, made to hold together: a style and the first recipe are there, and what points
 * at rows that aren't is let go. Rows themselves are never taken out, but for kerning, groups and rules that say nothing any more.
 */
export function mendDocument(given: Doc): { readonly doc: Doc; readonly mended: string[] } {
  const mends = new Mends();
  const based = withStanding(given, mends);
  const d = draft(based);
  mendSheets(based, d, mends);
  for (const g of Object.values(based.glyphs)) mendGlyph(based, d, g, mends);
  mendSpacing(based, d, mends);
  const torn = pruneRules(d, (id) => based.glyphs[id] !== undefined);
  for (let k = 0; k < torn; k++) mends.add('a rule named a glyph that is gone');
  const diff = d.done('Open');
  return { doc: diff ? applyDiff(based, diff) : based, mended: mends.list() };
}

/** With the rows that every project has. */
function withStanding(given: Doc, mends: Mends): Doc {
  let doc = given;
  if (!doc.recipes[FIRST_RECIPE]) {
    doc = { ...doc, recipes: { ...doc.recipes, [FIRST_RECIPE]: defaultRecipe } };
    mends.add('the first recipe was missing');
  }
  if (Object.keys(doc.styles).length === 0) {
    doc = { ...doc, styles: { [firstStyle.id]: firstStyle } };
    mends.add('the style was missing');
  }
  const project = projectOf(doc);
  if (doc.styles[project.styleId]) return doc;
  mends.add('the style in hand was missing');
  const styleId = Object.keys(doc.styles)[0]!;
  return { ...doc, project: { [project.id]: { ...project, styleId } } };
}

function mendSheets(doc: Doc, d: Draft, mends: Mends): void {
  for (const s of Object.values(doc.sheets))
    if (!doc.recipes[s.recipeId]) {
      d.put('sheets', { ...s, recipeId: FIRST_RECIPE });
      mends.add(`the recipe of ${s.name} was missing`);
    }
  for (const p of Object.values(doc.pieces))
    if (!doc.sheets[p.sheetId]) {
      d.remove('pieces', p.id);
      mends.add('a piece had no sheet');
    }
}

function mendGlyph(doc: Doc, d: Draft, g: GlyphRow, mends: Mends): void {
  const there = (id: string | null) => (id !== null && doc.glyphs[id] ? id : null);
  const follows = { left: there(g.follows.left), right: there(g.follows.right) };
  const components = g.components.filter((c) => doc.glyphs[c.glyphId]);
  const parts = new Set(components.map((c) => c.id));
  const loose = g.contours.some((c) => c.of !== undefined && !parts.has(c.of));
  const piece = g.source ? doc.pieces[g.source.pieceId] : undefined;
  const lost = g.source !== null && (piece?.sheetId !== g.source.sheetId || !doc.sheets[g.source.sheetId]);
  const styleId = doc.styles[g.styleId] ? g.styleId : projectOf(doc).styleId;
  const same =
    follows.left === g.follows.left &&
    follows.right === g.follows.right &&
    components.length === g.components.length &&
    styleId === g.styleId &&
    !loose &&
    !lost;
  if (same) return;
  mends.add(`${g.name} pointed at what isn't there`);
  d.put('glyphs', {
    ...g,
    follows,
    components,
    styleId,
    source: lost ? null : g.source,
    contours: g.contours.map(({ of, ...c }) => (of !== undefined && parts.has(of) ? { ...c, of } : c)),
  });
}

function mendSpacing(doc: Doc, d: Draft, mends: Mends): void {
  for (const g of Object.values(doc.groups)) {
    const glyphIds = g.glyphIds.filter((id) => doc.glyphs[id]);
    if (glyphIds.length === g.glyphIds.length) continue;
    mends.add('a kerning group held a letter that is gone');
    if (glyphIds.length > 0) d.put('groups', { ...g, glyphIds });
    else d.remove('groups', g.id);
  }
  const side = (id: string) => doc.glyphs[id] !== undefined || d.get('groups', id) !== null;
  for (const k of Object.values(doc.kerning))
    if (!side(k.left) || !side(k.right)) {
      d.remove('kerning', k.id);
      mends.add('kerning of a letter that is gone');
    }
  for (const s of Object.values(doc.styles)) {
    const { reference } = s.fit;
    if (!reference || (doc.glyphs[reference.left] && doc.glyphs[reference.right])) continue;
    d.put('styles', { ...s, fit: { ...s.fit, reference: null } });
    mends.add('the reference pair of the fit was gone');
  }
}
