import { applyAffine, compose, rotation, translation, type Affine } from '../../foundations/geometry/affine';
import { transformContours } from '../../foundations/geometry/contour';
import { transformPaint } from '../../foundations/geometry/paint';
import { contoursBox } from '../../foundations/geometry/measure';
import { withOutline } from '../../project/document/commands/outline/edit';
import { isInFont } from '../../project/document/queries/inFont';
import { rulesOf } from '../../project/document/queries/rulesOf';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { partsOfVariant } from '../../type/names/nameRules';
import { LEANING } from '../features/byName';

/** Leaning drawings made so far, by their letter and how far they lean: rows are immutable. */
const made = new WeakMap<GlyphRow, Map<number, readonly GlyphRow[]>>();

const LETTER = /^\p{L}$/u;
/** Where a letter joins its neighbours: such letters can't lean without tearing their joins. */
const JOINS = /^(entry|exit)$/;

/** Documents with their leaning drawings; those are their own. */
const whole = new WeakMap<Doc, Doc>();

/**
 * A project with the drawings that its fonts have beside its own where letters lean by a rule: of each letter one that leans to the left and one
 * to the right, turned about the middle of its foot, so that strokes keep their thickness and letters their place. Figures and signs stand
 * upright, and letters that join their neighbours. The same document gives the same object.
 */
export function withLeaning(doc: Doc): Doc {
  const known = whole.get(doc);
  if (known) return known;
  const rows = Object.keys(doc.styles).flatMap((styleId) => leaningRows(doc, styleId));
  const made =
    rows.length === 0
      ? doc
      : { ...doc, glyphs: { ...doc.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
  whole.set(doc, made);
  whole.set(made, made);
  return made;
}

function leaningRows(doc: Doc, styleId: string): GlyphRow[] {
  const rule = rulesOf(doc, styleId).find((r) => r.kind === 'bounce' && r.lean > 0);
  if (rule?.kind !== 'bounce') return [];
  const only = rule.glyphs && new Set(rule.glyphs);
  const rows = Object.values(doc.glyphs).filter((g) => g.styleId === styleId && isInFont(g));
  const byName = new Map(rows.map((g) => [g.name, g]));
  const isLetter = (g: GlyphRow | undefined): boolean =>
    g?.codePoints.some((cp) => LETTER.test(String.fromCodePoint(cp))) ?? false;
  return rows.flatMap((g) => {
    const letter = g.codePoints.length > 0 ? g : byName.get(partsOfVariant(g.name)?.base ?? '');
    const leans =
      (only?.has(g.id) ?? true) && isLetter(letter) && g.picture === null && g.contours.length > 0;
    return leans && !g.anchors.some((a) => JOINS.test(a.name)) ? bothWays(g, rule.lean) : [];
  });
}

function bothWays(glyph: GlyphRow, deg: number): readonly GlyphRow[] {
  const known = made.get(glyph) ?? new Map<number, readonly GlyphRow[]>();
  made.set(glyph, known);
  const both = known.get(deg) ?? LEANING.map(({ suffix, way }) => leaning(glyph, way * deg, suffix));
  known.set(deg, both);
  return both;
}

/** `deg`: how far it is turned, degrees against the clock. */
function leaning(glyph: GlyphRow, deg: number, suffix: string): GlyphRow {
  const box = contoursBox(glyph.contours);
  const middle = box ? (box.xMin + box.xMax) / 2 : 0;
  const turn = compose(
    translation(middle, 0),
    compose(rotation((deg * Math.PI) / 180), translation(-middle, 0)),
  );
  return {
    ...withOutline(glyph, transformContours(glyph.contours, turn)),
    id: `${glyph.id} ${suffix}`,
    name: `${glyph.name}.${suffix}`,
    codePoints: [],
    typed: [],
    components: [],
    skeleton: glyph.skeleton && turnedSkeleton(glyph.skeleton, turn, deg),
    layers: glyph.layers.map((l) => ({
      ...l,
      paint: transformPaint(l.paint, turn),
      contours: transformContours(l.contours, turn),
    })),
    anchors: glyph.anchors.map((a) => ({ ...a, ...applyAffine(turn, a) })),
  };
}

/** Lines turned with their pen: its broad edge turns along. */
const turnedSkeleton = (
  { lines, pen }: NonNullable<GlyphRow['skeleton']>,
  turn: Affine,
  deg: number,
): GlyphRow['skeleton'] => ({
  lines: transformContours(lines, turn),
  pen: { ...pen, angle: pen.angle + deg },
});
