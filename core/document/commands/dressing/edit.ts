import { penOutline } from '../../../dress/grow';
import { invert, translation } from '../../../geometry/affine';
import { transformContours, type Contour } from '../../../geometry/contour';
import { FARTHEST } from '../../../geometry/contourSchema';
import { contoursBox } from '../../../geometry/measure';
import { draft, type ProjectDiff } from '../../diff';
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

/** The glyph with other lines for its pen, and the outline that the pen leaves. */
export const withSkeleton = (glyph: GlyphRow, skeleton: NonNullable<GlyphRow['skeleton']>): GlyphRow => ({
  ...withOutline(glyph, penOutline(skeleton.lines, skeleton.pen)),
  skeleton,
});

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
  if (target.of === 'outline') next = withoutLetters(doc, glyph, next);
  if (target.of === 'outline') next = withPartsLeft(next);
  d.put('glyphs', byHand ? { ...next, handEdited: true, draft: false } : { ...next, cleaned: true });
  if (target.of === 'outline') passToParts(doc, d, glyph, next.contours);
  return d.done(label);
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
function withoutLetters(doc: Doc, before: GlyphRow, after: GlyphRow): GlyphRow {
  const changed = before.components.filter(({ id, glyphId }) => {
    const mine = after.contours.filter((c) => c.of === id);
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
function passToParts(
  doc: Doc,
  d: ReturnType<typeof draft>,
  glyph: GlyphRow,
  contours: readonly Contour[],
): void {
  for (const component of glyph.components) {
    const mine = contours.filter((c) => c.of === component.id);
    if (mine.length === 0 || mine.every((c) => glyph.contours.includes(c))) continue;
    const part = doc.glyphs[component.glyphId];
    if (!part) continue;
    const drawn = transformContours(mine, invert(component.transform)).map(own);
    d.put('glyphs', { ...withOutline(part, drawn), handEdited: true });
  }
}
