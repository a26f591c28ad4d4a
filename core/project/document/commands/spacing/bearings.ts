import { problem, type Problem } from '../../../../foundations/problems/problem';
import { draft, type ProjectDiff } from '../../changes/diff';
import { advanceOf, inkWidth } from '../../queries/metrics';
import { projectOf } from '../../newProject';
import type { Doc } from '../../schema';
import { bearingsFor, type Change, spacesOf } from '../../queries/spacing';

/** Distances that font files can hold (16 bits, signed). */
export const MOST_UNITS = 32_767;

/** Why bearings can't be set so: one would pass the other (a negative advance width breaks text everywhere). Null when they can. */
export function bearingRefusal(doc: Doc, glyphId: string, change: Change): Problem | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const { left, right } = { ...glyph.bearings, ...change };
  const far = [left, right].find((v) => !(Math.abs(v) <= MOST_UNITS));
  if (far !== undefined)
    return problem({ code: 'coordinate-out-of-range', value: far, limit: MOST_UNITS }, 'error', {
      glyph: glyph.name,
    });
  const advance = inkWidth(glyph) + left + right;
  return advance < 0
    ? problem({ code: 'advance-negative', value: advance }, 'error', { glyph: glyph.name })
    : null;
}

/**
 * Sets side bearings of a glyph, em units. A side that followed another letter no longer does. Null when nothing changes
 * or when the two would pass each other.
 */
export function setBearings(doc: Doc, glyphId: string, change: Change): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const bearings = { ...glyph.bearings, ...change };
  const same = bearings.left === glyph.bearings.left && bearings.right === glyph.bearings.right;
  if (same || bearingRefusal(doc, glyphId, change)) return null;
  const d = draft(doc);
  const follows = {
    left: change.left === undefined ? glyph.follows.left : null,
    right: change.right === undefined ? glyph.follows.right : null,
  };
  d.put('glyphs', { ...glyph, bearings, follows, spacing: 'hand' });
  return d.done('Change side bearings');
}

/** Sets a glyph's advance width, em units. Null when nothing changes or it can't be (bearingRefusal). */
export function setAdvance(doc: Doc, glyphId: string, advance: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  return glyph ? setBearings(doc, glyphId, bearingsFor(glyph, advance)) : null;
}

/** Width of the word space; the space that doesn't break has the same. One step. */
export function setWordSpace(doc: Doc, advance: number): ProjectDiff | null {
  const d = draft(doc);
  for (const glyph of spacesOf(doc)) {
    if (!(advance >= 0 && advance <= MOST_UNITS) || advance === advanceOf(glyph) || glyph.contours.length > 0)
      continue;
    d.put('glyphs', { ...glyph, bearings: { left: advance / 2, right: advance / 2 }, spacing: 'hand' });
  }
  return d.done('Change the word space');
}

/** More white (or less) at both sides of every letter, also of those set by hand; em units for each letter. */
export function trackAll(doc: Doc, by: number): ProjectDiff | null {
  const { styleId } = projectOf(doc);
  const d = draft(doc);
  for (const g of Object.values(doc.glyphs)) {
    if (g.styleId !== styleId || g.codePoints.length === 0 || by === 0) continue;
    if (!(Math.abs(by) <= MOST_UNITS)) continue;
    const bearings = { left: g.bearings.left + by / 2, right: g.bearings.right + by / 2 };
    if (inkWidth(g) + bearings.left + bearings.right < 0) continue;
    d.put('glyphs', { ...g, bearings });
  }
  return d.done(by > 0 ? 'Open the whole font' : 'Close the whole font');
}
