import type { Contour } from '../../foundations/geometry/contour';
import type { Box } from '../../foundations/geometry/measure';

/** A letter within another: the part's id, and how far it is moved, whole units. */
export interface SharedPart {
  readonly id: string;
  readonly dx: number;
  readonly dy: number;
}

/** A glyph ready for tables: whole units, right directions, origin where the font wants it. */
export interface FontGlyph {
  readonly id: string;
  readonly name: string;
  readonly codePoints: readonly number[];
  readonly contours: readonly Contour[];
  /** What the contours are put together of, exactly; none for a drawing of its own. Parts have none themselves. */
  readonly parts: readonly SharedPart[];
  readonly advance: number;
  readonly box: Box | null;
  /** Named places, whole units, as the glyph stands in the font. */
  readonly anchors: readonly { readonly name: string; readonly x: number; readonly y: number }[];
  /** Words that make this glyph when they are typed. */
  readonly typed: readonly string[];
}

/** The glyphs of a font in its order, found by id, name and code point. Numbers are glyph indices. */
export interface FontGlyphs {
  readonly glyphs: readonly FontGlyph[];
  /** The glyph of an index. RangeError when there is none. */
  readonly at: (index: number) => FontGlyph;
  readonly byId: ReadonlyMap<string, number>;
  readonly byName: ReadonlyMap<string, number>;
  readonly mapping: ReadonlyMap<number, number>;
}

export function fontGlyphs(glyphs: readonly FontGlyph[]): FontGlyphs {
  const mapping = new Map<number, number>();
  glyphs.forEach((g, i) => g.codePoints.forEach((cp) => mapping.has(cp) || mapping.set(cp, i)));
  const at = (index: number): FontGlyph => {
    const glyph = glyphs[index];
    if (!glyph) throw new RangeError(`no glyph ${index} of ${glyphs.length}`);
    return glyph;
  };
  return {
    glyphs,
    at,
    byId: new Map(glyphs.map((g, i) => [g.id, i])),
    byName: new Map(glyphs.map((g, i) => [g.name, i])),
    mapping,
  };
}

/** Index of the glyph that a character is shown by. */
export const glyphOf = (font: FontGlyphs, char: string): number | undefined =>
  font.mapping.get(char.codePointAt(0) ?? -1);
