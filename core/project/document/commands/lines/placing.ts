import { regainWeight } from '../../../../outlines/dress/regainWeight';
import { stemLeanDeg } from '../../../../outlines/dress/lean';
import { stemOf } from '../../../../outlines/dress/stems';
import {
  compose,
  invert,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import type { Standing } from '../../../../type/seat/standing';
import { draft, type ProjectDiff } from '../../changes/diff';
import { inkBox } from '../../queries/metrics';
import type { Doc, GlyphRow } from '../../schema';
import { mapGlyph } from '../outline/scaling';
import { topOf } from '../../queries/standing';

/** A turn against the clock, degrees, then a factor about the baseline, then a lift, em units. */
export interface Placing {
  readonly scale: number;
  readonly lift: number;
  readonly turn?: number;
}

const RAD = Math.PI / 180;

/** A placing as a map of em units. */
export const placingMap = (p: Placing | null): Affine =>
  p === null
    ? translation(0, 0)
    : compose(translation(0, p.lift), compose(scaling(p.scale, p.scale), rotation((p.turn ?? 0) * RAD)));

const NOWHERE = 1e-9;

/** A turn that nobody sees, degrees. */
const LEAST_TURN_DEG = 0.1;

/**
 * One placing after another; null when together they leave a letter where it is. What a turn moves aside isn't kept: a letter has no
 * place of its own from left to right but its white.
 */
function after(first: Placing | null, then: Placing): GlyphRow['placing'] {
  const scale = then.scale * (first?.scale ?? 1);
  const turn = (first?.turn ?? 0) + (then.turn ?? 0);
  const lift = then.scale * Math.cos((then.turn ?? 0) * RAD) * (first?.lift ?? 0) + then.lift;
  return [scale - 1, lift, turn].every((v) => Math.abs(v) < NOWHERE) ? null : { scale, lift, turn };
}

/** An outline brought to the height of another: growing must not take a letter off the lines that it was scaled to. */
function asHighAs(cs: readonly Contour[], other: readonly Contour[]): Contour[] {
  const [own, wanted] = [contoursBox(cs), contoursBox(other)];
  if (!own || !wanted || own.yMax - own.yMin <= 0) return [...cs];
  const k = (wanted.yMax - wanted.yMin) / (own.yMax - own.yMin);
  return transformContours(cs, { a: 1, b: 0, c: 0, d: k, e: 0, f: wanted.yMin - k * own.yMin });
}

/** A letter scaled about the baseline and lifted; its bearings and, when asked, its stems stay as they are. */
function placed(glyph: GlyphRow, by: Placing, regain: boolean): GlyphRow {
  const placing = after(glyph.placing, by);
  // Not by the new move alone: a turn about a letter that was lifted would leave it beside where seating puts it.
  const map = compose(placingMap(placing), invert(placingMap(glyph.placing)));
  const moved = { ...mapGlyph(glyph, map), placing };
  if (!regain || by.scale === 1) return moved;
  const stem = stemOf(glyph.contours, 'upright');
  const grown = stem === null ? null : regainWeight(moved.contours, stem);
  // Growing changes the outline itself, so that a new trace must leave it alone.
  if (!grown) return moved;
  const heavier = asHighAs(grown, moved.contours);
  // The lowest colour is the outline itself.
  const layers = moved.layers.map((l, i) => (i === 0 ? { ...l, contours: heavier } : l));
  return { ...moved, contours: heavier, layers, cleaned: true };
}

/**
 * Turns letters, scales them about the baseline and lifts them, em units; the same for all, or by letter. They keep it when sheets are
 * seated anew. Letters made of others that are placed too follow those. Null when nothing moves.
 */
export function placeGlyphs(
  doc: Doc,
  by: ReadonlyMap<string, Placing>,
  label: string,
  { regain = false }: { regain?: boolean } = {},
): ProjectDiff | null {
  const d = draft(doc);
  for (const [id, how] of by) {
    const glyph = doc.glyphs[id];
    const stays = how.scale === 1 && how.lift === 0 && !how.turn;
    if (!glyph || glyph.contours.length === 0 || stays || !(how.scale > 0)) continue;
    if (glyph.components.some((c) => by.has(c.glyphId))) continue;
    d.put('glyphs', placed(glyph, how, regain));
  }
  return d.done(label);
}

const forAll = (ids: readonly string[], how: Placing) => new Map(ids.map((id) => [id, how]));

/** Moves a set of letters up or down by an exact amount, em units. */
export const liftGlyphs = (doc: Doc, ids: readonly string[], by: number): ProjectDiff | null =>
  placeGlyphs(doc, forAll(ids, { scale: 1, lift: by }), ids.length === 1 ? 'Move a letter' : 'Move letters');

/** Scales a set of letters about the baseline. */
export const scaleGlyphs = (
  doc: Doc,
  ids: readonly string[],
  scale: number,
  regain: boolean,
): ProjectDiff | null => placeGlyphs(doc, forAll(ids, { scale, lift: 0 }), 'Scale letters', { regain });

/** Turns each letter by its own angle, degrees against the clock; its lowest point stays as high as it was. */
function turnEach(doc: Doc, by: ReadonlyMap<string, number>, label: string): ProjectDiff | null {
  const how = new Map<string, Placing>();
  for (const [id, turn] of by) {
    const glyph = doc.glyphs[id];
    const before = glyph && inkBox(glyph);
    const after = glyph && contoursBox(transformContours(glyph.contours, rotation(turn * RAD)));
    if (before && after && turn !== 0) how.set(id, { scale: 1, lift: before.yMin - after.yMin, turn });
  }
  return placeGlyphs(doc, how, label);
}

/** Turns letters by an exact angle, degrees against the clock. */
export const turnGlyphs = (doc: Doc, ids: readonly string[], deg: number): ProjectDiff | null =>
  turnEach(doc, new Map(ids.map((id) => [id, deg])), ids.length === 1 ? 'Turn a letter' : 'Turn letters');

/** Turns letters so that their stems lean by so many degrees to the right; letters without stems stay. */
export function turnByStems(doc: Doc, ids: readonly string[], leanDeg: number): ProjectDiff | null {
  const by = ids.flatMap((id) => {
    const lean = stemLeanDeg(doc.glyphs[id]?.contours ?? []);
    return lean === null || Math.abs(lean - leanDeg) < LEAST_TURN_DEG ? [] : [[id, lean - leanDeg] as const];
  });
  return turnEach(
    doc,
    new Map(by),
    by.length === 1 ? 'Turn a letter by its stems' : 'Turn letters by their stems',
  );
}

/** Scales a set by the factor that brings one letter's top to a height: H to 700, and all others with it. */
export function scaleByReference(
  doc: Doc,
  ids: readonly string[],
  referenceId: string,
  height: number,
  regain: boolean,
): ProjectDiff | null {
  const top = topOf(doc.glyphs[referenceId]);
  return top === null || top <= 0 || height <= 0 ? null : scaleGlyphs(doc, ids, height / top, regain);
}

/** Puts letters that stand out onto their lines, as one step. */
export function mendStandings(doc: Doc, faulty: readonly Standing[]): ProjectDiff | null {
  const by = new Map(faulty.flatMap((s) => (s.mend ? [[s.id, s.mend] as const] : [])));
  return placeGlyphs(
    doc,
    by,
    by.size === 1 ? 'Put a letter on its line' : `Put ${by.size} letters on their lines`,
  );
}

/** Lets go of how letters were moved by hand: they stand where their sheet puts them. */
export function unplaceGlyphs(doc: Doc, ids: readonly string[]): ProjectDiff | null {
  const d = draft(doc);
  for (const id of ids) {
    const glyph = doc.glyphs[id];
    if (!glyph?.placing) continue;
    const back = invert(placingMap(glyph.placing));
    d.put('glyphs', { ...mapGlyph(glyph, back), placing: null });
  }
  return d.done('Let the lines place it');
}
