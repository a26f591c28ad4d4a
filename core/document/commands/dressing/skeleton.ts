import type { Contour } from '../../../geometry/contour';
import type { PenShape } from '../../../dress/grow';
import { draft, type ProjectDiff } from '../../diff';
import type { Doc } from '../../schema';
import { keepOutline, own, withPartsLeft, withSkeleton } from './edit';

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
  const made = withSkeleton(keepOutline(glyph, 'Outline'), { lines: lines.map(own), pen });
  d.put('glyphs', { ...withPartsLeft(made), handEdited: true });
  return d.done('Draw with a pen along lines');
}

/** Another pen for a skeleton: width (em units), ends, joins. Null without a skeleton. */
export function changePen(doc: Doc, glyphId: string, change: Partial<PenShape>): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph?.skeleton) return null;
  const pen = { ...glyph.skeleton.pen, ...change };
  if (!(pen.width > 0)) return null;
  const d = draft(doc);
  d.put('glyphs', { ...withSkeleton(glyph, { ...glyph.skeleton, pen }), handEdited: true });
  return d.done('Change the pen');
}

/** The pen's outline kept as a plain one. */
export function leaveSkeleton(doc: Doc, glyphId: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph?.skeleton) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, skeleton: null, handEdited: true });
  return d.done('Leave the skeleton');
}
