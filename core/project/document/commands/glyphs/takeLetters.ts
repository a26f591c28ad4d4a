import { compose, scaling } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { castingOf, projectOf } from '../../newProject';
import { glyphOfCodePoint } from '../../queries/lookups';
import type { ComponentRow, Doc, GlyphRow } from '../../schema';

/** Letters of another project, and how they come into this one. */
export interface LettersToTake {
  readonly from: Doc;
  /** Letters of `from`, by their ids. */
  readonly glyphIds: readonly string[];
  /** What their units are multiplied by. */
  readonly scale: number;
  /** Where this project has a letter already: the new drawing takes its place, or becomes another drawing of it. */
  readonly where: 'replace' | 'beside';
}

/**
 * Takes letters of a font that was opened into a project: outlines, parts that come along too as parts, anchors and white, all scaled. What
 * its licence keeps for itself is remembered, and its licence is taken over where this project says nothing of one.
 * Null when nothing comes of it.
 */
export function takeLetters(doc: Doc, letters: LettersToTake): ProjectDiff | null {
  const d = draft(doc);
  const rows = letters.glyphIds.flatMap((id) => letters.from.glyphs[id] ?? []);
  if (rows.length === 0) return null;
  const places = new Map(rows.map((row) => [row.id, placeOf(doc, d, row, letters.where)]));
  for (const row of rows) {
    const place = places.get(row.id);
    if (place) d.put('glyphs', { ...place, ...drawingOf(row, places, letters.scale) });
  }
  takeLicence(doc, letters.from, d);
  return d.done(rows.length === 1 ? 'Take a letter from a font' : 'Take letters from a font');
}

/** The glyph that a letter comes into: that of its character, another drawing of it, or a new one. Its row is put, so that names stay apart. */
function placeOf(doc: Doc, d: Draft, row: GlyphRow, where: LettersToTake['where']): GlyphRow {
  const { styleId } = projectOf(doc);
  const mine = d.all('glyphs').filter((g) => g.styleId === styleId);
  const named = (name: string) => mine.some((g) => g.name === name);
  const owner = row.codePoints.flatMap((cp) => glyphOfCodePoint(doc, cp) ?? [])[0] ?? mine.find((g) => g.codePoints.length === 0 && row.codePoints.length === 0 && g.name === row.name); // prettier-ignore
  if (owner && (where === 'replace' || owner.contours.length === 0)) return owner;
  const base = owner ? owner.name : row.name;
  let name = base;
  for (let k = owner ? 1 : 2; named(name); k++) name = owner ? `${base}.alt${k}` : `${base}.${k}`;
  const codePoints = owner ? [] : row.codePoints.filter((cp) => !glyphOfCodePoint(doc, cp));
  const fresh: GlyphRow = { ...row, id: d.newId('glyphs', name), name, codePoints, styleId, typed: [] };
  d.put('glyphs', fresh);
  return fresh;
}

/** A letter's drawing, scaled; parts stay parts where they come along. */
function drawingOf(row: GlyphRow, places: ReadonlyMap<string, GlyphRow>, scale: number): Partial<GlyphRow> {
  const grown = scaling(scale);
  const shrunk = scaling(1 / scale);
  const components = row.components.flatMap((c): ComponentRow[] => {
    const part = places.get(c.glyphId);
    return part ? [{ ...c, glyphId: part.id, transform: compose(grown, compose(c.transform, shrunk)) }] : [];
  });
  const parts = new Set(components.map((c) => c.id));
  return {
    contours: transformContours(row.contours, grown).map(({ of, ...c }) =>
      of !== undefined && parts.has(of) ? { ...c, of } : c,
    ),
    components,
    anchors: row.anchors.map((a) => ({ ...a, x: a.x * scale, y: a.y * scale })),
    bearings: { left: row.bearings.left * scale, right: row.bearings.right * scale },
    spacing: 'hand',
    follows: { left: null, right: null },
    layers: [],
    skeleton: null,
    placing: null,
    draft: false,
    source: null,
    picture: null,
    handEdited: true,
    cleaned: false,
    kept: [],
  };
}

function takeLicence(doc: Doc, from: Doc, d: Draft): void {
  const project = projectOf(doc);
  const theirs = projectOf(from).openedFrom;
  if (theirs) {
    const reserved = [...new Set([...(project.openedFrom?.reserved ?? []), ...theirs.reserved])];
    const openedFrom = { family: project.openedFrom?.family ?? theirs.family, reserved };
    d.put('project', { ...project, openedFrom });
  }
  const casting = castingOf(doc);
  const { copyright, licence, licenceUrl } = castingOf(from);
  if (casting.licence === '' && casting.licenceUrl === '' && casting.copyright === '')
    d.put('casting', { ...casting, copyright, licence, licenceUrl });
}
