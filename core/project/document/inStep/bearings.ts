import { contoursBox } from '../../../foundations/geometry/measure';
import { applyDiff, draft, mergeDiffs, type ProjectDiff } from '../changes/diff';
import { glyphLookups } from '../queries/lookups';
import type { Doc, GlyphRow } from '../schema';

/** The letter that a composed one takes its white from, while its marks are placed by themselves. */
export function spacedBy(glyph: GlyphRow): string | null {
  const [base, ...marks] = glyph.components;
  return base && base.mark === null && marks.length > 0 && marks.every((m) => m.mark !== null)
    ? base.glyphId
    : null;
}

/** Bearings that a composed letter has when its letter stands in it as it stands alone: marks may hang over. */
function asItsLetter(glyph: GlyphRow, base: GlyphRow): GlyphRow['bearings'] | null {
  const own = contoursBox(glyph.contours.filter((c) => c.of === glyph.components[0]!.id));
  const all = contoursBox(glyph.contours);
  if (!own || !all) return null;
  return {
    left: base.bearings.left + all.xMin - own.xMin,
    right: base.bearings.right + own.xMax - all.xMax,
  };
}

const SPACE = 0x20;
/** The space that doesn't break. */
const NO_BREAK = 0xa0;

/** The word space, for an inkless space that doesn't break: the two are as wide (Unicode, chapter 6.2, Space Characters). */
function spaceOf(doc: Doc, glyph: GlyphRow): GlyphRow | null {
  if (!glyph.codePoints.includes(NO_BREAK) || glyph.contours.length > 0) return null;
  const found = glyphLookups(doc.glyphs).byCodePoint.get(SPACE);
  return (
    found?.find((g) => g.id !== glyph.id && g.styleId === glyph.styleId && g.contours.length === 0) ?? null
  );
}

/** A glyph with the bearings of whom it follows; the same row when it has them. */
function following(doc: Doc, glyph: GlyphRow): GlyphRow {
  const base = doc.glyphs[spacedBy(glyph) ?? ''];
  let bearings = glyph.bearings;
  if (base && glyph.spacing !== 'hand') bearings = asItsLetter(glyph, base) ?? bearings;
  for (const side of ['left', 'right'] as const) {
    const leader = doc.glyphs[glyph.follows[side] ?? ''];
    if (leader) bearings = { ...bearings, [side]: leader.bearings[side] };
  }
  const space = spaceOf(doc, glyph);
  if (space) bearings = space.bearings;
  const { left, right } = glyph.bearings;
  return bearings.left === left && bearings.right === right ? glyph : { ...glyph, bearings };
}

/** Chains of followers (r follows n follows h) are at most so long. */
const ROUNDS = 6;

/** The same edit with every letter brought along whose bearings follow those of a letter that it changes. */
export function bearingsInStep(doc: Doc, diff: ProjectDiff): ProjectDiff {
  let wanted = new Set(diff.changes.flatMap((c) => (c.table === 'glyphs' ? [c.id] : [])));
  let made = diff;
  for (let round = 0; round < ROUNDS && wanted.size > 0; round++) {
    const now = applyDiff(doc, made);
    const d = draft(now);
    const next = new Set<string>();
    for (const g of Object.values(now.glyphs)) {
      const leaders = [g.follows.left, g.follows.right, spacedBy(g), spaceOf(now, g)?.id ?? null];
      if (!wanted.has(g.id) && !leaders.some((l) => l !== null && wanted.has(l))) continue;
      const led = following(now, g);
      if (led === g) continue;
      d.put('glyphs', led);
      next.add(g.id);
    }
    const step = d.done(diff.label);
    if (!step) break;
    made = mergeDiffs(made, step);
    wanted = next;
  }
  return made;
}
