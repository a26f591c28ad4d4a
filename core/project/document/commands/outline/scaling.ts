import {
  compose,
  translation,
  scaling,
  applyAffine,
  type Affine,
} from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { mapGuide } from '../../../../outlines/dress/guides';
import { transformPaint } from '../../../../foundations/geometry/paint';
import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';

/** All that is drawn of a glyph under a map: outline, colours, skeleton, anchors, guides, measures, and where its picture lies. */
export function mapGlyph(glyph: GlyphRow, map: Affine): GlyphRow {
  const contours = transformContours(glyph.contours, map);
  return {
    ...glyph,
    contours,
    layers: glyph.layers.map((l, i) => ({
      paint: transformPaint(l.paint, map),
      contours: i === 0 ? contours : transformContours(l.contours, map),
    })),
    anchors: glyph.anchors.map((a) => ({ ...a, ...applyAffine(map, a) })),
    guides: glyph.guides.map((g) => mapGuide(g, map)),
    measures: glyph.measures.map((m) => ({
      ...m,
      from: applyAffine(map, m.from),
      to: applyAffine(map, m.to),
    })),
    components: glyph.components.map((c) => ({ ...c, transform: compose(map, c.transform) })),
    skeleton: glyph.skeleton && {
      lines: transformContours(glyph.skeleton.lines, map),
      pen: {
        ...glyph.skeleton.pen,
        width: glyph.skeleton.pen.width * Math.sqrt(Math.abs(map.a * map.d - map.b * map.c)),
        angle: mapGuide({ x: 0, y: 0, deg: glyph.skeleton.pen.angle }, map).deg,
      },
    },
    kept: glyph.kept.map((k) => ({ ...k, contours: transformContours(k.contours, map) })),
    source: glyph.source && { ...glyph.source, transform: compose(map, glyph.source.transform) },
  };
}

/** A letter made wider or taller about its left edge and the baseline; its bearings stay. 1 = as it is. */
export function scaleGlyph(doc: Doc, glyphId: string, kx: number, ky: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const box = glyph && contoursBox(glyph.contours);
  if (!glyph || !box || (kx === 1 && ky === 1) || !(kx > 0) || !(ky > 0)) return null;
  const map = compose(translation(box.xMin, 0), compose(scaling(kx, ky), translation(-box.xMin, 0)));
  const d = draft(doc);
  d.put('glyphs', { ...mapGlyph(glyph, map), handEdited: true });
  return d.done(kx === ky ? 'Scale the letter' : 'Widen the letter');
}
