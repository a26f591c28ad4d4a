import { compose, invert, type Affine } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { rightDirections } from '../../../../foundations/geometry/direction';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { transformPaint } from '../../../../foundations/geometry/paint';
import { glyphNameOf } from '../../../../type/names/glyphNames';
import { iconName } from '../../../../type/names/iconName';
import { finish, type Steps } from '../../../../foundations/steps';
import { seatSheet, type SeatedSheet } from '../../../../type/seat/seatSheet';
import type { Draft } from '../../changes/diff';
import { mapGlyph } from '../outline/scaling';
import { placingMap } from './placing';
import { PRIVATE } from '../glyphs/privateCodes';
import { blankGlyph, projectOf } from '../../newProject';
import type { Doc, GlyphRow, PieceRow, ProjectRow, SheetRow } from '../../schema';
import { isWorkedOn } from '../../queries/glyphs';
import { isUsed } from '../../queries/sheets';
import { TINY } from '../../../../foundations/geometry/tolerance';

/** What a glyph is called and stands for; apart from its id, which never changes. */
interface Called {
  readonly name: string;
  readonly codePoints: number[];
}

/**
 * What a piece's glyph is called: "A", "eacute"; a ligature's letters joined as in "f_i", another drawing's variant behind
 * a dot as in "a.alt1" (Adobe Glyph List Specification, section 6). Only a letter itself has a code point.
 */
function calledBy(piece: PieceRow): Called {
  const points = [...piece.char!].map((c) => c.codePointAt(0)!);
  const plain = points.map(glyphNameOf).join('_') + (piece.variant === null ? '' : `.${piece.variant}`);
  const codePoints = points.length === 1 && piece.variant === null ? points : [];
  const isPrivate = points[0]! >= PRIVATE[0] && points[0]! <= PRIVATE[1];
  const name = piece.name !== null && isPrivate && codePoints.length > 0 ? iconName(piece.name) : plain;
  return { name, codePoints };
}

/** Glyphs by what they stand for and where they come from, as an edit under way has them. */
class GlyphIndex {
  private readonly byName = new Map<string, GlyphRow>();
  private readonly byPoint = new Map<number, GlyphRow>();
  private readonly byPiece = new Map<string, GlyphRow>();

  constructor(glyphs: readonly GlyphRow[]) {
    for (const g of glyphs) {
      if (!this.byName.has(g.name)) this.byName.set(g.name, g);
      for (const cp of g.codePoints) if (!this.byPoint.has(cp)) this.byPoint.set(cp, g);
      if (g.source) this.byPiece.set(g.source.pieceId, g);
    }
  }

  ofPiece = (pieceId: string): GlyphRow | undefined => this.byPiece.get(pieceId);

  called({ name, codePoints: [point] }: Called): GlyphRow | undefined {
    return this.byName.get(name) ?? (point === undefined ? undefined : this.byPoint.get(point));
  }
}

/** A glyph under another name; further characters that it was given stay with it. */
export const renamed = (g: GlyphRow, { name, codePoints }: Called): GlyphRow => ({
  ...g,
  name,
  codePoints: codePoints.length > 0 ? [...new Set([...codePoints, ...g.codePoints.slice(1)])] : [],
});

const hasName = (g: GlyphRow, { name, codePoints: [point] }: Called): boolean =>
  g.name === name || (point !== undefined && g.codePoints.includes(point));

/** The glyph that a character has in an edit under way, made blank when there is none. */
export function glyphOfCharacter(d: Draft, codePoint: number, styleId: string): GlyphRow {
  const called = { name: glyphNameOf(codePoint), codePoints: [codePoint] };
  return (
    new GlyphIndex(d.all('glyphs')).called(called) ??
    blankGlyph(d.newId('glyphs', called.name), called.name, called.codePoints, styleId)
  );
}

/** The glyph that a piece's character has already, made blank when there is none. */
export function glyphOfPiece(doc: Doc, d: Draft, piece: PieceRow): GlyphRow {
  const called = calledBy(piece);
  return (
    new GlyphIndex(d.all('glyphs')).called(called) ??
    blankGlyph(d.newId('glyphs', called.name), called.name, called.codePoints, projectOf(doc).styleId)
  );
}

/**
 * Which glyph each named piece of a sheet draws. A piece keeps the glyph it drew before, which is renamed with it, so that
 * white, kerning and groups stay with the drawing; a piece without one takes its character's glyph when that is free: blank,
 * or drawn by a piece of the same sheet that is gone or no longer called so. Somebody else's drawing is never taken.
 */
