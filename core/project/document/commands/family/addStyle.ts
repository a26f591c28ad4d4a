import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { projectOf, standingGlyphs } from '../../newProject';
import { stemOfStyle } from '../../queries/family';
import { inStyle } from '../../queries/styles';
import { firstFitSettings } from '../../schema';
import { glyphsOfRule, renamedRule } from '../../rows/features';
import type { Doc, GlyphRow, StyleRow } from '../../schema';
import { restyledGlyph, THINNEST, type Restyling } from './restyledGlyph';

export interface NewStyle {
  readonly name: string;
  /** 1 to 1000: OpenType, OS/2, usWeightClass. */
  readonly weightClass: number;
  readonly italic?: boolean;
  /** By how much strokes are thicker than in the style that it is made of, em units; below 0 = thinner. */
  readonly heavier: number;
  /** By how much letters lean to the right of those they are made of, degrees. */
  readonly slantDeg?: number;
  /** The pen's thinnest stroke as a share of its thickest, and the way of its broad edge; null = as it is. */
  readonly nib?: Restyling['nib'];
  /** By which share of its width a pen is thinner where strokes meet at sharp angles; null = as is usual for so much more weight. */
  readonly thinned?: number | null;
  /** The width of the edge that is left of hollow letters, em units; null = they are filled. */
  readonly edge?: number | null;
}

/**
 * A further style made of one that is there (of the one in hand): each letter drawn by another pen along the same skeleton, or its outline
 * grown, shrunk or slanted, its white, kerning, groups and rules. What is between two letters shrinks by half of what strokes grow. Null
 * when the style isn't there, or another has the name. `drawn`: letters that were restyled elsewhere, by `restylingOf`.
 */
export function addStyle(
  doc: Doc,
  made: NewStyle,
  fromId = projectOf(doc).styleId,
  drawn: (glyph: GlyphRow) => GlyphRow | null = () => null,
): ProjectDiff | null {
  const from = doc.styles[fromId];
  if (!from || !isFreeName(doc, made.name)) return null;
  const { slantDeg = 0 } = made;
  const d = draft(doc);
  const style = newStyle(doc, d, made, {
    ...from,
    italic: made.italic ?? (from.italic || slantDeg > 0),
    stems: { upright: thicker(from.stems.upright, made), level: thicker(from.stems.level, made) },
  });
  const how = restylingOf(inStyle(doc, fromId), made);
  const draw = (g: GlyphRow) => drawn(g) ?? restyledGlyph(g, how);
  const ids = copyGlyphs(doc, d, { from: from.id, to: style.id, draw });
  copySetting(doc, d, from.id, style.id, ids);
  return d.done(`Add the style ${style.name}`);
}

/** How the letters of a new style are made of those of the one that it is made of, given as its view. */
export const restylingOf = (
  from: Doc,
  { heavier, slantDeg = 0, nib = null, thinned = null, edge = null }: NewStyle,
): Restyling => ({
  heavier,
  slantDeg,
  nib,
  thinned,
  edge,
  stem: slantDeg === 0 ? null : stemOfStyle(from),
  about: projectOf(from).lines.xHeight / 2,
});

/** A further style without letters, for sheets and drawings of its own. Null when another has the name. */
export function addEmptyStyle(
  doc: Doc,
  made: Pick<NewStyle, 'name' | 'weightClass' | 'italic'>,
): ProjectDiff | null {
  if (!isFreeName(doc, made.name)) return null;
  const d = draft(doc);
  const style = newStyle(doc, d, made, {
    italic: made.italic ?? false,
    stems: { upright: null, level: null },
    fit: firstFitSettings,
    colouring: null,
  });
  const idOf = (name: string) => d.newId('glyphs', `${style.id} ${name}`);
  for (const g of standingGlyphs(idOf, projectOf(doc).lines.capHeight, style.id)) d.put('glyphs', g);
  return d.done(`Add the style ${style.name}`);
}

/** Whether a style may be called so: by something, and by what no other style is called. */
export const isFreeName = (doc: Doc, name: string, except?: string): boolean =>
  name.trim() !== '' &&
  !Object.values(doc.styles).some(
    (s) => s.id !== except && s.name.toLowerCase() === name.trim().toLowerCase(),
  );

function newStyle(
  doc: Doc,
  d: Draft,
  { name, weightClass }: Pick<NewStyle, 'name' | 'weightClass'>,
  rest: Pick<StyleRow, 'italic' | 'stems' | 'fit' | 'colouring'>,
): StyleRow {
  const id = d.newId('styles', name.trim());
  const order = Math.max(...Object.values(doc.styles).map((s) => s.order)) + 1;
  const { italic, stems, fit, colouring } = rest;
  const style: StyleRow = { id, name: name.trim(), weightClass, italic, order, stems, fit, colouring };
  d.put('styles', style);
  return style;
}

const thicker = (stem: number | null, { heavier }: NewStyle) =>
  stem === null ? null : Math.max(THINNEST, stem + heavier);

interface Copying {
  readonly from: string;
  readonly to: string;
  readonly draw: (glyph: GlyphRow) => GlyphRow;
}

/** Copies of all glyphs of a style; which is the copy of which. */
function copyGlyphs(doc: Doc, d: Draft, { from, to, draw }: Copying): ReadonlyMap<string, string> {
  const rows = Object.values(doc.glyphs).filter((g) => g.styleId === from);
  const ids = new Map(rows.map((g) => [g.id, d.newId('glyphs', `${to} ${g.name} ${g.id}`)]));
  const there = (id: string | null) => (id === null ? null : (ids.get(id) ?? null));
  for (const g of rows) {
    const drawn = draw(g);
    d.put('glyphs', {
      ...drawn,
      id: ids.get(g.id) ?? g.id,
      styleId: to,
      components: drawn.components.flatMap((c) => {
        const glyphId = ids.get(c.glyphId);
        return glyphId ? [{ ...c, glyphId }] : [];
      }),
      follows: { left: there(g.follows.left), right: there(g.follows.right) },
      source: null,
      kept: [],
      note: null,
    });
  }
  return ids;
}

/** Kerning, its groups and rules, for the copies. */
function copySetting(
  doc: Doc,
  d: Draft,
  fromId: string,
  styleId: string,
  glyphs: ReadonlyMap<string, string>,
): void {
  const sides = new Map(glyphs);
  const copied = (id: string) => glyphs.get(id) ?? id;
  for (const g of Object.values(doc.groups).filter((r) => r.styleId === fromId)) {
    const id = d.newId('groups', `${styleId} ${g.id}`);
    sides.set(g.id, id);
    d.put('groups', { ...g, id, styleId, glyphIds: g.glyphIds.map(copied) });
  }
  for (const k of Object.values(doc.kerning).filter((r) => r.styleId === fromId)) {
    const [left, right] = [sides.get(k.left), sides.get(k.right)];
    if (left && right)
      d.put('kerning', { ...k, id: d.newId('kerning', `${styleId} ${k.id}`), styleId, left, right });
  }
  for (const f of Object.values(doc.features).filter((r) => r.styleId === fromId))
    if (glyphsOfRule(f.rule).every((g) => glyphs.has(g)))
      d.put('features', {
        ...f,
        id: d.newId('features', `${styleId} ${f.id}`),
        styleId,
        rule: renamedRule(f.rule, copied),
      });
}
