import { problem, type Problem } from '../../../../foundations/problems/problem';
import { draft, type ProjectDiff } from '../../changes/diff';
import { advanceOf, inkWidth } from '../../queries/metrics';
import { projectOf } from '../../newProject';
import type { Doc, GlyphRow } from '../../schema';

type Side = 'left' | 'right';
type Change = { readonly left?: number; readonly right?: number };

/** Distances that font files can hold (16 bits, signed). */
const MOST_UNITS = 32_767;

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

/** The bearings that give a glyph an advance width, em units: the right one takes the difference, without ink both take half. */
export function bearingsFor(glyph: GlyphRow, advance: number): Change {
  const ink = inkWidth(glyph);
  if (ink === 0) return { left: advance / 2, right: advance / 2 };
  return { right: advance - ink - glyph.bearings.left };
}

/** Sets a glyph's advance width, em units. Null when nothing changes or it can't be (bearingRefusal). */
export function setAdvance(doc: Doc, glyphId: string, advance: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  return glyph && setBearings(doc, glyphId, bearingsFor(glyph, advance));
}

/** The word space and the space that doesn't break, of the style in hand. */
export const spacesOf = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs).filter(
    (g) => g.styleId === projectOf(doc).styleId && g.codePoints.some((cp) => cp === 0x20 || cp === 0xa0),
  );

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

/** Kerning of one pair, em units. */
export function setKerning(doc: Doc, left: string, right: string, value: number): ProjectDiff | null {
  const id = `${left} ${right}`;
  const styleId = doc.glyphs[left]?.styleId ?? projectOf(doc).styleId;
  if (!known(doc, left) || !known(doc, right) || !(Math.abs(value) <= MOST_UNITS)) return null;
  const d = draft(doc);
  // 0 is an exception too when the letters' groups are kerned.
  const grouped = Object.values(doc.groups).some(
    (g) => g.glyphIds.includes(left) || g.glyphIds.includes(right),
  );
  if (value === 0 && !grouped) d.remove('kerning', id);
  else d.put('kerning', { id, styleId, left, right, value, fitted: false });
  return d.done('Change kerning');
}
const known = (doc: Doc, id: string) => doc.glyphs[id] !== undefined || doc.groups[id] !== undefined;

/** Takes a pair's own kerning away: its groups decide again. */
export function dropKerning(doc: Doc, left: string, right: string): ProjectDiff | null {
  const d = draft(doc);
  d.remove('kerning', `${left} ${right}`);
  return d.done('Take kerning away');
}

/** The group that a letter kerns with on a side; null when it has none. */
export const groupOf = (doc: Doc, glyphId: string, side: Side): string | null =>
  Object.values(doc.groups).find((g) => g.side === side && g.glyphIds.includes(glyphId))?.id ?? null;

/** Kerning of the groups that two letters are in, each made a group of its own when it has none. One step. */
export function setGroupKerning(doc: Doc, left: string, right: string, value: number): ProjectDiff | null {
  if (!doc.glyphs[left] || !doc.glyphs[right] || !(Math.abs(value) <= MOST_UNITS)) return null;
  const { styleId } = projectOf(doc);
  const d = draft(doc);
  const group = (glyphId: string, side: Side): string => {
    const there = groupOf(doc, glyphId, side);
    if (there !== null) return there;
    const id = d.newId('groups', `${side} ${glyphId}`);
    d.put('groups', { id, styleId, side, glyphIds: [glyphId], fitted: false });
    return id;
  };
  const [a, b] = [group(left, 'left'), group(right, 'right')];
  const id = `${a} ${b}`;
  d.put('kerning', { id, styleId, left: a, right: b, value, fitted: false });
  d.remove('kerning', `${left} ${right}`);
  return d.done('Change kerning of groups');
}

/** Puts a letter into another letter's group, or into one of its own (null). */
export function joinGroup(doc: Doc, glyphId: string, side: Side, groupId: string | null): ProjectDiff | null {
  if (!doc.glyphs[glyphId] || groupOf(doc, glyphId, side) === groupId) return null;
  const d = draft(doc);
  for (const g of Object.values(doc.groups)) {
    if (g.side !== side) continue;
    const without = g.glyphIds.filter((id) => id !== glyphId);
    if (g.id === groupId) d.put('groups', { ...g, glyphIds: [...without, glyphId] });
    else if (without.length !== g.glyphIds.length) d.put('groups', { ...g, glyphIds: without });
  }
  return d.done('Change a group');
}

/** Whether a letter's side is led, in the end, by another's: following in a ring would never settle. */
function ledBy(doc: Doc, glyphId: string, side: Side, leader: string): boolean {
  for (let at: string | null = glyphId, k = 0; at !== null && k < 20; k++) {
    if (at === leader) return true;
    at = doc.glyphs[at]?.follows[side] ?? null;
  }
  return false;
}

/** Lets a side take its bearing from another letter's same side, from now on; null lets it stand alone again. */
export function setFollows(doc: Doc, glyphId: string, side: Side, leader: string | null): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || glyph.follows[side] === leader) return null;
  if (leader !== null && (!doc.glyphs[leader] || ledBy(doc, leader, side, glyphId))) return null;
  const value = leader === null ? glyph.bearings[side] : doc.glyphs[leader]!.bearings[side];
  if (bearingRefusal(doc, glyphId, { [side]: value })) return null;
  const d = draft(doc);
  d.put('glyphs', {
    ...glyph,
    bearings: { ...glyph.bearings, [side]: value },
    follows: { ...glyph.follows, [side]: leader },
  });
  return d.done(leader === null ? 'Stop following' : `Follow ${doc.glyphs[leader]!.name}`);
}

/** Sides that share their form with another letter's (n, m and r share their left side: common practice). */
const USUAL: readonly [leader: string, side: Side, followers: string][] = [
  ['n', 'left', 'mrpu'],
  ['n', 'right', 'mh'],
  ['l', 'left', 'bhk'],
  ['o', 'left', 'cdeq'],
  ['o', 'right', 'bp'],
  ['H', 'left', 'BDEFIKLNPR'],
  ['H', 'right', 'IMN'],
  ['O', 'left', 'CGQ'],
  ['O', 'right', 'DQ'],
];

/** Lets the usual sides follow where nobody set them by hand; one step. Null when none is left. */
export function followUsual(doc: Doc): ProjectDiff | null {
  const by = new Map<string, GlyphRow>();
  for (const g of Object.values(doc.glyphs))
    for (const cp of g.codePoints) by.set(String.fromCodePoint(cp), g);
  const d = draft(doc);
  for (const [leader, side, followers] of USUAL) {
    const led = by.get(leader);
    if (!led) continue;
    for (const char of followers) {
      const own = by.get(char);
      const glyph = own && d.get('glyphs', own.id);
      if (!glyph || glyph.spacing === 'hand' || glyph.follows[side] !== null) continue;
      d.put('glyphs', { ...glyph, follows: { ...glyph.follows, [side]: led.id } });
    }
  }
  return d.done('Let usual sides follow');
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
