import { combine } from '../../../../outlines/boolean/combine';
import { cutByLine, divide, mergeOverlaps } from '../../../../outlines/boolean/pieces';
import { grow } from '../../../../outlines/dress/grow';
import { regainWeight } from '../../../../outlines/dress/regainWeight';
import { stemOf } from '../../../../outlines/dress/stems';
import type { Contour } from '../../../../foundations/geometry/contour';
import { rightDirections } from '../../../../foundations/geometry/direction';
import type { Vec } from '../../../../foundations/geometry/vec';
import { counted } from '../../../../foundations/problems/counted';
import { closeGaps } from '../../../../outlines/outline/parts';
import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';
import { edit, keepOutline, withOutline, withPartsLeft, type Target } from './edit';

export const COMBINATIONS = ['union', 'subtract', 'intersect', 'divide', 'weld'] as const;
export type Combination = (typeof COMBINATIONS)[number];

const LABELS: Record<Combination, string> = {
  union: 'Unite',
  subtract: 'Subtract',
  intersect: 'Intersect',
  divide: 'Divide',
  weld: 'Weld',
};

const nonzero = (contours: readonly Contour[]) => ({ contours, rule: 'nonzero' as const });

/** What a combination makes of the chosen contours and the others. */
function combined(cs: readonly Contour[], chosen: ReadonlySet<number>, how: Combination): readonly Contour[] {
  const picked = cs.filter((_, i) => chosen.has(i));
  const rest = cs.filter((_, i) => !chosen.has(i));
  switch (how) {
    case 'union':
      return picked.length > 1 && rest.length > 0
        ? [...rest, ...combine('union', nonzero(rightDirections(picked)), null)]
        : mergeOverlaps(cs);
    case 'subtract':
      return combine('subtract', nonzero(rightDirections(rest)), nonzero(rightDirections(picked)));
    case 'intersect':
      return combine('intersect', nonzero(rightDirections(rest)), nonzero(rightDirections(picked)));
    case 'divide':
      return divide(rightDirections(rest), rightDirections(picked));
    case 'weld':
      // Loose ends are joined first, so that runs drawn one after the other close before they are united.
      return mergeOverlaps(closeGaps(cs).map((c) => (c.closed ? c : { ...c, closed: true })));
  }
}

/** Chosen contours combined with the others; the parts as they were are kept. */
export const combineContours = (
  doc: Doc,
  target: Target,
  chosen: readonly number[],
  how: Combination,
): ProjectDiff | null =>
  edit(doc, target, LABELS[how], (cs) => combined(cs, new Set(chosen), how), {
    keep: target.of === 'outline',
  });

/** Everything cut by the straight through two places. */
export const cutContours = (doc: Doc, target: Target, from: Vec, to: Vec): ProjectDiff | null =>
  edit(doc, target, 'Cut', (cs) => cutByLine(cs, from, to), { keep: target.of === 'outline' });

/** Weight added (by > 0) or taken away all round, em units. */
export const growGlyph = (
  doc: Doc,
  target: Target,
  by: number,
  corners: 'sharp' | 'round',
): ProjectDiff | null =>
  by === 0
    ? null
    : edit(doc, target, by > 0 ? 'Grow' : 'Shrink', (cs) => grow(cs, by, corners), {
        keep: target.of === 'outline',
      });

/** A letter's stem brought to a width, em units; its height and advance stay as near as growing lets them. */
export function fitStem(doc: Doc, glyphId: string, wanted: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const contours = regainWeight(glyph.contours, wanted);
  if (!contours || stemOf(contours, 'upright') === null) return null;
  const d = draft(doc);
  const made = withPartsLeft(withOutline(keepOutline(glyph, 'Stem'), contours));
  d.put('glyphs', { ...made, handEdited: true, skeleton: null });
  return d.done('Bring the stem to the standard');
}

/** An outline that was worked out elsewhere, with the one it was worked out from. */
export type Reworked = ReadonlyMap<
  string,
  { readonly before: GlyphRow['contours']; readonly contours: readonly Contour[] }
>;

/** A glyph with another outline made of its own, which is put by under a name; parts that it no longer has are its own. */
export const reworked = (glyph: GlyphRow, contours: readonly Contour[], kept: string): GlyphRow => ({
  ...withPartsLeft(withOutline(keepOutline(glyph, kept), contours)),
  skeleton: null,
});

/** Letters whose stems were brought to a width, worked out on the outlines in `before`; those changed meanwhile stay. */
export function takeStems(doc: Doc, made: Reworked): ProjectDiff | null {
  const label = `Bring the stems of ${counted(made.size, 'letter')} to the standard`;
  return takeReworked(doc, made, { kept: 'Stem', label, change: { handEdited: true } });
}

/** Outlines that were worked out elsewhere taken over as one step; glyphs that changed meanwhile stay as they are. */
export function takeReworked(
  doc: Doc,
  made: Reworked,
  how: {
    /** What the outline before is called that is put by. */
    readonly kept: string;
    readonly label: string;
    readonly change: Partial<GlyphRow>;
  },
): ProjectDiff | null {
  const d = draft(doc);
  for (const [id, { before, contours }] of made) {
    const glyph = doc.glyphs[id];
    if (glyph && glyph.contours === before)
      d.put('glyphs', { ...reworked(glyph, contours, how.kept), ...how.change });
  }
  return d.done(how.label);
}

/** Sets what stems of the style in hand should measure; null = not set. */
export function setStems(
  doc: Doc,
  styleId: string,
  change: { upright?: number | null; level?: number | null },
): ProjectDiff | null {
  const style = doc.styles[styleId];
  if (!style) return null;
  const d = draft(doc);
  d.put('styles', { ...style, stems: { ...style.stems, ...change } });
  return d.done('Set the standard stem');
}
