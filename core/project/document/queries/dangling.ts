import { glyphsOfRule } from '../rows/features';
import type { Doc } from '../schema';

/**
 * References to rows that aren't there, each as a short sentence: none in a document that came about by `edit`. For tests, and
 * for telling what is wrong with a damaged project.
 */
export function danglingReferences(doc: Doc): string[] {
  const out: string[] = [];
  const has = {
    glyph: (id: string) => doc.glyphs[id] !== undefined,
    side: (id: string) => doc.glyphs[id] !== undefined || doc.groups[id] !== undefined,
  };
  for (const g of Object.values(doc.glyphs)) {
    if (!doc.styles[g.styleId]) out.push(`${g.name} is in no style`);
    for (const side of ['left', 'right'] as const)
      if (g.follows[side] !== null && !has.glyph(g.follows[side])) out.push(`${g.name} follows nobody`);
    for (const c of g.components) if (!has.glyph(c.glyphId)) out.push(`${g.name} holds a part that is gone`);
    const parts = new Set(g.components.map((c) => c.id));
    if (g.contours.some((c) => c.of !== undefined && !parts.has(c.of)))
      out.push(`${g.name} has a contour of a part it hasn't`);
    if (g.source && doc.pieces[g.source.pieceId]?.sheetId !== g.source.sheetId)
      out.push(`${g.name} comes from a piece that is gone`);
  }
  for (const k of Object.values(doc.kerning))
    if (!has.side(k.left) || !has.side(k.right)) out.push(`kerning ${k.id} has a side that is gone`);
  for (const g of Object.values(doc.groups))
    for (const id of g.glyphIds) if (!has.glyph(id)) out.push(`group ${g.id} holds a letter that is gone`);
  for (const p of Object.values(doc.pieces))
    if (!doc.sheets[p.sheetId]) out.push(`piece ${p.id} is on no sheet`);
  for (const s of Object.values(doc.sheets))
    if (!doc.recipes[s.recipeId]) out.push(`${s.name} has no recipe`);
  for (const s of Object.values(doc.styles)) {
    const { reference } = s.fit;
    if (reference && !(has.glyph(reference.left) && has.glyph(reference.right)))
      out.push(`${s.name} is fitted by a pair that is gone`);
  }
  for (const f of Object.values(doc.features))
    for (const id of glyphsOfRule(f.rule))
      if (!has.glyph(id)) out.push(`rule ${f.id} names a glyph that is gone`);
  return out;
}
