import { compose, type Affine } from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { draft, type ProjectDiff } from '../../changes/diff';
import { glyphNamed } from '../../identity';
import { blankGlyph } from '../../newProject';
import type { Doc, GlyphRow } from '../../schema';
import { own, withOutline } from './edit';

/** Chosen contours of a letter become a part of their own, which this letter has from now on. */
export function shareContours(
  doc: Doc,
  glyphId: string,
  chosen: readonly number[],
  name: string,
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const mine = glyph?.contours.filter((c, i) => chosen.includes(i) && c.of === undefined) ?? [];
  if (!glyph || mine.length === 0) return null;
  const partName = freeName(doc, `part.${name.trim().replace(/[^A-Za-z0-9._]+/g, '_') || 'shared'}`);
  const d = draft(doc);
  const partId = d.newId('glyphs', partName);
  d.put('glyphs', {
    ...blankGlyph(partId, partName, [], glyph.styleId),
    contours: mine,
    role: 'part',
    handEdited: true,
    spacing: 'hand',
  });
  const id = componentId(glyph);
  d.put('glyphs', {
    ...glyph,
    contours: glyph.contours.map((c) => (mine.includes(c) ? { ...c, of: id } : c)),
    components: [
      ...glyph.components,
      { id, glyphId: partId, transform: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }, mark: null },
    ],
    handEdited: true,
  });
  return d.done('Share a part');
}

function freeName(doc: Doc, wanted: string): string {
  if (!glyphNamed(doc, wanted)) return wanted;
  let k = 2;
  while (glyphNamed(doc, `${wanted}${k}`)) k++;
  return `${wanted}${k}`;
}

const componentId = (glyph: GlyphRow): string => {
  let k = 1;
  while (glyph.components.some((c) => c.id === `c${k}`)) k++;
  return `c${k}`;
};

export type PartPlacing = 'as it is' | 'mirrored' | 'turned' | 'upside down';

/** A part about its own middle: mirrored left to right, turned half round, or upside down. */
function partTransform(part: readonly Contour[], placing: PartPlacing): Affine {
  const box = contoursBox(part) ?? { xMin: 0, xMax: 0, yMin: 0, yMax: 0 };
  const [mx, my] = [box.xMin + box.xMax, box.yMin + box.yMax];
  const [a, d] =
    placing === 'as it is'
      ? [1, 1]
      : placing === 'mirrored'
        ? [-1, 1]
        : placing === 'turned'
          ? [-1, -1]
          : [1, -1];
  return { a, b: 0, c: 0, d, e: a < 0 ? mx : 0, f: d < 0 ? my : 0 };
}

/** A part put into a letter, its box's corner at (x, y) of the letter's drawing; `instead` names contours it takes the place of. */
export function placePart(
  doc: Doc,
  glyphId: string,
  partId: string,
  placing: PartPlacing,
  at: { readonly x: number; readonly y: number },
  instead: readonly number[] = [],
): ProjectDiff | null {
  const [glyph, part] = [doc.glyphs[glyphId], doc.glyphs[partId]];
  if (!glyph || !part || leadsTo(doc, partId, glyphId)) return null;
  const turn = partTransform(part.contours, placing);
  const box = contoursBox(transformContours(part.contours, turn));
  if (!box) return null;
  const transform = compose({ a: 1, b: 0, c: 0, d: 1, e: at.x - box.xMin, f: at.y - box.yMin }, turn);
  const id = componentId(glyph);
  const drawn = transformContours(part.contours, transform).map((c) => ({ ...c, of: id }));
  const rest = glyph.contours.filter((_, i) => !instead.includes(i));
  const left = new Set(rest.map((c) => c.of));
  const d = draft(doc);
  d.put('glyphs', {
    ...withOutline(glyph, [...rest, ...drawn]),
    components: [
      ...glyph.components.filter((c) => left.has(c.id)),
      { id, glyphId: partId, transform, mark: null },
    ],
    handEdited: true,
  });
  return d.done('Place a shared part');
}

/** Whether a glyph is (made of) another: a part can't hold itself. */
function leadsTo(doc: Doc, from: string, to: string): boolean {
  return from === to || (doc.glyphs[from]?.components.some((c) => leadsTo(doc, c.glyphId, to)) ?? false);
}

/** A letter's shared part made its own again; the outline stays as it is. */
export function setFree(doc: Doc, glyphId: string, id: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph?.components.some((c) => c.id === id)) return null;
  const d = draft(doc);
  d.put('glyphs', {
    ...glyph,
    contours: glyph.contours.map((c) => (c.of === id ? own(c) : c)),
    components: glyph.components.filter((c) => c.id !== id),
    handEdited: true,
  });
  return d.done('Set a part free');
}
