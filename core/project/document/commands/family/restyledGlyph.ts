import { applyAffine, type Affine } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { hollowed } from '../../../../outlines/dress/effects';
import { staysOpen } from '../../../../outlines/dress/counters';
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
  /**
   * Half the small letters' height, em units: there a slanted letter stays where it is, so that they keep the middle of their width; and
   * drawings lower than this are no letters whose heights have to stay.
   */
  readonly about: number;
  /** The upright stem of the style that they are made of, em units, for letters without one; null = not known. */
  readonly stem: number | null;
  /** The thinnest stroke of the pen as a share of its thickest, and the way of its broad edge, degrees; null = as each letter's pen has it. */
  readonly nib: { readonly contrast: number; readonly angle: number } | null;
  /** By which share of its width a pen is thinner where strokes meet at sharp angles; null = as is usual for so much more weight. */
  readonly thinned: number | null;
  /** The width of the edge that is left of the letters, em units; null = they are filled. */
  readonly edge: number | null;
}

/** The thinnest pen, em units. */
export const THINNEST = 2;

/**
 * Where strokes meet, those of a pen that is so much thicker are thinner by this share of their width (common practice, no published source);
 * with less weight by less.
 */
const USUAL_THINNING = { grown: 0.6, share: 0.22, most: 0.3 };

/** The share by which a pen is thinner where strokes meet when it gets thicker by so much. */
export function usualThinning(
  pen: { readonly width: number; readonly thinned: number },
  heavier: number,
): number {
  const { grown, share, most } = USUAL_THINNING;
  const more = Math.max(0, heavier / pen.width / grown) * share;
  return Math.max(pen.thinned, Math.min(most, pen.thinned + more));
}

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
  return hollow(leaning(weighted(glyph, how), how), how);
}

/** The letter with only an edge left of it; what belongs to its parts is theirs. */
function hollow(glyph: GlyphRow, { edge }: Restyling): GlyphRow {
  if (edge === null) return glyph;
  const parts = glyph.contours.filter((c) => c.of !== undefined);
  const own = glyph.contours.filter((c) => c.of === undefined);
  return own.length === 0 ? glyph : withOutline(glyph, [...parts, ...hollowed(own, edge)]);
}

/**
 * How much of the weight crowded letters get, the most first: in a bold the strokes of e, a, B and 8 are thinner than those of l and H, so that
 * what they enclose stays open (common practice, no published source).
 */
const SHARES = [1, 0.88, 0.76, 0.64, 0.52];

/** The letter with thicker strokes, as tall as it was; one of parts is drawn by them. A crowded one gets as much as leaves it open. */
function weighted(glyph: GlyphRow, how: Restyling): GlyphRow {
  const { heavier: by } = how;
  if (glyph.components.length > 0 || (by === 0 && !(glyph.skeleton && isAnotherPen(glyph.skeleton.pen, how))))
    return glyph;
  const whole = inked(glyph, how);
  if (by <= 0 || staysOpen(glyph.contours, whole.contours)) return whole;
  for (const share of SHARES.slice(1)) {
    const less = inked(glyph, { ...how, heavier: share * by });
    if (staysOpen(glyph.contours, less.contours)) return less;
  }
  // What closes up even so isn't crowded but joined otherwise: it is as heavy as the others.
  return whole;
}

/** Whether a pen of the same width is another one. */
const isAnotherPen = (pen: NonNullable<GlyphRow['skeleton']>['pen'], { nib, thinned }: Restyling): boolean =>
  nib !== null || (thinned ?? pen.thinned) !== pen.thinned;

function inked(glyph: GlyphRow, how: Restyling): GlyphRow {
  const { skeleton } = glyph;
  const drawn = skeleton ? byAnotherPen(glyph, skeleton, how) : byOutline(glyph, how);
  const { left, right } = drawn.bearings;
  return { ...drawn, bearings: { left: left + how.heavier / 4, right: right + how.heavier / 4 } };
}

/** Another pen along the lines, which end so much sooner above and below as the pen reaches further. */
function byAnotherPen(
  glyph: GlyphRow,
  { lines, pen }: NonNullable<GlyphRow['skeleton']>,
  how: Restyling,
): GlyphRow {
  const thinned = how.thinned ?? usualThinning(pen, how.heavier);
  const next = { ...pen, ...how.nib, width: Math.max(THINNEST, pen.width + how.heavier), thinned };
  const drawn = withSkeleton(glyph, { lines, pen: next });
  const map = toItsHeight(glyph, drawn.contours, lines, how);
  return map ? withSkeleton(glyph, { lines: transformContours(lines, map), pen: next }) : drawn;
}

/** The outline grown or shrunk, and brought back to its height. */
function byOutline(glyph: GlyphRow, how: Restyling): GlyphRow {
  const made = heavier(glyph.contours, how.heavier / 2);
  const map = toItsHeight(glyph, made, made, how);
  return withOutline(glyph, map ? transformContours(made, map) : made);
}

/**
 * The map of lines or outlines that takes back by how much a letter has grown above and below; null where there is nothing to take back, and for
 * dots, commas and dashes, which grow all round. `made`: the outline that it has become; `moved`: what is to be mapped.
 */
function toItsHeight(
  glyph: GlyphRow,
  made: GlyphRow['contours'],
  moved: GlyphRow['contours'],
  { about }: Restyling,
): Affine | null {
  const [was, is, box] = [glyph.contours, made, moved].map((cs) => contoursBox(cs));
  if (!was || !is || !box || was.yMax - was.yMin < about) return null;
  const [foot, head] = [box.yMin + was.yMin - is.yMin, box.yMax + was.yMax - is.yMax];
  const tall = box.yMax - box.yMin;
  if (tall < 1 || head <= foot) return null;
  const d = (head - foot) / tall;
  return { a: 1, b: 0, c: 0, d, e: 0, f: foot - box.yMin * d };
}

/** The letter made to lean: a skeleton leans and the pen follows it, an outline keeps the thickness of its strokes. */
function leaning(glyph: GlyphRow, how: Restyling): GlyphRow {
  const { slantDeg, about } = how;
  if (slantDeg === 0) return glyph;
  const map = slantMap(slantDeg, about);
  const { skeleton } = glyph;
  const drawn =
    skeleton && glyph.components.length === 0
      ? withSkeleton(glyph, { ...skeleton, lines: transformContours(skeleton.lines, map) })
      : withOutline(glyph, slantedContours(glyph, how));
  return {
    ...drawn,
    anchors: glyph.anchors.map((a) => ({ ...a, ...applyAffine(map, a) })),
    components: glyph.components.map((c) => ({ ...c, transform: inSlanted(c.transform, map) })),
    guides: [],
    measures: [],
  };
}

/** A letter's outline made to lean; what belongs to its parts goes with them. */
function slantedContours(glyph: GlyphRow, how: Restyling): GlyphRow['contours'] {
  const { slantDeg: deg, about } = how;
  // What it has become by then: stems are as thick as the new style's.
  const stem = how.stem === null ? null : Math.max(THINNEST, how.stem + how.heavier);
  if (glyph.components.length === 0) return slanted(glyph.contours, deg, about, stem);
  const parts = glyph.contours.filter((c) => c.of !== undefined);
  const own = glyph.contours.filter((c) => c.of === undefined);
  const map = slantMap(deg, about);
  return [...transformContours(parts, map), ...slanted(own, deg, about, stem)];
}
