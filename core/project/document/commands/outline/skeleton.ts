import type { Contour } from '../../../../foundations/geometry/contour';
import type { PenShape } from '../../../../outlines/dress/grow';
import { counted } from '../../../../foundations/problems/counted';
import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';
import { keepOutline, own, withPartsLeft, withSkeleton } from './edit';

type Skeleton = NonNullable<GlyphRow['skeleton']>;

/** A pen as it is stored. */
const wholePen = (pen: PenShape): Skeleton['pen'] => ({ contrast: 1, angle: 0, thinned: 0, ...pen });

/** A glyph drawn by a pen along lines from now on; its outline until now is kept. */
function drawnByPen(glyph: GlyphRow, made: PenDrawn): GlyphRow {
  const skeleton = { lines: made.lines.map(own), pen: wholePen(made.pen) };
  const drawn = withSkeleton(keepOutline(glyph, 'Outline'), skeleton, made.outline);
  return { ...withPartsLeft(drawn), handEdited: true };
}

/** A letter drawn by a pen along lines from now on; its outline until now is kept. */
export function takeSkeleton(
  doc: Doc,
  glyphId: string,
  lines: readonly Contour[],
  pen: PenShape,
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || lines.length === 0) return null;
  const d = draft(doc);
  d.put('glyphs', drawnByPen(glyph, { lines, pen }));
  return d.done('Draw with a pen along lines');
}

/** Lines with their pen and, when it was computed elsewhere, the outline that it leaves. */
export interface PenDrawn {
  readonly lines: readonly Contour[];
  readonly pen: PenShape;
  readonly outline?: readonly Contour[];
}

/** Many letters drawn by a pen from now on, as one step; those changed meanwhile (not as `before`) stay as they are. */
export function takeSkeletons(
  doc: Doc,
  made: ReadonlyMap<string, PenDrawn & { readonly before: GlyphRow }>,
): ProjectDiff | null {
  const d = draft(doc);
  for (const [id, { before, ...drawn }] of made)
    if (doc.glyphs[id] === before && drawn.lines.length > 0) d.put('glyphs', drawnByPen(before, drawn));
  return d.done(`Draw ${counted(made.size, 'letter')} with a pen`);
}

/** Whether a change of a pen makes no pen any more. */
const isNoPen = ({ width }: PenShape): boolean => !(width > 0);

/** Another pen for a skeleton: width (em units), ends, joins, contrast, angle. Null without a skeleton. */
export function changePen(doc: Doc, glyphId: string, change: Partial<PenShape>): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph?.skeleton) return null;
  const pen = { ...glyph.skeleton.pen, ...change };
  if (isNoPen(pen)) return null;
  const d = draft(doc);
  d.put('glyphs', { ...withSkeleton(glyph, { ...glyph.skeleton, pen }), handEdited: true });
  return d.done('Change the pen');
}

/** Another pen for many skeletons with the outlines that it leaves, as one step; letters changed meanwhile stay. */
export function takePens(
  doc: Doc,
  made: ReadonlyMap<
    string,
    { readonly before: GlyphRow; readonly pen: PenShape; readonly outline: readonly Contour[] }
  >,
): ProjectDiff | null {
  const d = draft(doc);
  for (const [id, { before, pen, outline }] of made) {
    const glyph = doc.glyphs[id];
    if (glyph !== before || !glyph.skeleton || isNoPen(pen)) continue;
    const skeleton = { ...glyph.skeleton, pen: wholePen(pen) };
    d.put('glyphs', { ...withSkeleton(glyph, skeleton, outline), handEdited: true });
  }
  return d.done(`Change the pen of ${counted(made.size, 'letter')}`);
}

/** The pen's outline kept as a plain one. */
export function leaveSkeleton(doc: Doc, glyphId: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph?.skeleton) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, skeleton: null, handEdited: true });
  return d.done('Leave the skeleton');
}
