import { translation } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { slightlyOtherwise } from '../../../../outlines/dress/otherwise';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { glyphNamed, newId } from '../../identity';
import { formsOf, letterOf } from '../../queries/forms';
import { kerningBetween } from '../../queries/kerning';
import { advanceOf, originX } from '../../queries/metrics';
import type { Doc, GlyphRow } from '../../schema';
import { own, withOutline, withSkeleton } from '../outline/edit';

/** A name for one more drawing of a letter: a.alt1, a.alt2 ..., the first that is free. */
function freeFormName(doc: Doc, letter: GlyphRow): string {
  for (let k = 1; ; k++) if (!glyphNamed(doc, `${letter.name}.alt${k}`)) return `${letter.name}.alt${k}`;
}

/** A drawing of its own with another's outline, to be altered; it has no character and comes from no sheet. */
const copyOf = (glyph: GlyphRow, id: string, name: string): GlyphRow => ({
  ...glyph,
  id,
  name,
  codePoints: [],
  typed: [],
  source: null,
  picture: null,
  kept: [],
  handEdited: true,
  draft: false,
});

/**
 * Kerns a new drawing as the drawings are kerned that its two edges are taken from: in their groups, and in pairs of their own. `left`:
 * whose left edge it has, which meets what stands before it.
 */
function kernAlike(
  d: Draft,
  id: string,
  { left, right }: { readonly left: string; readonly right: string },
): void {
  const groups = d.all('groups');
  for (const g of groups)
    if (g.glyphIds.includes(g.side === 'left' ? right : left))
      d.put('groups', { ...g, glyphIds: [...g.glyphIds, id] });
  for (const k of d.all('kerning')) {
    const [asLeft, asRight] = [k.left === right, k.right === left];
    const pairs = [...(asLeft ? [[id, k.right]] : []), ...(asRight ? [[k.left, id]] : [])];
    for (const [a = '', b = ''] of pairs)
      d.put('kerning', { ...k, id: d.newId('kerning', `${a} ${b}`), left: a, right: b });
  }
}

/** One more drawing of a letter, a copy to be altered, called a.alt1 or as `name` says. Null for what isn't drawn, or when the name is taken. */
export function copyForm(doc: Doc, glyphId: string, name?: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || glyph.contours.length === 0) return null;
  const called = name ?? freeFormName(doc, letterOf(doc, glyph));
  if (glyphNamed(doc, called)) return null;
  const d = draft(doc);
  const row = copyOf(glyph, d.newId('glyphs', called), called);
  d.put('glyphs', row);
  kernAlike(d, row.id, { left: glyph.id, right: glyph.id });
  return d.done(`Copy ${glyph.name} as ${called}`);
}

/** Names of the further drawings that letters lack to have so many that take turns, by letter. */
function lackingNames(doc: Doc, glyphIds: readonly string[], count: number): Map<GlyphRow, string[]> {
  const lacking = new Map<GlyphRow, string[]>();
  for (const id of glyphIds) {
    const glyph = doc.glyphs[id];
    if (!glyph || glyph.contours.length === 0 || glyph.codePoints.length === 0) continue;
    const have = formsOf(doc, glyph).others.filter((g) => /\.alt\d+$/.test(g.name));
    const taken = new Set(have.map((g) => g.name));
    const names: string[] = [];
    for (let k = 1; taken.size + names.length < count; k++)
      if (!taken.has(`${glyph.name}.alt${k}`)) names.push(`${glyph.name}.alt${k}`);
    lacking.set(glyph, names);
  }
  return lacking;
}

/** How many drawings would be derived. */
export const formsLacking = (doc: Doc, glyphIds: readonly string[], count: number): number =>
  [...lackingNames(doc, glyphIds, count).values()].reduce((n, names) => n + names.length, 0);

/**
 * Slight variants of letters, so that each has so many further drawings that take turns; those there are count. `amount`: how far they
 * may part from the letter, 0 to 1. They are marked as drafts until somebody works on them or accepts them. Null when none is wanting.
 */
export function deriveForms(
  doc: Doc,
  glyphIds: readonly string[],
  { count, amount }: { readonly count: number; readonly amount: number },
): ProjectDiff | null {
  const d = draft(doc);
  let made = 0;
  for (const [glyph, names] of lackingNames(doc, glyphIds, count))
    for (const name of names) {
      const row = copyOf(glyph, newId(doc, 'glyphs', name), name);
      const seed = Number(/\d+$/.exec(name)?.[0]);
      d.put('glyphs', { ...varied(row, amount, seed), handEdited: false, cleaned: true, draft: true });
      kernAlike(d, row.id, { left: glyph.id, right: glyph.id });
      made++;
    }
  return made > 0 ? d.done(made === 1 ? 'Derive a variant' : `Derive ${made} variants`) : null;
}

/** A letter drawn a little otherwise: along its skeleton where it has one, by its outline else. Places where strokes join stay. */
function varied(glyph: GlyphRow, amount: number, seed: number): GlyphRow {
  const box = contoursBox(glyph.contours);
  if (!box) return glyph;
  const fixed = glyph.anchors.filter((a) => a.name === 'entry' || a.name === 'exit');
  const how = { box, amount, seed, fixed };
  const free = { ...glyph, components: [], contours: glyph.contours.map(own) };
  const { skeleton } = free;
  return skeleton
    ? withSkeleton(free, { ...skeleton, lines: slightlyOtherwise(skeleton.lines, how) })
    : withOutline(free, slightlyOtherwise(free.contours, how));
}

/**
 * A ligature of letters, begun with their drawings side by side as they are set, to be altered; called by its parts, so that the font
 * puts it in their place. Null when one isn't drawn, or there is such a ligature.
 */
export function beginLigature(doc: Doc, glyphIds: readonly string[]): ProjectDiff | null {
  const parts = glyphIds.map((id) => doc.glyphs[id]);
  const drawn = parts.flatMap((g) => (g && g.contours.length > 0 ? [g] : []));
  const [first] = drawn;
  const last = drawn[drawn.length - 1];
  const name = drawn.map((g) => g.name).join('_');
  if (!first || !last || drawn.length < 2 || drawn.length < parts.length || glyphNamed(doc, name))
    return null;
  const kern = kerningBetween(doc);
  let pen = 0;
  const contours = drawn.flatMap((g, k) => {
    const at = translation(pen - originX(g), 0);
    const next = drawn[k + 1];
    pen += advanceOf(g) + (next ? kern(g.id, next.id) : 0);
    return transformContours(g.contours.map(own), at);
  });
  const d = draft(doc);
  const id = d.newId('glyphs', name);
  d.put('glyphs', {
    ...copyOf(first, id, name),
    contours,
    layers: [],
    components: [],
    anchors: [],
    skeleton: null,
    bearings: { left: first.bearings.left, right: last.bearings.right },
    follows: { left: null, right: null },
    draft: true,
  });
  kernAlike(d, id, { left: first.id, right: last.id });
  return d.done(`Begin the ligature ${name}`);
}
