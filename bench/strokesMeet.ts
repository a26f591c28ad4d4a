import { restylingOf } from '../core/project/document/commands/family/addStyle';
import { restyledGlyph } from '../core/project/document/commands/family/restyledGlyph';
import { takeSkeleton } from '../core/project/document/commands/outline/skeleton';
import { edit } from '../core/project/document/inStep/edit';
import { glyphOfCodePoint } from '../core/project/document/queries/lookups';
import type { Doc, GlyphRow } from '../core/project/document/schema';
import { distanceToSegment } from '../core/foundations/geometry/cubic';
import { flattenContour, windingNumber, contoursBox } from '../core/foundations/geometry/measure';
import { penFound, skeletonOfOutline } from '../core/tracing/centreline/skeletonOfOutline';

/** Letters whose strokes meet at sharp angles. */
const LETTERS = [...'nmhruabdpqvwykAKMNRVWX'];
/** Distance of the places at which ink is measured, em units. */
const STEP = 6;
/** A usual bold. */
const HEAVIER = 0.6;

/** Diameter of the largest disc that lies within the ink, em units: where strokes run together it is wider than any of them. */
function thickest({ contours }: GlyphRow): number {
  const box = contoursBox(contours);
  if (!box) return 0;
  const polygons = contours.map((c) => flattenContour(c, 1));
  let most = 0;
  for (let x = box.xMin; x <= box.xMax; x += STEP)
    for (let y = box.yMin; y <= box.yMax; y += STEP) {
      const p = { x, y };
      if (polygons.reduce((n, points) => n + windingNumber(points, p), 0) === 0) continue;
      let off = Infinity;
      for (const points of polygons)
        points.forEach((a, i) => {
          const b = points[(i + 1) % points.length] ?? a;
          off = Math.min(off, distanceToSegment(p, a, b));
        });
      most = Math.max(most, off);
    }
  return 2 * most;
}

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / Math.max(1, list.length);

/** How much wider than the pen ink is where strokes meet: in a hand drawn along skeletons, its bold by a mechanical pen, and by one that thins there. */
export function meetingRows(doc: Doc): string[][] {
  const found = LETTERS.flatMap((char) => {
    const glyph = glyphOfCodePoint(doc, char.codePointAt(0) ?? 0);
    const skeleton = glyph && skeletonOfOutline(glyph.contours);
    if (!glyph || !skeleton) return [];
    const diff = takeSkeleton(doc, glyph.id, skeleton.lines, penFound(skeleton));
    const drawn = diff && edit(doc, diff).doc.glyphs[glyph.id];
    if (!drawn?.skeleton) return [];
    const { width } = drawn.skeleton.pen;
    const heavier = Math.round(HEAVIER * width);
    const how = restylingOf(doc, { name: 'Bold', weightClass: 700, heavier });
    return [
      {
        regular: thickest(drawn) / width,
        plain: thickest(restyledGlyph(drawn, { ...how, thinned: 0 })) / (width + heavier),
        thinned: thickest(restyledGlyph(drawn, how)) / (width + heavier),
      },
    ];
  });
  const told = (which: 'regular' | 'plain' | 'thinned') => mean(found.map((f) => f[which])).toFixed(2);
  return [
    [
      `ink where strokes meet, in pens, of ${found.length} letters: regular, bold by one width, bold that thins there`,
      `${told('regular')}, ${told('plain')}, ${told('thinned')}`,
    ],
  ];
}
