import { type ProjectDiff, draft } from '../../changes/diff';
import type { Side } from '../../queries/spacing';
import type { Doc, GlyphRow } from '../../schema';
import { bearingRefusal } from './bearings';

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
