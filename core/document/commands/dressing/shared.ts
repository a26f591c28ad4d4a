import { compose, translation, type Affine } from '../../../geometry/affine';
import { transformContours, type Contour } from '../../../geometry/contour';
import { contoursBox } from '../../../geometry/measure';
import { draft, mergeDiffs, applyDiff, type ProjectDiff } from '../../diff';
import { blankGlyph, projectOf } from '../../newProject';
import type { ComponentRow, Doc, GlyphRow } from '../../schema';
import { markPlace } from '../markPlace';
import { own, withOutline } from './edit';

/** Letters that have a part, directly. */
export const usersOf = (doc: Doc, partId: string): GlyphRow[] =>
  Object.values(doc.glyphs).filter((g) => g.components.some((c) => c.glyphId === partId));

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
  const partId = freeId(doc, `part.${name.trim().replace(/[^A-Za-z0-9._]+/g, '_') || 'shared'}`);
  const d = draft(doc);
  d.put('glyphs', {
    ...blankGlyph(partId, partId, [], glyph.styleId),
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

function freeId(doc: Doc, wanted: string): string {
  if (!doc.glyphs[wanted]) return wanted;
  let k = 2;
  while (doc.glyphs[`${wanted}${k}`]) k++;
  return `${wanted}${k}`;
}

const componentId = (glyph: GlyphRow): string => {
  let k = 1;
  while (glyph.components.some((c) => c.id === `c${k}`)) k++;
  return `c${k}`;
};

export type PartPlacing = 'as it is' | 'mirrored' | 'turned' | 'upside down';

/** A part about its own middle: mirrored left to right, turned half round, or upside down. */
export function partTransform(part: readonly Contour[], placing: PartPlacing): Affine {
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

/** A letter whose parts are drawn as those are now; marks that nobody moved find their place anew. */
function redrawn(glyph: GlyphRow, doc: Doc): GlyphRow {
  let contours = [...glyph.contours];
  const components: ComponentRow[] = [];
  let below: Contour[] = [];
  for (const component of glyph.components) {
    const part = doc.glyphs[component.glyphId];
    if (!part) {
      components.push(component);
      continue;
    }
    let { transform } = component;
    if (component.mark !== null && below.length > 0) {
      const anchors = components.length === 1 ? (doc.glyphs[components[0]!.glyphId]?.anchors ?? []) : [];
      const to = markPlace({ contours: below, anchors }, part, component.mark, projectOf(doc).lines.xHeight);
      transform = translation(to.x, to.y);
    }
    const fresh = transformContours(part.contours, transform).map((c) => ({ ...c, of: component.id }));
    const at = contours.findIndex((c) => c.of === component.id);
    contours = contours.filter((c) => c.of !== component.id);
    contours.splice(at < 0 ? contours.length : at, 0, ...fresh);
    below = [...below, ...fresh];
    components.push({ ...component, transform });
  }
  return { ...withOutline(glyph, contours), components };
}

/**
 * The same edit with every letter redrawn whose parts it changes, letters made of those letters included. Letters whose part
 * is removed keep its outline as their own. Costs nothing when no glyph of the edit is a part.
 */
export function keepInStep(doc: Doc, diff: ProjectDiff): ProjectDiff {
  const wanted = new Set(diff.changes.flatMap((c) => (c.table === 'glyphs' ? [c.id] : [])));
  if (wanted.size === 0) return diff;
  const linked = Object.values(doc.glyphs).some((g) => g.components.some((c) => wanted.has(c.glyphId)));
  const fresh = diff.changes.some(
    (c) => c.table === 'glyphs' && ((c.after as GlyphRow | null)?.components.length ?? 0) > 0,
  );
  if (!linked && !fresh) return diff;
  let made = diff;
  let round = [...wanted];
  // As deep as parts of parts go; a ring can't arise, and if one did it would end here.
  for (let depth = 0; depth < 8 && round.length > 0; depth++) {
    const now = applyDiff(doc, made);
    const d = draft(now);
    const next: string[] = [];
    for (const g of Object.values(now.glyphs)) {
      const touched = g.components.filter((c) => round.includes(c.glyphId));
      if (touched.length === 0) continue;
      const gone = touched.filter((c) => !now.glyphs[c.glyphId]).map((c) => c.id);
      const freed: GlyphRow = {
        ...g,
        components: g.components.filter((c) => !gone.includes(c.id)),
        contours: g.contours.map((c) =>
          c.of !== undefined && gone.includes(c.of) ? { ...c, of: undefined } : c,
        ),
      };
      d.put('glyphs', redrawn(freed, now));
      next.push(g.id);
    }
    const step = d.done(diff.label);
    if (!step) break;
    made = mergeDiffs(made, step);
    round = next;
  }
  return made;
}
