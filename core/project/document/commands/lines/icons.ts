import { contoursBox } from '../../../../foundations/geometry/measure';
import { seatIcons, type IconSeating } from '../../../../type/seat/seatIcons';
import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import type { Doc, GlyphRow } from '../../schema';
import { placeGlyphs } from './placing';

/** 600 of 1000 units, 50 at each side (common practice, no published source). */
export const firstIconSeating = (unitsPerEm: number): IconSeating & { readonly margin: number } => ({
  scale: 'together',
  size: 0.6 * unitsPerEm,
  stand: 'baseline',
  middle: 0.35 * unitsPerEm,
  gridPx: null,
  margin: 0.05 * unitsPerEm,
});

/** Stands icons beside each other, with the same margin at both sides, as one step. */
export function placeIcons(
  doc: Doc,
  ids: readonly string[],
  seating: IconSeating & { readonly margin: number },
): ProjectDiff | null {
  const icons = ids.flatMap((id) => {
    const box = contoursBox(doc.glyphs[id]?.contours ?? []);
    return box ? [{ id, box }] : [];
  });
  const places = seatIcons(
    icons.map((i) => i.box),
    seating,
    projectOf(doc).unitsPerEm,
  );
  const moved = placeGlyphs(doc, new Map(icons.map((icon, k) => [icon.id, places[k]!])), 'Place icons');
  const d = draft(doc);
  for (const c of moved?.changes ?? []) if (c.after) d.put('glyphs', c.after as GlyphRow);
  for (const { id } of icons) {
    const glyph = d.get('glyphs', id)!;
    const { left, right } = glyph.bearings;
    if (left === seating.margin && right === seating.margin) continue;
    d.put('glyphs', {
      ...glyph,
      bearings: { left: seating.margin, right: seating.margin },
      spacing: 'hand',
    });
  }
  return d.done('Place icons');
}
