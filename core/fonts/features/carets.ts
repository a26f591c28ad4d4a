import type { Carets } from '../opentype/layout/gdef';
import type { Ligature } from '../opentype/layout/model';
import type { FontGlyphs } from './fontGlyphs';

/** Where the cursor stands between the letters of a ligature: its width parted as those of its letters are. Widths by glyph index. */
export function caretPlaces({ parts, glyph }: Ligature, widthOf: (glyph: number) => number): number[] {
  const whole = parts.reduce((n, p) => n + widthOf(p), 0);
  let at = 0;
  return parts.slice(0, -1).map((p) => Math.round(((at += widthOf(p)) / whole) * widthOf(glyph)));
}

/** Places of the cursor in ligatures, one for each ligature that has width. */
export function caretsOf(font: FontGlyphs, ligatures: readonly Ligature[]): Carets[] {
  const widthOf = (i: number) => font.at(i).advance;
  const seen = new Set<number>();
  return ligatures.flatMap(({ parts, glyph }): Carets[] => {
    const whole = parts.reduce((n, p) => n + widthOf(p), 0);
    if (seen.has(glyph) || whole === 0) return [];
    seen.add(glyph);
    return [{ glyph, parts, at: caretPlaces({ parts, glyph }, widthOf) }];
  });
}
