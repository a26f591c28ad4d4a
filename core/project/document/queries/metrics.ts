import { translation } from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../../foundations/geometry/measure';
import { transformPaint, type ColourLayer } from '../../../foundations/geometry/paint';
import type { GlyphRow } from '../schema';

/** Boxes by outline: outlines are immutable, and each is asked for its box many times. */
const boxes = new WeakMap<readonly Contour[], Box | null>();

/** Exact box of a glyph's ink in its own drawing, em units; null without any. */
export function inkBox({ contours }: Pick<GlyphRow, 'contours'>): Box | null {
  const known = boxes.get(contours);
  if (known !== undefined) return known;
  const box = contoursBox(contours);
  boxes.set(contours, box);
  return box;
}

/** Width of the ink, em units; 0 without any. */
export function inkWidth(glyph: GlyphRow): number {
  const box = inkBox(glyph);
  return box ? box.xMax - box.xMin : 0;
}

/** Advance width, em units, not rounded. */
export const advanceOf = (glyph: GlyphRow): number =>
  glyph.bearings.left + inkWidth(glyph) + glyph.bearings.right;

/** The x of the glyph's own drawing that becomes the origin in the font. */
export function originX(glyph: GlyphRow): number {
  const box = inkBox(glyph);
  return (box ? box.xMin : 0) - glyph.bearings.left;
}

/** The outline as it stands in the font: origin at 0, ink starting at the left bearing. */
export const placedContours = (glyph: GlyphRow): Contour[] =>
  transformContours(glyph.contours, translation(-originX(glyph), 0));

/** Colours in a glyph's own drawing as they stand in the font. */
export function placed(glyph: GlyphRow, layers: readonly ColourLayer[]): ColourLayer[] {
  const place = translation(-originX(glyph), 0);
  return layers.map(({ paint, contours }) => ({
    paint: transformPaint(paint, place),
    contours: transformContours(contours, place),
  }));
}
