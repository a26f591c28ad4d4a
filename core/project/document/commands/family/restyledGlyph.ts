import { applyAffine } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { heavier } from '../../../../outlines/dress/heavier';
import { inSlanted, slanted, slantMap } from '../../../../outlines/dress/slanted';
import { NOTDEF } from '../../newProject';
import type { GlyphRow } from '../../schema';
import { withOutline, withSkeleton } from '../outline/edit';

/** How letters of a style differ from those of the style that it is made of. */
export interface Restyling {
  /** By how much strokes are thicker, em units; below 0 = thinner. */
  readonly heavier: number;
  /** By how much they lean to the right, degrees. */
  readonly slantDeg: number;
  /** The height at which a slanted letter stays where it is, em units: half the small letters' height keeps them in the middle of their width. */
  readonly about: number;
  /** The thinnest stroke of the pen as a share of its thickest, and the way of its broad edge, degrees; null = as each letter's pen has it. */
  readonly nib: { readonly contrast: number; readonly angle: number } | null;
}

/** The thinnest pen, em units. */
export const THINNEST = 2;

/** Letters restyled so far: rows are immutable, so that an unchanged letter is never made twice. */
const made = new WeakMap<GlyphRow, Map<string, GlyphRow>>();

/** A letter drawn anew for a style; its shared parts and its place among its neighbours come along. */
export function restyledGlyph(glyph: GlyphRow, how: Restyling): GlyphRow {
  const key = JSON.stringify(how);
  const known = made.get(glyph) ?? new Map<string, GlyphRow>();
  made.set(glyph, known);
  const row = known.get(key) ?? restyle(glyph, how);
  known.set(key, row);
  return row;
}

function restyle(glyph: GlyphRow, how: Restyling): GlyphRow {
  if (glyph.name === NOTDEF || glyph.contours.length === 0) return glyph;
  return leaning(weighted(glyph, how), how);
}

/** The letter with thicker strokes; one of parts is drawn by them. */
function weighted(glyph: GlyphRow, { heavier: by, nib }: Restyling): GlyphRow {
  const { skeleton } = glyph;
  if (glyph.components.length > 0 || (by === 0 && !(nib && skeleton))) return glyph;
  const drawn = skeleton
    ? withSkeleton(glyph, {
        ...skeleton,
        pen: { ...skeleton.pen, ...nib, width: Math.max(THINNEST, skeleton.pen.width + by) },
      })
    : withOutline(glyph, heavier(glyph.contours, by / 2));
  const { left, right } = drawn.bearings;
  return { ...drawn, bearings: { left: left + by / 4, right: right + by / 4 } };
}

/** The letter made to lean: a skeleton leans and the pen follows it, an outline keeps the thickness of its strokes. */
function leaning(glyph: GlyphRow, { slantDeg, about }: Restyling): GlyphRow {
  if (slantDeg === 0) return glyph;
  const map = slantMap(slantDeg, about);
  const { skeleton } = glyph;
  const drawn =
    skeleton && glyph.components.length === 0
      ? withSkeleton(glyph, { ...skeleton, lines: transformContours(skeleton.lines, map) })
      : withOutline(glyph, slantedContours(glyph, slantDeg, about));
  return {
    ...drawn,
    anchors: glyph.anchors.map((a) => ({ ...a, ...applyAffine(map, a) })),
    components: glyph.components.map((c) => ({ ...c, transform: inSlanted(c.transform, map) })),
    guides: [],
    measures: [],
  };
}

/** A letter's outline made to lean; what belongs to its parts goes with them. */
function slantedContours(glyph: GlyphRow, deg: number, about: number): GlyphRow['contours'] {
  if (glyph.components.length === 0) return slanted(glyph.contours, deg, about);
  const parts = glyph.contours.filter((c) => c.of !== undefined);
  const own = glyph.contours.filter((c) => c.of === undefined);
  const map = slantMap(deg, about);
  return [...transformContours(parts, map), ...slanted(own, deg, about)];
}
