import { draft, type ProjectDiff } from '../diff';
import { advanceOf, inkWidth } from '../metrics';
import type { Doc } from '../schema';

/**
 * Sets side bearings of a glyph, em units. Null when nothing changes or when the two would pass each other
 * (a negative advance width breaks text everywhere).
 */
export function setBearings(
  doc: Doc,
  glyphId: string,
  change: { left?: number; right?: number },
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const bearings = { ...glyph.bearings, ...change };
  const same = bearings.left === glyph.bearings.left && bearings.right === glyph.bearings.right;
  if (same || inkWidth(glyph) + bearings.left + bearings.right < 0) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, bearings, spacing: 'hand' });
  return d.done('Change side bearings');
}

/** Width of a glyph without ink (space), em units; both bearings take half. */
export function setAdvance(doc: Doc, glyphId: string, advance: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || advance < 0 || advance === advanceOf(glyph)) return null;
  const slack = (advance - inkWidth(glyph)) / 2;
  return setBearings(doc, glyphId, { left: slack, right: slack });
}

/** Kerning of one pair, em units; 0 takes the pair away. */
export function setKerning(doc: Doc, left: string, right: string, value: number): ProjectDiff | null {
  const id = `${left} ${right}`;
  const styleId = doc.glyphs[left]?.styleId;
  if (!styleId || !doc.glyphs[right]) return null;
  const d = draft(doc);
  if (value === 0) d.remove('kerning', id);
  else d.put('kerning', { id, styleId, left, right, value, fitted: false });
  return d.done('Change kerning');
}
