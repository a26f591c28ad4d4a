import type { Contour } from '../../../../foundations/geometry/contour';
import { paintOf, type Fill } from '../../../../foundations/geometry/fill';
import type { Rgb } from '../../../../foundations/geometry/paint';
import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';

type Layer = GlyphRow['layers'][number];

/** Layers lie from the lowest to the top; the lowest is always the whole outline, which fonts without colour show. */
function change(
  doc: Doc,
  glyphId: string,
  label: string,
  to: (layers: readonly Layer[]) => Layer[],
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, layers: to(glyph.layers), handEdited: true });
  return d.done(label);
}

/** Another colour or gradient for a layer. */
export const paintLayer = (doc: Doc, glyphId: string, layer: number, fill: Fill): ProjectDiff | null =>
  change(doc, glyphId, 'Change a colour', (all) =>
    all.map((l, i) => (i === layer ? { ...l, paint: paintOf(fill, l.paint, l.contours) } : l)),
  );

/** Chosen contours as a new colour on top; a letter of one ink gets its outline as the lowest colour first. */
export function addLayer(
  doc: Doc,
  glyphId: string,
  contours: readonly Contour[],
  rgb: Rgb,
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || contours.length === 0) return null;
  const lowest: Layer = { paint: { kind: 'flat', rgb: [34, 32, 30] }, contours: glyph.contours };
  return change(doc, glyphId, 'Add a colour', (all) => [
    ...(all.length === 0 ? [lowest] : all),
    { paint: { kind: 'flat', rgb }, contours },
  ]);
}

/** A layer moved up (+1) or down (-1); the lowest stays where it is. */
export function moveLayer(doc: Doc, glyphId: string, layer: number, by: 1 | -1): ProjectDiff | null {
  const to = layer + by;
  const count = doc.glyphs[glyphId]?.layers.length ?? 0;
  if (layer < 1 || to < 1 || layer >= count || to >= count) return null;
  return change(doc, glyphId, 'Change the order of colours', (all) => {
    const next = [...all];
    [next[layer], next[to]] = [next[to]!, next[layer]!];
    return next;
  });
}

/** A layer taken away; the lowest goes last of all, and with it all colour. */
export function removeLayer(doc: Doc, glyphId: string, layer: number): ProjectDiff | null {
  const count = doc.glyphs[glyphId]?.layers.length ?? 0;
  if (layer >= count || (layer === 0 && count > 1)) return null;
  return change(doc, glyphId, 'Remove a colour', (all) => all.filter((_, i) => i !== layer));
}
