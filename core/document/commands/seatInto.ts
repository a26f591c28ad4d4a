import { compose, invert, type Affine } from '../../geometry/affine';
import { transformContours } from '../../geometry/contour';
import { rightDirections } from '../../geometry/direction';
import { transformPaint } from '../../geometry/paint';
import { glyphNameOf } from '../../names/glyphNames';
import { seatSheet, type SeatedSheet } from '../../seat/seatSheet';
import type { draft } from '../diff';
import { mapGlyph } from './dressing/scaling';
import { placingMap } from './placing';
import { blankGlyph, projectOf } from '../newProject';
import type { Doc, GlyphRow, PieceRow, ProjectRow, SheetRow } from '../schema';

type Draft = ReturnType<typeof draft>;

/** First code point of Unicode's private use area, and its last. */
export const PRIVATE = [0xe000, 0xf8ff] as const;

/** A glyph name that font files may hold (OpenType, "post" version 2: letters, digits, period and underscore). */
export const iconName = (name: string): string => {
  const plain = name.replace(/[^A-Za-z0-9._]+/g, '_').slice(0, 60);
  return /^[A-Za-z_]/.test(plain) ? plain : `icon_${plain}`;
};

/**
 * What a piece's glyph is called: "A", "eacute"; a ligature's letters joined as in "f_i", another drawing's variant behind
 * a dot as in "a.alt1" (Adobe Glyph List Specification, section 6). Only a letter itself has a code point.
 */
function identityOf(piece: PieceRow): { id: string; name: string; codePoints: number[] } {
  const points = [...piece.char!].map((c) => c.codePointAt(0)!);
  const id = points.map(glyphNameOf).join('_') + (piece.variant === null ? '' : `.${piece.variant}`);
  const codePoints = points.length === 1 && piece.variant === null ? points : [];
  const isPrivate = points[0]! >= PRIVATE[0] && points[0]! <= PRIVATE[1];
  const name = piece.name !== null && isPrivate && codePoints.length > 0 ? iconName(piece.name) : id;
  return { id, name, codePoints };
}

/** The glyph a piece stands for, made blank when there is none. */
export function glyphOfPiece(doc: Doc, d: Draft, piece: PieceRow): GlyphRow {
  const { id, name, codePoints } = identityOf(piece);
  const direct = d.get('glyphs', id);
  if (direct) return direct;
  const [point] = codePoints;
  const other =
    point === undefined ? undefined : Object.values(doc.glyphs).find((g) => g.codePoints.includes(point));
  return (other && d.get('glyphs', other.id)) ?? blankGlyph(id, name, codePoints);
}

/** Whether an outline is more than the trace left: it isn't made anew from its picture then. */
export const isWorkedOn = (glyph: GlyphRow): boolean => glyph.handEdited || glyph.cleaned;

/** A letter worked on after tracing, moved and scaled as its picture is, so that it stays over it. */
function reseated(glyph: GlyphRow, to: Affine): GlyphRow {
  const from = glyph.source!.transform;
  if ((['a', 'b', 'c', 'd', 'e', 'f'] as const).every((k) => Math.abs(from[k] - to[k]) < 1e-9)) return glyph;
  return { ...mapGlyph(glyph, compose(to, invert(from))), source: { ...glyph.source!, transform: to } };
}

/** Glyphs of the sheet's pieces made or moved to where the lines and the sheet's seating put them. */
export function seatInto(doc: Doc, d: Draft, sheet: SheetRow, pieces: readonly PieceRow[]): void {
  const project = d.get('project', projectOf(doc).id)!;
  const named = pieces.filter((p) => p.state !== 'dropped' && p.char !== null);
  const seated = seatSheet(
    named.map((p) => ({ ...p, char: p.char! })),
    {
      ...sheet.seating,
      ...project.lines,
      unitsPerEm: project.unitsPerEm,
      skewRad: sheet.skewRad,
    },
  );
  const live = new Set(pieces.map((p) => p.id));
  const placed = new Set<string>();
  for (const piece of named) {
    const letter = seated.letters.get(piece.id);
    if (!letter) continue;
    const glyph = glyphOfPiece(doc, d, piece);
    const own = glyph.source === null ? glyph.contours.length === 0 : live.has(glyph.source.pieceId);
    // Somebody else's drawing is never overwritten in silence.
    if (!own || placed.has(glyph.id)) continue;
    const to = compose(placingMap(glyph.placing), letter.transform);
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
      source: { pieceId: piece.id, transform: to },
    });
  }
  // Glyphs whose piece lost its name or was dropped have nothing to show any more.
  for (const g of Object.values(doc.glyphs)) {
    const lost = g.source !== null && g.source.pieceId.startsWith(`${sheet.id}:`) && !placed.has(g.id);
    if (lost && !isWorkedOn(g)) d.remove('glyphs', g.id);
  }
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

/** Pieces of a sheet in reading order. */
export const piecesOf = (doc: Doc, sheetId: string): PieceRow[] =>
  Object.values(doc.pieces)
    .filter((p) => p.sheetId === sheetId)
    .sort((a, b) => a.order - b.order);
