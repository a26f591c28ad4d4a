import { regainWeight } from '../../dress/regainWeight';
import { stemOf } from '../../dress/stems';
import { compose, scaling, translation, type Affine } from '../../geometry/affine';
import { transformContours, type Contour } from '../../geometry/contour';
import { contoursBox } from '../../geometry/measure';
import { linesOfLetters, standingsOf, type Stander, type Standing } from '../../seat/standing';
import { draft, type ProjectDiff } from '../diff';
import { inkBox } from '../metrics';
import { projectOf } from '../newProject';
import type { Doc, GlyphRow, Lines, ProjectRow } from '../schema';
import { mapGlyph } from './dressing/scaling';

export type Placing = NonNullable<GlyphRow['placing']>;

/** A placing as a map of em units: first the factor about the baseline, then the lift. */
export const placingMap = (p: Placing | null): Affine =>
  p === null ? translation(0, 0) : compose(translation(0, p.lift), scaling(p.scale, p.scale));

const NOWHERE = 1e-9;

/** One placing after another; null when together they leave a letter where it is. */
function after(first: Placing | null, then: Placing): Placing | null {
  const scale = then.scale * (first?.scale ?? 1);
  const lift = then.scale * (first?.lift ?? 0) + then.lift;
  return Math.abs(scale - 1) < NOWHERE && Math.abs(lift) < NOWHERE ? null : { scale, lift };
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
  const moved = { ...mapGlyph(glyph, placingMap(by)), placing: after(glyph.placing, by) };
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
 * Scales letters about the baseline and lifts them, em units; the same for all, or by letter. They keep it when sheets are
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
    if (!glyph || glyph.contours.length === 0 || (how.scale === 1 && how.lift === 0) || !(how.scale > 0))
      continue;
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

/** Height of a letter above the baseline, em units; null without ink. */
export const topOf = (glyph: GlyphRow | undefined): number | null => (glyph && inkBox(glyph)?.yMax) ?? null;

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

/** Letters and figures of the style in hand by their lowest and highest points. */
export function standersOf(doc: Doc): Stander[] {
  const { styleId } = projectOf(doc);
  return Object.values(doc.glyphs).flatMap((g): Stander[] => {
    const box = inkBox(g);
    const [point] = g.codePoints;
    if (!box || point === undefined || g.styleId !== styleId) return [];
    return [{ id: g.id, char: String.fromCodePoint(point), bottom: box.yMin, top: box.yMax }];
  });
}

/** How all letters stand on the lines. */
export function standings(doc: Doc): Standing[] {
  const { lines, overshoot } = projectOf(doc);
  return standingsOf(standersOf(doc), lines, overshoot);
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
    const { scale, lift } = glyph.placing;
    const back = compose(scaling(1 / scale, 1 / scale), translation(0, -lift));
    d.put('glyphs', { ...mapGlyph(glyph, back), placing: null });
  }
  return d.done('Let the lines place it');
}

/** The lines taken from the letters as they are; no letter moves. */
export const takeLinesOfLetters = (doc: Doc): ProjectDiff | null =>
  changeLines(doc, linesOfLetters(standersOf(doc), projectOf(doc).lines));

/** Other lines, with no letter moved. */
export function changeLines(doc: Doc, lines: Partial<Lines>): ProjectDiff | null {
  const project = projectOf(doc);
  const next = { ...project.lines, ...lines };
  if ((Object.keys(next) as (keyof Lines)[]).every((k) => next[k] === project.lines[k])) return null;
  const d = draft(doc);
  d.put('project', { ...project, lines: next });
  return d.done('Take the lines of the letters');
}

/** The overshoot of round letters, or the line spacing. */
export function changeSeatFacts(
  doc: Doc,
  change: Partial<Pick<ProjectRow, 'overshoot' | 'lineSpacing'>>,
): ProjectDiff | null {
  const d = draft(doc);
  d.put('project', { ...projectOf(doc), ...change });
  if (change.lineSpacing !== undefined) return d.done('Change the line spacing');
  return d.done('Change the overshoot');
}