function glyphsOfPieces(
  doc: Doc,
  d: Draft,
  sheet: SheetRow,
  named: readonly PieceRow[],
): Map<string, GlyphRow> {
  const index = new GlyphIndex(d.all('glyphs'));
  const wishes = new Map(named.map((p) => [p.id, calledBy(p)]));
  /** Whether a glyph's own piece still calls it so. */
  const isHeld = (g: GlyphRow): boolean => {
    if (g.source === null) return g.contours.length > 0;
    if (g.source.sheetId !== sheet.id) return true;
    const wish = wishes.get(g.source.pieceId);
    return isWorkedOn(g) && !wish ? true : wish !== undefined && hasName(g, wish);
  };
  const out = new Map<string, GlyphRow>();
  const given = { glyphs: new Set<string>(), names: new Set<string>() };
  const give = (piece: PieceRow, glyph: GlyphRow, called: Called) => {
    out.set(piece.id, glyph);
    given.glyphs.add(glyph.id);
    given.names.add(called.name);
  };
  for (const piece of named) {
    const called = wishes.get(piece.id)!;
    const own = index.ofPiece(piece.id);
    if (!own || given.names.has(called.name)) continue;
    if (hasName(own, called)) give(piece, own, called);
    else {
      const other = index.called(called);
      if (other && isHeld(other)) continue;
      // A blank that only kept the name gives way.
      if (other && other.source === null) d.remove('glyphs', other.id);
      give(piece, renamed(own, called), called);
    }
  }
  for (const piece of named) {
    const called = wishes.get(piece.id)!;
    if (index.ofPiece(piece.id) || given.names.has(called.name)) continue;
    const other = index.called(called);
    if (other && (given.glyphs.has(other.id) || isHeld(other))) continue;
    const id = other?.id ?? d.newId('glyphs', called.name);
    give(piece, other ?? blankGlyph(id, called.name, called.codePoints, projectOf(doc).styleId), called);
  }
  return out;
}

/** A letter worked on after tracing, moved and scaled as its picture is, so that it stays over it. */
function reseated(glyph: GlyphRow, to: Affine): GlyphRow {
  const from = glyph.source!.transform;
  if ((['a', 'b', 'c', 'd', 'e', 'f'] as const).every((k) => Math.abs(from[k] - to[k]) < TINY)) return glyph;
  return { ...mapGlyph(glyph, compose(to, invert(from))), source: { ...glyph.source!, transform: to } };
}

/** Glyphs of the sheet's pieces made or moved to where the lines and the sheet's seating put them. */
export const seatInto = (doc: Doc, d: Draft, sheet: SheetRow, pieces: readonly PieceRow[]): void =>
  finish(seating(doc, d, sheet, pieces));

/** The same, letter by letter. */
export function* seating(doc: Doc, d: Draft, sheet: SheetRow, pieces: readonly PieceRow[]): Steps<void> {
  const project = d.get('project', projectOf(doc).id)!;
  const named = pieces.filter((p) => isUsed(p) && p.char !== null);
  for (const p of named) {
    // Boxes are remembered: seating all letters asks for each.
    contoursBox(p.outline);
    yield;
  }
  const seated = seatSheet(
    named.map((p) => ({ ...p, char: p.char! })),
    {
      ...sheet.seating,
      ...project.lines,
      unitsPerEm: project.unitsPerEm,
      skewRad: sheet.skewRad,
    },
  );
  const placed = new Set<string>();
  const drawn = glyphsOfPieces(
    doc,
    d,
    sheet,
    named.filter((p) => seated.letters.has(p.id)),
  );
  for (const piece of named) {
    const glyph = drawn.get(piece.id);
    if (!glyph) continue;
    yield;
    const to = compose(placingMap(glyph.placing), seated.letters.get(piece.id)!);
    if (isWorkedOn(glyph)) {
      if (glyph.source?.pieceId === piece.id) d.put('glyphs', reseated(glyph, to));
      continue;
    }
    placed.add(glyph.id);
    d.put('glyphs', {
      ...glyph,
      // Pictures are traced with y down; whichever way artwork runs, letters run right from the start.
      contours: rightDirections(transformContours(piece.outline, to)),
      layers: piece.layers.map((l) => ({
        paint: transformPaint(l.paint, to),
        contours: transformContours(l.contours, to),
      })),
      source: { pieceId: piece.id, sheetId: sheet.id, transform: to },
    });
  }
  // Glyphs whose piece lost its name or was dropped have nothing to show any more.
  for (const g of d.all('glyphs'))
    if (g.source?.sheetId === sheet.id && !placed.has(g.id) && !isWorkedOn(g)) d.remove('glyphs', g.id);
  if (leadsLines(doc, sheet)) followLines(d, project, sheet, seated);
}

/** The leading sheet sets the x-height line, and at true size that of the capitals too. */
function followLines(d: Draft, project: ProjectRow, sheet: SheetRow, seated: SeatedSheet): void {
  if (sheet.kind === 'written' || sheet.kind === 'built' || sheet.seating.reference !== 'one-factor') return;
  const xHeight = seated.smallHeight === null ? project.lines.xHeight : Math.round(seated.smallHeight);
  const capHeight = sheet.seating.emPx === null ? project.lines.capHeight : Math.round(seated.capHeight);
  if (xHeight === project.lines.xHeight && capHeight === project.lines.capHeight) return;
  d.put('project', { ...project, lines: { ...project.lines, xHeight, capHeight } });
}

/** The first sheet on the table sets the x-height line; later ones have to fit it. */
const leadsLines = (doc: Doc, sheet: SheetRow): boolean =>
  Object.values(doc.sheets).every((s) => s.id === sheet.id || s.order >= sheet.order);
