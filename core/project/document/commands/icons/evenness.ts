import { counted } from '../../../../foundations/problems/counted';
import { transformContours } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import type { Steps } from '../../../../foundations/steps';
import { translation } from '../../../../foundations/geometry/affine';
import type { IconOddity } from '../../../../type/seat/iconMeasures';
import { blurredEdges, onPixels, type PixelEdge } from '../../../../type/seat/pixelEdges';
import { draft, type ProjectDiff } from '../../changes/diff';
import { advanceOf, originX, placedContours } from '../../queries/metrics';
import { projectOf } from '../../newProject';
import type { Doc, GlyphRow } from '../../schema';
import { placeGlyphs } from '../lines/placing';
import { reworked, takeReworked, type Reworked } from '../outline/combining';

/** An icon whose foot is within this of the baseline stands on it, em units. */
const ON_LINE_EM = 1;

/** Icons that look too large or small scaled to how the others look: about their foot where they stand on the line, else about their middle. */
export function evenSizes(doc: Doc, odd: readonly IconOddity[]): ProjectDiff | null {
  const by = odd.flatMap(({ id, what, factor }) => {
    const box = contoursBox(doc.glyphs[id]?.contours ?? []);
    if (!box || what !== 'size') return [];
    const about = Math.abs(box.yMin) < ON_LINE_EM ? box.yMin : (box.yMin + box.yMax) / 2;
    return [[id, { scale: factor, lift: about * (1 - factor) }] as const];
  });
  return placeGlyphs(doc, new Map(by), by.length === 1 ? 'Even out an icon' : `Even out ${by.length} icons`);
}

/** Outlines of other thickness, made elsewhere, taken over as one step; icons that changed meanwhile stay as they are. */
export const takeThickened = (doc: Doc, made: Reworked): ProjectDiff | null =>
  takeReworked(doc, made, {
    kept: 'Thickness',
    label: `Even out strokes of ${counted(made.size, 'icon')}`,
    change: { cleaned: true },
  });

/** Em units of a pixel where the em is drawn so many px high. */
export const pixelOf = (doc: Doc, designPx: number): number => projectOf(doc).unitsPerEm / designPx;

/** What comes out grey of an icon at a design size, by row: rows are immutable. */
const known = new WeakMap<GlyphRow, { readonly px: number; readonly edges: readonly PixelEdge[] }>();

/** Edges of an icon that come out grey where pixels have a size, em units; in the space of the font, its origin at 0. */
export function greyEdges(glyph: GlyphRow, px: number): readonly PixelEdge[] {
  const before = known.get(glyph);
  if (before?.px === px) return before.edges;
  const edges = blurredEdges(placedContours(glyph), px);
  known.set(glyph, { px, edges });
  return edges;
}

/** Icons with edges that come out grey, one by one. */
export function* findingGrey(icons: readonly GlyphRow[], px: number): Steps<GlyphRow[]> {
  const grey: GlyphRow[] = [];
  for (const icon of icons) {
    if (greyEdges(icon, px).length > 0) grey.push(icon);
    yield;
  }
  return grey;
}

/**
 * Icons put on the pixels of a design size: their edges on the lines between pixels, their advance widths whole pixels. Icons of several colours stay,
 * since their layers would part.
 */
export function putOnPixels(doc: Doc, ids: readonly string[], designPx: number): ProjectDiff | null {
  const px = pixelOf(doc, designPx);
  const d = draft(doc);
  let count = 0;
  for (const id of ids) {
    const glyph = doc.glyphs[id];
    if (!glyph || glyph.layers.length > 1 || greyEdges(glyph, px).length === 0) continue;
    const put = onPixels(placedContours(glyph), px);
    const box = contoursBox(put);
    if (!box) continue;
    const advance = Math.max(px, Math.round(advanceOf(glyph) / px) * px);
    const contours = transformContours(put, translation(originX(glyph), 0));
    // Parts are drawn by their own letters: this icon's contours become its own, since they are moved otherwise.
    const own = contours.map(({ of: _, ...c }) => c);
    d.put('glyphs', {
      ...reworked(glyph, own, 'Before pixels'),
      cleaned: true,
      bearings: { left: box.xMin, right: advance - box.xMax },
      spacing: 'hand',
    });
    count++;
  }
  return d.done(`Put ${counted(count, 'icon')} on pixels of ${designPx} px`);
}
