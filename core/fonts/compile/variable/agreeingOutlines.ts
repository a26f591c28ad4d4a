import { nth } from '../../../foundations/lists/nth';
import { determinant } from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { rightDirections } from '../../../foundations/geometry/direction';
import { mergeOverlaps } from '../../../outlines/boolean/pieces';
import { unite } from '../../../outlines/boolean/unite';
import { inkedTogether } from '../../../outlines/dress/inkTogether';
import { agreedContours, type Agreed } from '../../../outlines/outline/agree';
import type { Doc, GlyphRow } from '../../../project/document/schema';

/** Why drawings of a letter can't be one that varies. */
type Disagreement = 'missing' | 'parts' | 'contours' | 'crosses half way';

type Outlines = { readonly drawings: readonly (readonly Contour[])[] } | { readonly reason: Disagreement };

const closed = (g: GlyphRow): Contour[] => g.contours.filter((c) => c.closed);

/**
 * The first of these that agree: overlaps merged, what touches united too, as they were drawn. Outer contours against the clock but in
 * the last.
 */
function plain(drawings: readonly (readonly Contour[])[]): Agreed {
  const merged = agreedContours(drawings.map((d) => rightDirections(mergeOverlaps(d))));
  if ('drawings' in merged) return merged;
  const whole = drawings.map((d) => unite([{ contours: rightDirections(d), rule: 'nonzero' }]));
  const united = agreedContours(whole);
  if ('drawings' in united) return united;
  const drawn = agreedContours(drawings);
  return 'drawings' in drawn ? drawn : merged;
}

/**
 * One letter of several styles (its rows, the default's first) as outlines with the same contours and points: drawn anew along skeletons
 * that agree, put together of parts that do, or made to agree by points where one has them and another doesn't. In the space of the rows'
 * contours, em units, y up; they may overlap.
 */
export function agreeingOutlines(doc: Doc, rows: readonly GlyphRow[]): Outlines {
  const skeletons = rows.flatMap((r) => r.skeleton ?? []);
  const inked = skeletons.length === rows.length ? inkedTogether(skeletons) : null;
  if (inked) return { drawings: inked };
  if (rows.every((r) => r.components.length === 0)) return plain(rows.map(closed));
  return ofParts(doc, rows);
}

function ofParts(doc: Doc, rows: readonly GlyphRow[]): Outlines {
  const first = nth(rows, 0);
  const same = rows.every((r) => r.components.length === first.components.length);
  if (!same) return { reason: 'parts' };
  const own = plain(rows.map((r) => closed(r).filter((c) => c.of === undefined)));
  if ('reason' in own) return own;
  let drawings = own.drawings.map((d) => [...d]);
  for (let k = 0; k < first.components.length; k++) {
    const placed = rows.map((r) => nth(r.components, k));
    const parts = placed.flatMap((c) => doc.glyphs[c.glyphId] ?? []);
    const mirrored = placed.map((c) => determinant(c.transform) < 0);
    if (parts.length < rows.length || parts.some((p) => p.name !== nth(parts, 0).name))
      return { reason: 'parts' };
    if (mirrored.some((m) => m !== mirrored[0])) return { reason: 'parts' };
    const made = agreeingOutlines(doc, parts);
    if ('reason' in made) return made;
    drawings = drawings.map((d, m) => [
      ...d,
      ...transformContours(nth(made.drawings, m), nth(placed, m).transform),
    ]);
  }
  return { drawings };
}
