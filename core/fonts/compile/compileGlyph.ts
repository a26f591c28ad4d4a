import { mergeOverlaps } from '../../outlines/boolean/pieces';
import { addExtremes } from '../../foundations/geometry/addExtremes';
import { translation, type Affine } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { contoursBox } from '../../foundations/geometry/measure';
import { inkWidth } from '../../project/document/queries/metrics';
import type { GlyphRow } from '../../project/document/schema';
import type { FontGlyph } from '../features/fontGlyphs';

const roundPoint = <P extends { x: number; y: number } | null>(p: P): P =>
  (p === null ? null : { ...p, x: Math.round(p.x), y: Math.round(p.y) }) as P;

/**
 * Whole units, handles kept level or upright where they are so: rounding node and handle alike does that by itself.
 * Contours that rounding makes too small to have an area go.
 */
export function roundContours(contours: readonly Contour[]): Contour[] {
  return contours
    .map((c) => ({
      ...c,
      nodes: c.nodes.map((n) => ({ ...roundPoint(n), in: roundPoint(n.in), out: roundPoint(n.out) })),
    }))
    .filter((c) => c.closed && c.nodes.length > 1);
}

/** An extreme further than this beyond its curve's ends gets a point, em units; a handle reaches out several times as far. */
export const EXTREME_EXCESS_EM = 0.05;
/** Where all points lie on whole units already, as in a font that was opened, less than this is what rounding made of an extreme. */
const WHOLE_EXCESS_EM = 0.75;

const isWhole = ({ nodes }: Contour): boolean =>
  nodes.every((n) =>
    [n, n.in, n.out].every((p) => p === null || (Number.isInteger(p.x) && Number.isInteger(p.y))),
  );

/** Bearings that a font can say: tables hold 16 bits, and the letter itself needs room beside them. */
const MOST_BEARING = 16_000;
const inReach = (v: number): number => Math.max(-MOST_BEARING, Math.min(MOST_BEARING, v));

/** Results by glyph row: rows are immutable, so an unchanged glyph is never done twice. */
const cache = new WeakMap<GlyphRow, FontGlyph>();

/**
 * How a drawing is moved to where it stands in the font: its ink starts at its left bearing, so that bearings come out as they were typed.
 * In a font that was opened points lie on whole units and the ink, between them, need not.
 */
export function placeInFont(glyph: GlyphRow): Affine {
  const exact = contoursBox(glyph.contours);
  return translation(inReach(glyph.bearings.left) - (exact?.xMin ?? 0), 0);
}

export function compileGlyph(glyph: GlyphRow): FontGlyph {
  const known = cache.get(glyph);
  if (known) return known;
  const { left, right } = { left: inReach(glyph.bearings.left), right: inReach(glyph.bearings.right) };
  const snapped = placeInFont(glyph);
  const contours = roundContours(
    rightDirections(mergeOverlaps(transformContours(glyph.contours, snapped).filter((c) => c.closed))).map(
      (c) => addExtremes(c, isWhole(c) ? WHOLE_EXCESS_EM : EXTREME_EXCESS_EM),
    ),
  );
  const box = contoursBox(contours);
  const whole = Number.isInteger(left) && Number.isInteger(right);
  const width = box && whole ? Math.round(box.xMax) : left + inkWidth(glyph);
  const compiled: FontGlyph = {
    id: glyph.id,
    name: glyph.name,
    codePoints: glyph.codePoints,
    contours,
    advance: Math.max(0, Math.round(width + right)),
    box,
    typed: glyph.typed,
    parts: [],
    anchors: glyph.anchors.map((a) => ({ name: a.name, x: Math.round(a.x + snapped.e), y: Math.round(a.y) })),
  };
  cache.set(glyph, compiled);
  return compiled;
}
