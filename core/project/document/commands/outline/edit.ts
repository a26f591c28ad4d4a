import { penOutline } from '../../../../outlines/dress/grow';
import { compose, invert, translation } from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { FARTHEST } from '../../../../foundations/geometry/contourSchema';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { add, distance, sub, type Vec } from '../../../../foundations/geometry/vec';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';
import { mapGlyph } from './scaling';

/** A point of an outline: an on-curve node or one of its handles. */
export interface PointRef {
  readonly contour: number;
  readonly node: number;
  readonly part: 'node' | 'in' | 'out';
}

/** Which drawing of a glyph is worked on: its outline, the lines of its skeleton, or one of its colour layers (from 0). */
export interface Target {
  readonly glyphId: string;
  readonly of: 'outline' | 'skeleton' | number;
}

export const outlineOf = (glyphId: string): Target => ({ glyphId, of: 'outline' });

/** The contours a target stands for; none when the glyph has no such drawing. */
export function contoursOf(glyph: GlyphRow, of: Target['of']): readonly Contour[] {
  if (of === 'skeleton') return glyph.skeleton?.lines ?? [];
  if (of === 'outline') return glyph.contours;
  return glyph.layers[of]?.contours ?? [];
}

/**
 * New contours for a glyph, with its bearings adjusted so that the rest of the letter and its advance width stay
 * where they are: what grows out of the letter hangs over. An emptied letter keeps its place over its source.
 */
export function withOutline(glyph: GlyphRow, contours: readonly Contour[]): GlyphRow {
  const before = contoursBox(glyph.contours);
  const after = contoursBox(contours);
  // Without ink the drawing's x = 0 counts as where it would begin.
  const base = before && !after ? mapGlyph(glyph, translation(-before.xMin, 0)) : glyph;
  let { bearings } = glyph;
  if (after && before)
    bearings = {
      left: bearings.left + after.xMin - before.xMin,
      right: bearings.right + before.xMax - after.xMax,
    };
  else if (after) bearings = { ...bearings, left: bearings.left + after.xMin };
  // The lowest colour lies below all others: it is the outline.
  const layers = base.layers.map((l, i) => (i === 0 ? { ...l, contours } : l));
  return { ...base, contours, layers, bearings };
}

/** The glyph with other lines for its pen, and the outline that the pen leaves, unless that was computed elsewhere. */
export const withSkeleton = (
  glyph: GlyphRow,
  skeleton: NonNullable<GlyphRow['skeleton']>,
  outline: readonly Contour[] = penOutline(skeleton.lines, skeleton.pen),
): GlyphRow => ({ ...withOutline(glyph, outline), skeleton });

function withTarget(glyph: GlyphRow, of: Target['of'], contours: readonly Contour[]): GlyphRow {
  if (of === 'skeleton')
    return glyph.skeleton ? withSkeleton(glyph, { ...glyph.skeleton, lines: contours }) : glyph;
  if (of === 'outline' || of === 0) return withOutline(glyph, contours);
  return { ...glyph, layers: glyph.layers.map((l, i) => (i === of ? { ...l, contours } : l)) };
}

/** Outlines kept of one glyph; older ones go. */
const MOST_KEPT = 6;

/** The glyph with its present outline put by under a name, so that it can be taken up again. */
export const keepOutline = (glyph: GlyphRow, label: string): GlyphRow => ({
  ...glyph,
  kept: [...glyph.kept, { label, contours: glyph.contours }].slice(-MOST_KEPT),
});

/** Whether all of a contour is where something can be drawn. */
const isWithin = (c: Contour): boolean =>
  c.nodes.every((n) =>
    [n, n.in, n.out].every((p) => p === null || (Math.abs(p.x) <= FARTHEST && Math.abs(p.y) <= FARTHEST)),
  );

/**
 * One edit of a drawing. A changed contour of a shared part changes the part, and with it every letter that has it (they are
 * brought in step when the edit is made). Null when nothing changes. `keep` = put the outline by under that name first.
 */
export function edit(
  doc: Doc,
  target: Target,
  label: string,
  change: (cs: Contour[]) => readonly Contour[],
  { keep = false, byHand = true }: { keep?: boolean; byHand?: boolean } = {},
): ProjectDiff | null {
  const glyph = doc.glyphs[target.glyphId];
  if (!glyph) return null;
  const before = contoursOf(glyph, target.of);
  const contours = change([...before]);
  if (contours.length === before.length && contours.every((c, i) => c === before[i])) return null;
  if (!contours.every(isWithin)) return null;
  const d = draft(doc);
  let next = withTarget(keep ? keepOutline(glyph, label) : glyph, target.of, contours);
  // A pen's result can't be edited point by point any more without leaving its skeleton behind.
  if (target.of === 'outline' && next.skeleton) next = { ...next, skeleton: null };
  if (target.of !== 'outline') return putEdited(d, next, byHand).done(label);
  const moved = movedParts(glyph, next.contours);
  next = withPartsLeft(withoutLetters(doc, glyph, replaced(next, moved), moved));
  putEdited(d, next, byHand);
  passToParts(doc, d, glyph, next.contours, moved);
  return d.done(label);
}

