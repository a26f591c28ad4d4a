import { heavier } from '../../../../outlines/dress/heavier';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { NOTDEF, projectOf } from '../../newProject';
import { glyphsOfRule, renamedRule } from '../../rows/features';
import type { Doc, GlyphRow, StyleRow } from '../../schema';
import { withOutline, withSkeleton } from '../outline/edit';

export interface NewStyle {
  readonly name: string;
  /** 1 to 1000: OpenType, OS/2, usWeightClass. */
  readonly weightClass: number;
  /** By how much strokes are thicker than in the style that it is made of, em units; below 0 = thinner. */
  readonly heavier: number;
}

/** The thinnest pen, em units. */
const THINNEST = 2;

/**
 * A further style made of one that is there (of the one in hand): each letter drawn by a thicker or thinner pen along the same skeleton, or
 * its outline grown or shrunk, its white, kerning, groups and rules. What is between two letters shrinks by half of what strokes grow. Null
 * when the style isn't there, or another has the name.
 */
export function addStyle(doc: Doc, made: NewStyle, fromId = projectOf(doc).styleId): ProjectDiff | null {
  const from = doc.styles[fromId];
  const name = made.name.trim();
  if (!from || name === '' || Object.values(doc.styles).some((s) => s.name === name)) return null;
  const d = draft(doc);
  const style: StyleRow = {
    ...from,
    id: d.newId('styles', name),
    name,
    weightClass: made.weightClass,
    order: Math.max(...Object.values(doc.styles).map((s) => s.order)) + 1,
    stems: { upright: thicker(from.stems.upright, made), level: thicker(from.stems.level, made) },
  };
  d.put('styles', style);
  const ids = copyGlyphs(doc, d, from.id, style.id, made.heavier);
  copySetting(doc, d, from.id, style.id, ids);
  return d.done(`Add the style ${name}`);
}

const thicker = (stem: number | null, { heavier }: NewStyle) =>
  stem === null ? null : Math.max(THINNEST, stem + heavier);

/** Copies of all glyphs of a style; which is the copy of which. */
function copyGlyphs(
  doc: Doc,
  d: Draft,
  fromId: string,
  styleId: string,
  heavier: number,
): ReadonlyMap<string, string> {
  const rows = Object.values(doc.glyphs).filter((g) => g.styleId === fromId);
  const ids = new Map(rows.map((g) => [g.id, d.newId('glyphs', `${styleId} ${g.name} ${g.id}`)]));
  const there = (id: string | null) => (id === null ? null : (ids.get(id) ?? null));
  for (const g of rows)
    d.put('glyphs', {
      ...heavierGlyph(g, heavier),
      id: ids.get(g.id) ?? g.id,
      styleId,
      components: g.components.flatMap((c) => {
        const glyphId = ids.get(c.glyphId);
        return glyphId ? [{ ...c, glyphId }] : [];
      }),
      follows: { left: there(g.follows.left), right: there(g.follows.right) },
      source: null,
      kept: [],
    });
  return ids;
}

/** Letters made thicker so far: rows are immutable, so that an unchanged letter is never made twice. */
const made = new WeakMap<GlyphRow, Map<number, GlyphRow>>();

function heavierGlyph(glyph: GlyphRow, by: number): GlyphRow {
  const known = made.get(glyph) ?? new Map<number, GlyphRow>();
  made.set(glyph, known);
  const row = known.get(by) ?? madeHeavier(glyph, by);
  known.set(by, row);
  return row;
}

function madeHeavier(glyph: GlyphRow, by: number): GlyphRow {
  if (by === 0 || glyph.name === NOTDEF || glyph.components.length > 0 || glyph.contours.length === 0)
    return glyph;
  const { skeleton } = glyph;
  const drawn = skeleton
    ? withSkeleton(glyph, {
        ...skeleton,
        pen: { ...skeleton.pen, width: Math.max(THINNEST, skeleton.pen.width + by) },
      })
    : withOutline(glyph, heavier(glyph.contours, by / 2));
  const { left, right } = drawn.bearings;
  return { ...drawn, bearings: { left: left + by / 4, right: right + by / 4 } };
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
