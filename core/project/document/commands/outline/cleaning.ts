import { counted } from '../../../../foundations/problems/counted';
import type { CleanUp } from '../../../../outlines/dress/cleanUp';
import { mendSnag, type Snag } from '../../../../outlines/dress/snags';
import type { Contour } from '../../../../foundations/geometry/contour';
import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';
import { edit, keepOutline, withOutline, withPartsLeft, type Target } from './edit';

/** What a clean-up is called in the history and on buttons. */
export const CLEAN_UP_NAMES: Record<CleanUp, string> = {
  neaten: 'Neaten',
  simplify: 'Fewer points',
  extremes: 'Points at extremes',
  directions: 'Right directions',
  overlaps: 'Merge overlaps',
  specks: 'Drop specks',
  gaps: 'Close gaps',
  straighten: 'Straighten',
  round: 'Whole units',
  handles: 'Even handles',
  kinks: 'Smooth kinks',
  bumps: 'Take out bumps',
  duplicates: 'Join double points',
};

/** One glyph's drawing as a clean-up left it; what it was before is kept where parts merge or points go. */
export const takeCleanUp = (
  doc: Doc,
  target: Target,
  kind: CleanUp,
  cleaned: readonly Contour[],
): ProjectDiff | null =>
  edit(doc, target, CLEAN_UP_NAMES[kind], (before) => sameWhereEqual(before, cleaned), {
    keep: target.of === 'outline' && kind !== 'directions',
    byHand: doc.glyphs[target.glyphId]?.handEdited ?? false,
  });

/** The same objects for contours that are equal: what comes back from a worker is a copy. */
function sameWhereEqual(before: readonly Contour[], after: readonly Contour[]): Contour[] {
  const known = new Map(before.map((c) => [JSON.stringify(c), c]));
  return after.map((c) => known.get(JSON.stringify(c)) ?? c);
}

/** Whether cleaning many letters at once may touch this one. */
export const mayClean = (glyph: GlyphRow): boolean =>
  glyph.contours.length > 0 && !glyph.handEdited && glyph.components.length === 0 && glyph.skeleton === null;

/** Cleaned outlines, computed elsewhere, taken over by many glyphs as one step. Those changed meanwhile stay as they are. */
export function takeCleaned(
  doc: Doc,
  kind: CleanUp,
  cleaned: ReadonlyMap<
    string,
    { readonly before: GlyphRow['contours']; readonly contours: readonly Contour[] }
  >,
): ProjectDiff | null {
  const d = draft(doc);
  for (const [id, { before, contours }] of cleaned) {
    const glyph = doc.glyphs[id];
    if (!glyph || glyph.contours !== before || contours === before) continue;
    d.put('glyphs', { ...withOutline(keepOutline(glyph, CLEAN_UP_NAMES[kind]), contours), cleaned: true });
  }
  return d.done(`${CLEAN_UP_NAMES[kind]}: ${counted(cleaned.size, 'letter')}`);
}

/** One snag mended on the spot. */
export const mendOne = (doc: Doc, target: Target, snag: Snag): ProjectDiff | null =>
  edit(doc, target, 'Mend a snag', (cs) => mendSnag(cs, snag), {
    byHand: doc.glyphs[target.glyphId]?.handEdited ?? false,
  });

/** An outline put by earlier taken up again; the present one is put by in its place. */
export function takeUpKept(doc: Doc, glyphId: string, index: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const kept = glyph?.kept[index];
  if (!glyph || !kept) return null;
  const d = draft(doc);
  const others = glyph.kept.map((k, i) => (i === index ? { label: k.label, contours: glyph.contours } : k));
  d.put('glyphs', withPartsLeft({ ...withOutline(glyph, kept.contours), kept: others, skeleton: null }));
  return d.done('Take up the outline from before');
}

/** Hands the outline back to the tracer: the traced shape again, and later traces take effect. */
export function releaseHandEdits(doc: Doc, glyphId: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!(glyph?.handEdited || glyph?.cleaned) || !glyph.source) return null;
  const d = draft(doc);
  d.put('glyphs', {
    ...keepOutline(glyph, 'Worked on by hand'),
    handEdited: false,
    cleaned: false,
    skeleton: null,
    components: [],
  });
  return d.done('Let the trace lead again');
}
