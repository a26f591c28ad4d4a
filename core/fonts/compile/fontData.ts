import { mergeOverlaps } from '../../outlines/boolean/pieces';
import { addExtremes } from '../../foundations/geometry/addExtremes';
import { translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { contoursBox, unionBox, type Box } from '../../foundations/geometry/measure';
import { blankGlyph, castingOf, NOTDEF, projectOf, SPACE_BEARINGS } from '../../project/document/newProject';
import type { CastingRow, Doc, GlyphRow, Lines, StyleRow } from '../../project/document/schema';
import { glyphNameOf } from '../../type/names/glyphNames';
import type { Kerning } from '../opentype/layout/gposKern';
import { drawingsByName, ligaturesByName } from './byName';
import type { Alternates, Ligature } from '../opentype/layout/gsub';
import type { Marks } from '../opentype/layout/gposMark';
import { isInFont, showsNothing } from '../../project/document/queries/inFont';

/** A glyph ready for tables: whole units, right directions, origin where the font wants it. */
export interface CompiledGlyph {
  readonly id: string;
  readonly name: string;
  readonly codePoints: readonly number[];
  readonly contours: readonly Contour[];
  readonly advance: number;
  readonly box: Box | null;
  /** Named places, whole units, as the glyph stands in the font. */
  readonly anchors: readonly { readonly name: string; readonly x: number; readonly y: number }[];
}

/** All that the tables are made from, independent of the outline format. */
export interface FontData {
  readonly glyphs: readonly CompiledGlyph[];
  /** Code point to glyph index. */
  readonly mapping: ReadonlyMap<number, number>;
  readonly kerning: Kerning;
  readonly marks: Marks;
  readonly ligatures: readonly Ligature[];
  readonly alternates: readonly Alternates[];
  readonly box: Box;
  readonly unitsPerEm: number;
  readonly lines: Lines;
  /** From one baseline to the next, ems. */
  readonly lineSpacing: number;
  readonly style: StyleRow;
  readonly casting: CastingRow;
}

const roundPoint = <P extends { x: number; y: number } | null>(p: P): P =>
  (p === null ? null : { ...p, x: Math.round(p.x), y: Math.round(p.y) }) as P;

/**
 * Whole units, handles kept level or upright where they are so: rounding node and handle alike does that by itself.
 * Contours that rounding makes too small to have an area go.
 */
function roundContours(contours: readonly Contour[]): Contour[] {
  return contours
    .map((c) => ({
      ...c,
      nodes: c.nodes.map((n) => ({ ...roundPoint(n), in: roundPoint(n.in), out: roundPoint(n.out) })),
    }))
    .filter((c) => c.closed && c.nodes.length > 1);
}

/** An extreme further than this beyond its curve's ends gets a point, em units; a handle reaches out several times as far. */
const EXTREME_EXCESS_EM = 0.05;

/** Results by glyph row: rows are immutable, so an unchanged glyph is never done twice. */
const cache = new WeakMap<GlyphRow, CompiledGlyph>();

export function compileGlyph(glyph: GlyphRow): CompiledGlyph {
  const known = cache.get(glyph);
  if (known) return known;
  const exact = contoursBox(glyph.contours);
  // The ink starts on a whole unit, so that bearings come out as they were typed.
  const shift = Math.round(glyph.bearings.left) - Math.round(exact?.xMin ?? 0);
  const snapped = translation(Math.round(exact?.xMin ?? 0) - (exact?.xMin ?? 0) + shift, 0);
  const contours = roundContours(
    rightDirections(mergeOverlaps(transformContours(glyph.contours, snapped).filter((c) => c.closed))).map(
      (c) => addExtremes(c, EXTREME_EXCESS_EM),
    ),
  );
  const box = contoursBox(contours);
  const width = box ? Math.round(box.xMax) : Math.round(glyph.bearings.left);
  const compiled: CompiledGlyph = {
    id: glyph.id,
    name: glyph.name,
    codePoints: glyph.codePoints,
    contours,
    advance: Math.max(0, width + Math.round(glyph.bearings.right)),
    box,
    anchors: glyph.anchors.map((a) => ({ name: a.name, x: Math.round(a.x + snapped.e), y: Math.round(a.y) })),
  };
  cache.set(glyph, compiled);
  return compiled;
}

/** Glyph order: .notdef, then by first code point, then by name (OpenType, "Recommendations": .notdef is glyph 0). */
function inFontOrder(glyphs: readonly GlyphRow[]): GlyphRow[] {
  const key = (g: GlyphRow) => (g.name === NOTDEF ? -1 : (g.codePoints[0] ?? Infinity));
  return [...glyphs].sort((a, b) => key(a) - key(b) || (a.name < b.name ? -1 : 1));
}

function kerningData(doc: Doc, styleId: string, index: ReadonlyMap<string, number>): Kerning {
  const groupsOf = (side: 'left' | 'right') =>
    Object.values(doc.groups).filter((g) => g.styleId === styleId && g.side === side);
  const [left, right] = [groupsOf('left'), groupsOf('right')];
  const values = left.map(() => right.map(() => 0));
  const pairs: { left: number; right: number; value: number }[] = [];
  const own = new Set(Object.values(doc.kerning).map((k) => `${k.left} ${k.right}`));
  for (const k of Object.values(doc.kerning)) {
    if (k.styleId !== styleId) continue;
    const [l, r] = [left.findIndex((g) => g.id === k.left), right.findIndex((g) => g.id === k.right)];
    if (l >= 0 && r >= 0) {
      values[l]![r] = Math.round(k.value);
      continue;
    }
    // One letter with a group is every pair of them, unless that pair is kerned by itself.
    const firsts = l >= 0 ? left[l]!.glyphIds : [k.left];
    const seconds = r >= 0 ? right[r]!.glyphIds : [k.right];
    const mixed = l >= 0 || r >= 0;
    for (const a of firsts)
      for (const b of seconds) {
        if (!index.has(a) || !index.has(b) || (mixed && own.has(`${a} ${b}`))) continue;
        pairs.push({ left: index.get(a)!, right: index.get(b)!, value: Math.round(k.value) });
      }
  }
  const indices = (ids: readonly string[]) => ids.map((id) => index.get(id)).filter((i) => i !== undefined);
  return {
    pairs,
    groups: {
      left: left.map((g) => indices(g.glyphIds)),
      right: right.map((g) => indices(g.glyphIds)),
      values,
    },
  };
}

/** A mark's own anchor is called like the letter's it goes to, with this before it (as in UFO 3 and feature files). */
const MARK_SIGN = '_';

/** Which marks go where, by the names of anchors. */
function marksOf(glyphs: readonly CompiledGlyph[]): Marks {
  const own = (g: CompiledGlyph) => g.anchors.find((a) => a.name.startsWith(MARK_SIGN));
  const names = [...new Set(glyphs.flatMap((g) => own(g)?.name.slice(1) ?? []))].sort();
  return {
    classes: names.length,
    marks: glyphs.flatMap((g, glyph) => {
      const at = own(g);
      return at ? [{ glyph, markClass: names.indexOf(at.name.slice(1)), at }] : [];
    }),
    bases: glyphs.flatMap((g, glyph) => {
      const at = names.map((name) => g.anchors.find((a) => a.name === name) ?? null);
      return own(g) || at.every((a) => a === null) ? [] : [{ glyph, at }];
    }),
  };
}

/**
 * Letters that names are typed with and that nobody drew. A name can only be found by letters that the font has; so that a
 * word that isn't a name doesn't vanish, they look like `.notdef`, and a space between words is as wide as one.
 */
function lettersOfNames(glyphs: readonly GlyphRow[]): GlyphRow[] {
  const typed = new Set(glyphs.flatMap((g) => g.typed.flatMap((name) => [...name])));
  if (typed.size === 0) return [];
  const have = new Set(glyphs.flatMap((g) => g.codePoints));
  const notdef = glyphs.find((g) => g.name === NOTDEF);
  return [...typed]
    .map((c) => c.codePointAt(0)!)
    .filter((cp) => !have.has(cp))
    .map((cp) => letterOfNames(cp, notdef));
}

/** Rows made once for each `.notdef`, so that what is compiled of them is kept as well. */
const boxLetters = new WeakMap<object, Map<number, GlyphRow>>();
const WITHOUT_NOTDEF = {};
function letterOfNames(cp: number, notdef: GlyphRow | undefined): GlyphRow {
  const known = boxLetters.get(notdef ?? WITHOUT_NOTDEF) ?? new Map<number, GlyphRow>();
  boxLetters.set(notdef ?? WITHOUT_NOTDEF, known);
  const name = glyphNameOf(cp);
  const blank = { ...blankGlyph(name, name, [cp], notdef?.styleId), bearings: SPACE_BEARINGS };
  const row =
    known.get(cp) ??
    (notdef && !showsNothing(cp)
      ? { ...blank, contours: notdef.contours, bearings: notdef.bearings }
      : blank);
  known.set(cp, row);
  return row;
}

/** Typed names become ligatures, where all their letters are in the font. */
function ligaturesOf(rows: readonly GlyphRow[], mapping: ReadonlyMap<number, number>): Ligature[] {
  const taken = new Set<string>();
  return rows.flatMap((row, glyph) =>
    row.typed.flatMap((name): Ligature[] => {
      const parts = [...name].map((c) => mapping.get(c.codePointAt(0)!));
      if (parts.length < 2 || parts.some((p) => p === undefined) || taken.has(name)) return [];
      taken.add(name);
      return [{ parts: parts as number[], glyph }];
    }),
  );
}

/** Gathers one style of a project for compiling. */
export function fontData(doc: Doc, styleId: string): FontData {
  const project = projectOf(doc);
  const drawn = Object.values(doc.glyphs).filter((g) => g.styleId === styleId && isInFont(g));
  const rows = inFontOrder([...drawn, ...lettersOfNames(drawn)]);
  const glyphs = rows.map(compileGlyph);
  const mapping = new Map<number, number>();
  glyphs.forEach((g, i) => g.codePoints.forEach((cp) => mapping.has(cp) || mapping.set(cp, i)));
  const index = new Map(glyphs.map((g, i) => [g.id, i]));
  const box = glyphs.reduce<Box | null>((b, g) => unionBox(b, g.box), null);
  return {
    glyphs,
    mapping,
    kerning: kerningData(doc, styleId, index),
    marks: marksOf(glyphs),
    ligatures: [...ligaturesOf(rows, mapping), ...ligaturesByName(rows)],
    alternates: drawingsByName(rows),
    box: box ?? { xMin: 0, yMin: 0, xMax: 0, yMax: 0 },
    unitsPerEm: project.unitsPerEm,
    lines: project.lines,
    lineSpacing: project.lineSpacing,
    style: doc.styles[styleId]!,
    casting: castingOf(doc),
  };
}