function putEdited(d: Draft, glyph: GlyphRow, byHand: boolean): Draft {
  d.put('glyphs', byHand ? { ...glyph, handEdited: true, draft: false } : { ...glyph, cleaned: true });
  return d;
}

/** Shifts of parts, by the ids of their components. */
type Moved = ReadonlyMap<string, Vec>;

/** Less than this, em units, is rounding and no shift. */
const SAME_PLACE = 1e-6;

/** Parts that an edit only moved as a whole, and by how much. Where a part lies is the letter's; its shape is everybody's. */
function movedParts(glyph: GlyphRow, after: readonly Contour[]): Moved {
  const out = new Map<string, Vec>();
  for (const { id } of glyph.components) {
    const by = shiftBetween(
      glyph.contours.filter((c) => c.of === id),
      after.filter((c) => c.of === id),
    );
    if (by && Math.hypot(by.x, by.y) > SAME_PLACE) out.set(id, by);
  }
  return out;
}

/** By how much the first contours are to be moved so that they are the second; null when more than their place differs. */
function shiftBetween(from: readonly Contour[], to: readonly Contour[]): Vec | null {
  const [a, b] = [from.flatMap(pointsOf), to.flatMap(pointsOf)];
  const [first, second] = [a[0], b[0]];
  if (!first || !second || a.length !== b.length || from.length !== to.length) return null;
  const by = sub(second, first);
  const near = (p: Vec | null, q: Vec | null | undefined) =>
    p && q ? distance(add(p, by), q) <= SAME_PLACE : p === (q ?? null);
  return a.every((p, i) => near(p, b[i])) ? by : null;
}

const pointsOf = (c: Contour): (Vec | null)[] => c.nodes.flatMap((n) => [n, n.in, n.out]);

/**
 * The glyph with its moved parts said to lie where they are now. A mark that was moved without its letter finds its place no
 * more by itself.
 */
function replaced(glyph: GlyphRow, moved: Moved): GlyphRow {
  const letter = moved.get(glyph.components[0]?.id ?? '') ?? { x: 0, y: 0 };
  const components = glyph.components.map((c) => {
    const by = moved.get(c.id);
    if (!by) return c;
    const mark = distance(by, letter) <= SAME_PLACE ? c.mark : null;
    return { ...c, mark, transform: compose(translation(by.x, by.y), c.transform) };
  });
  return { ...glyph, components };
}

/**
 * The glyph with only those parts whose contours it still has, and without the mark of a part on contours that have none:
 * a part left without its contours would be drawn a second time when it changes.
 */
export function withPartsLeft(glyph: GlyphRow): GlyphRow {
  const drawn = new Set(glyph.contours.map((c) => c.of));
  const components = glyph.components.filter((c) => drawn.has(c.id));
  const known = new Set(components.map((c) => c.id));
  return {
    ...glyph,
    components,
    contours: glyph.contours.map((c) => (c.of && !known.has(c.of) ? own(c) : c)),
  };
}

/** A contour that belongs to the letter itself. */
export function own({ of: _, ...contour }: Contour): Contour {
  return contour;
}

/** A letter composed of other letters and marks doesn't change those: what is redrawn in it becomes its own. */
function withoutLetters(doc: Doc, before: GlyphRow, after: GlyphRow, moved: Moved): GlyphRow {
  const changed = before.components.filter(({ id, glyphId }) => {
    const mine = after.contours.filter((c) => c.of === id);
    if (moved.has(id)) return false;
    return doc.glyphs[glyphId]?.role === 'letter' && !mine.every((c) => before.contours.includes(c));
  });
  if (changed.length === 0) return after;
  const ids = new Set(changed.map((c) => c.id));
  return {
    ...after,
    contours: after.contours.map((c) => (c.of !== undefined && ids.has(c.of) ? own(c) : c)),
    components: after.components.filter((c) => !ids.has(c.id)),
  };
}

/** Changed contours of shared parts written into the parts themselves. */
function passToParts(doc: Doc, d: Draft, glyph: GlyphRow, contours: readonly Contour[], moved: Moved): void {
  for (const component of glyph.components) {
    if (moved.has(component.id)) continue;
    const mine = contours.filter((c) => c.of === component.id);
    if (mine.length === 0 || mine.every((c) => glyph.contours.includes(c))) continue;
    const part = doc.glyphs[component.glyphId];
    if (!part) continue;
    const drawn = transformContours(mine, invert(component.transform)).map(own);
    d.put('glyphs', { ...withOutline(part, drawn), handEdited: true });
  }
}
