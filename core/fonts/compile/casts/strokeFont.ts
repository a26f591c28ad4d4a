// SVG 1.1 (W3C Recommendation), chapter 20 "Fonts"; outlines are open lines, to be drawn with a pen instead of filled.
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import type { Doc, GlyphRow } from '../../../project/document/schema';
import { skeletonOfOutline } from '../../../tracing/centreline/skeletonOfOutline';
import { placeInFont } from '../compileGlyph';
import type { FontData } from '../fontData';
import { svgFont } from './svgFont';

/** Lines found in outlines: rows are immutable. */
const found = new WeakMap<GlyphRow, readonly Contour[]>();

/**
 * The lines that a pen runs along to draw a letter, in the space of its contours: its skeleton as drawn; its parts'; for an outline
 * without one, the middle of its strokes. Closed lines stay closed.
 */
function linesOf(doc: Doc, glyph: GlyphRow): readonly Contour[] {
  if (glyph.skeleton) return glyph.skeleton.lines;
  const own = glyph.contours.filter((c) => c.of === undefined);
  const parts = glyph.components.flatMap((c) => {
    const part = doc.glyphs[c.glyphId];
    return part ? transformContours(linesOf(doc, part), c.transform) : [];
  });
  if (own.length === 0) return parts;
  const known = found.get(glyph) ?? skeletonOfOutline(own)?.lines ?? [];
  found.set(glyph, known);
  return [...parts, ...known];
}

/** A font of single strokes for plotters and engravers: the same letters, widths and kerning, each stroke one line as drawn. */
export function strokeFont(doc: Doc, font: FontData): string {
  const glyphs = font.glyphs.map((g) => {
    const row = doc.glyphs[g.id];
    return row ? { ...g, contours: transformContours(linesOf(doc, row), placeInFont(row)) } : g;
  });
  return svgFont({ ...font, glyphs });
}
