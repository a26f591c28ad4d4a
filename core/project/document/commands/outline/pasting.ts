import { scaling, translation } from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { distance } from '../../../../foundations/geometry/vec';
import { usualPlace } from '../../../../type/seat/proportions';
import type { ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { originX } from '../../queries/metrics';
import type { Doc, GlyphRow } from '../../schema';
import { contoursOf, edit, outlineOf, own, type Target } from './edit';
import { TINY } from '../../../../foundations/geometry/tolerance';

/** White between a letter and what is pasted beside it, as a share of the font's em (common practice, no published source). */
const WHITE_BESIDE = 0.05;
/** Nodes nearer than this lie on one another, u. */
const SAME_PLACE = 0.5;

/**
 * Contours of another drawing (px, y down) added to a glyph: as high as the letter and to its right, where there is room; in an empty
 * letter as such a letter usually stands. So they never land out of sight.
 */
export function pasteContours(doc: Doc, glyphId: string, drawing: readonly Contour[]): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const from = contoursBox(drawing);
  if (!glyph || !from) return null;
  const present = contoursBox(glyph.contours);
  const char = String.fromCodePoint(glyph.codePoints[0] ?? 0x48);
  const { lines, unitsPerEm } = projectOf(doc);
  const usual = usualPlace(char, lines);
  const [foot, top] = present ? [present.yMin, present.yMax] : [usual.foot, usual.foot + usual.tall];
  const k = (top - foot) / Math.max(from.yMax - from.yMin, TINY);
  const left = present ? present.xMax + WHITE_BESIDE * unitsPerEm : 0;
  const place = { a: k, b: 0, c: 0, d: -k, e: left - k * from.xMin, f: foot + k * from.yMax };
  return edit(doc, outlineOf(glyphId), 'Paste a drawing', (cs) => [
    ...cs,
    ...transformContours(drawing, place),
  ]);
}

/**
 * A letter drawn in its slot of a template (ems, y up) put into a glyph at the size and place that it was drawn at; an empty one gets
 * the slot's white and width too.
 */
export function pasteFromSlot(
  doc: Doc,
  glyphId: string,
  { contours, advance }: { readonly contours: readonly Contour[]; readonly advance: number },
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const { unitsPerEm } = projectOf(doc);
  const drawn = transformContours(contours, scaling(unitsPerEm));
  const box = contoursBox(drawn);
  if (!glyph || !box) return null;
  const placed = transformContours(drawn, translation(originX(glyph), 0));
  const diff = edit(doc, outlineOf(glyphId), 'Paste a drawing', (cs) => [...cs, ...placed]);
  if (!diff || glyph.contours.length > 0) return diff;
  const bearings = { left: box.xMin, right: unitsPerEm * advance - box.xMax };
  return {
    ...diff,
    changes: diff.changes.map((c) =>
      c.table === 'glyphs' && c.id === glyphId ? { ...c, after: { ...(c.after as GlyphRow), bearings } } : c,
    ),
  };
}

/** Whether two contours lie on one another, node by node. */
const liesOn = (a: Contour, b: Contour): boolean =>
  a.nodes.length === b.nodes.length && a.nodes.every((n, i) => distance(n, b.nodes[i]!) < SAME_PLACE);

/**
 * Contours copied from a glyph put into this one where they stood: `x` is this glyph's drawing x for their origin. Where they would
 * lie on themselves (copied and pasted in one letter) they stand to the right of all that is there.
 */
export function pasteInPlace(
  doc: Doc,
  target: Target,
  copied: readonly Contour[],
  x: number,
): ProjectDiff | null {
  const glyph = doc.glyphs[target.glyphId];
  if (!glyph) return null;
  const here = contoursOf(glyph, target.of);
  const stood = transformContours(copied, translation(x, 0));
  const covered = stood.some((c) => here.some((h) => liesOn(c, h)));
  const aside = covered ? contoursBox(here)!.xMax + WHITE_BESIDE * projectOf(doc).unitsPerEm : null;
  const by = aside === null ? 0 : aside - contoursBox(stood)!.xMin;
  return edit(doc, target, 'Paste', (cs) => [
    ...cs,
    ...transformContours(stood, translation(by, 0)).map(own),
  ]);
}
