import type { Contour } from '../../../../foundations/geometry/contour';
import { counted } from '../../../../foundations/problems/counted';
import { contoursBox } from '../../../../foundations/geometry/measure';
import type { Module } from '../../../../outlines/modules/modules';
import type { PenStroke } from '../../../../tracing/pen/strokes';
import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow, PieceRow } from '../../schema';
import { glyphOfPiece, seatInto } from '../lines/seatInto';
import { piecesOf } from '../../queries/sheets';
import {
  SLOT,
  CELL_PX,
  type DrawnKind,
  drawnPiece,
  drawnPieces,
  drawnSheet,
  slotOf,
  slotOrigin,
} from '../../queries/drawnHere';

/**
 * Takes over what was written or built for a character, px of the slot's sheet, y down. A letter whose glyph is empty gets
 * it; nothing drawn (no outline) takes the letter away.
 */
export function takeDrawn(
  doc: Doc,
  kind: DrawnKind,
  char: string,
  made: {
    readonly strokes?: readonly PenStroke[];
    readonly cells?: readonly Module[];
    readonly outline: readonly Contour[];
  },
): ProjectDiff | null {
  const d = draft(doc);
  const sheet = drawnSheet(doc, kind);
  const order = slotOf(doc, kind, char);
  const old = drawnPiece(doc, kind, char);
  const box = contoursBox(made.outline);
  const others = drawnPieces(doc, kind).filter((p) => p.id !== old?.id);
  if (!old && !box) return null;
  const piece: PieceRow | null = box && {
    id: old?.id ?? d.newId('pieces', `${kind} ${char}`),
    sheetId: sheet.id,
    box: { x: box.xMin, y: box.yMin, width: box.xMax - box.xMin, height: box.yMax - box.yMin },
    seeds: [],
    cuts: [],
    order,
    row: Math.floor(order / SLOT.columns),
    baselineY: slotOrigin(order).baselineY,
    char,
    variant: null,
    name: null,
    confidence: 1,
    unread: [],
    state: 'accepted',
    outline: made.outline,
    layers: [],
    strokes: made.strokes ?? [],
    cells: made.cells ?? [],
  };
  const pieces = piece ? [...others, piece].sort((a, b) => a.order - b.order) : others;
  if (piece) d.put('pieces', piece);
  else if (old) d.remove('pieces', old.id);
  const rows = Math.max(1, ...pieces.map((p) => p.row + 1));
  const next = {
    ...sheet,
    heightPx: rows * SLOT.height,
    expected: lettersOf(pieces),
  };
  d.put('sheets', next);
  const cleared = !piece && old && Object.values(doc.glyphs).find((g) => g.source?.pieceId === old.id);
  seatInto(doc, d, next, pieces);
  if (cleared && hasWhite(doc, cleared) && !d.get('glyphs', cleared.id))
    d.put('glyphs', { ...cleared, contours: [], layers: [], source: null });
  return d.done(piece ? `${kind === 'written' ? 'Write' : 'Build'} ${char}` : `Clear ${char}`);
}

/** Whether somebody spaced a letter: it keeps its white, empty, until it is drawn again. */
const hasWhite = (doc: Doc, glyph: GlyphRow): boolean =>
  glyph.spacing !== 'first' ||
  Object.values(doc.kerning).some((k) => k.left === glyph.id || k.right === glyph.id) ||
  Object.values(doc.groups).some((g) => g.glyphIds.includes(glyph.id));

/** Characters that are drawn on a sheet made here; other drawings of them don't count. */
const lettersOf = (pieces: readonly PieceRow[]): string =>
  pieces.map((p) => (p.variant === null ? (p.char ?? '') : '')).join('');

/** Sets how many cells reach from the baseline to the capitals' height; built letters are scaled by it. */
export function changeModuleRows(doc: Doc, rows: number): ProjectDiff | null {
  const sheet = drawnSheet(doc, 'built');
  const d = draft(doc);
  const next = { ...sheet, seating: { ...sheet.seating, capLinePx: rows * CELL_PX } };
  d.put('sheets', next);
  seatInto(doc, d, next, drawnPieces(doc, 'built'));
  return d.done('Change the grid');
}

/** Makes a named piece the drawing of its letter, whatever stood there before. */
export function takeDrawing(doc: Doc, pieceId: string): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  const sheet = piece && doc.sheets[piece.sheetId];
  if (!sheet || piece.char === null) return null;
  const d = draft(doc);
  const glyph = glyphOfPiece(doc, d, piece);
  const transform = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
  d.put('glyphs', {
    ...glyph,
    handEdited: false,
    cleaned: false,
    source: { pieceId, sheetId: sheet.id, transform },
  });
  seatInto(doc, d, sheet, piecesOf(doc, sheet.id));
  return d.done(`Use this drawing of ${piece.char}`);
}

/** Keeps a piece as another drawing of a character: "alt1", "alt2" ... whichever is free. */
export function keepAsAlternate(
  doc: Doc,
  pieceId: string,
  char = doc.pieces[pieceId]?.char ?? null,
): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  const sheet = piece && doc.sheets[piece.sheetId];
  if (!sheet || char === null) return null;
  const taken = new Set(
    Object.values(doc.pieces)
      .filter((p) => p.char === char && p.id !== pieceId)
      .map((p) => p.variant),
  );
  let k = 1;
  while (taken.has(`alt${k}`)) k++;
  const d = draft(doc);
  const pieces = piecesOf(doc, sheet.id).map((p): PieceRow =>
    p.id === pieceId ? { ...p, char, variant: `alt${k}`, confidence: 1, state: 'accepted' } : p,
  );
  d.put(
    'pieces',
    pieces.find((p) => p.id === pieceId)!,
  );
  const made = sheet.kind === 'written' || sheet.kind === 'built';
  if (made) d.put('sheets', { ...sheet, expected: lettersOf(pieces) });
  seatInto(doc, d, sheet, pieces);
  return d.done(`Keep another drawing of ${char}`);
}

/**
 * Letters written here inked again: strokes with another pen and the outlines that they leave (px of the sheet), by piece, as one
 * step. Pieces written on meanwhile (not as `before`) stay as they are.
 */
export function takeInkedAgain(
  doc: Doc,
  made: ReadonlyMap<
    string,
    {
      readonly before: PieceRow;
      readonly strokes: readonly PenStroke[];
      readonly outline: readonly Contour[];
    }
  >,
): ProjectDiff | null {
  const d = draft(doc);
  const sheet = drawnSheet(doc, 'written');
  const pieces = drawnPieces(doc, 'written').map((piece): PieceRow => {
    const inked = made.get(piece.id);
    const box = inked && contoursBox(inked.outline);
    if (!inked || !box || inked.before !== piece) return piece;
    const { strokes, outline } = inked;
    const frame = { x: box.xMin, y: box.yMin, width: box.xMax - box.xMin, height: box.yMax - box.yMin };
    const next = { ...piece, box: frame, strokes, outline };
    d.put('pieces', next);
    return next;
  });
  if (pieces.every((p) => p === doc.pieces[p.id])) return null;
  seatInto(doc, d, sheet, pieces);
  return d.done(`Ink ${counted(made.size, 'letter')} again`);
}
