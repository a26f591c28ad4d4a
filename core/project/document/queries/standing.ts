import { projectOf } from '../newProject';
import { standingsOf, type Stander, type Standing } from '../../../type/seat/standing';
import type { Doc, GlyphRow } from '../schema';
import { inkBox } from './metrics';
import { median } from '../../../foundations/raster/histogram';
import { stemLeanDeg } from '../../../outlines/dress/lean';

/** Height of a letter above the baseline, em units; null without ink. */
export const topOf = (glyph: GlyphRow | undefined): number | null => (glyph && inkBox(glyph)?.yMax) ?? null;

/** Letters and figures of the style in hand by their lowest and highest points. */
export function standersOf(doc: Doc): Stander[] {
  const { styleId } = projectOf(doc);
  return Object.values(doc.glyphs).flatMap((g): Stander[] => {
    const box = inkBox(g);
    const [point] = g.codePoints;
    if (!box || point === undefined || g.styleId !== styleId) return [];
    return [{ id: g.id, char: String.fromCodePoint(point), bottom: box.yMin, top: box.yMax }];
  });
}

/** How all letters stand on the lines. */
export function standings(doc: Doc): Standing[] {
  const { lines, overshoot } = projectOf(doc);
  return standingsOf(standersOf(doc), lines, overshoot);
}

/** How far most letters of the style lean by their stems, degrees to the right; null when none has stems. */
export function usualLeanDeg(doc: Doc): number | null {
  const leans = standersOf(doc).flatMap((s) => stemLeanDeg(doc.glyphs[s.id]!.contours) ?? []);
  return leans.length === 0 ? null : median(leans);
}
