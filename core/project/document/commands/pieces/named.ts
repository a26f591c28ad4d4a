import { glyphNameOf } from '../../../../type/names/glyphNames';
import { type Draft, type ProjectDiff, draft } from '../../changes/diff';
import { glyphNamed } from '../../identity';
import { isUsed, piecesOf } from '../../queries/sheets';
import type { Doc, GlyphRow, PieceRow } from '../../schema';
import { glyphOfCodePoint } from '../../queries/lookups';
import { renamed, seatInto } from '../lines/seatInto';
import { isWorkedOn } from '../../queries/glyphs';
import { translation } from '../../../../foundations/geometry/affine';
import { blankGlyph } from '../../newProject';

/** Gives a piece another character (or none), and its glyph with it. A piece that had the character loses it. */
export function relabelPiece(doc: Doc, pieceId: string, char: string | null): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || (piece.char === char && piece.state === 'accepted')) return null;
  const sheet = doc.sheets[piece.sheetId]!;
  const d = draft(doc);
  const pieces = piecesOf(doc, sheet.id).map((p): PieceRow => {
    if (p.id === pieceId) return { ...p, char, confidence: 1, state: 'accepted' };
    return char !== null && p.char === char && p.variant === piece.variant && isUsed(p)
      ? { ...p, char: null, confidence: 0 }
      : p;
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, sheet, pieces);
  return d.done(char === null ? 'Take the character away' : `Name a piece ${char}`);
}

/** Accepts the finder's suggestion as it stands. */
export function acceptPieces(doc: Doc, ids: readonly string[]): ProjectDiff | null {
  const d = draft(doc);
  for (const id of ids) {
    const p = doc.pieces[id];
    if (p && p.char !== null && p.state !== 'accepted' && p.state !== 'spare')
      d.put('pieces', { ...p, state: 'accepted' });
  }
  return d.done(ids.length === 1 ? 'Accept a piece' : `Accept ${ids.length} pieces`);
}

/** Says that a drawing is right without what was not understood of it. */
export function acceptUnread(doc: Doc, pieceId: string): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || piece.unread.length === 0) return null;
  const d = draft(doc);
  d.put('pieces', { ...piece, unread: [] });
  return d.done('Keep a drawing as it is');
}

/** Declares a piece no letter (or a letter again). */
export function dropPiece(doc: Doc, pieceId: string, dropped: boolean): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || (piece.state === 'dropped') === dropped) return null;
  const sheet = doc.sheets[piece.sheetId]!;
  const d = draft(doc);
  const pieces = piecesOf(doc, sheet.id).map((p) =>
    p.id === pieceId ? { ...p, state: dropped ? ('dropped' as const) : ('found' as const) } : p,
  );
  d.put(
    'pieces',
    pieces.find((p) => p.id === pieceId)!,
  );
  seatInto(doc, d, sheet, pieces);
  return d.done(dropped ? 'Drop a piece' : 'Take a piece back');
}

/** What becomes of a drawing whose character is asked for by another. */
export type WhenTaken = 'replace' | 'alternate';

/** The next free name of another drawing of a letter: "alt1", "alt2" ... */
export function freeVariant(doc: Doc, base: string): string {
  let k = 1;
  while (
    glyphNamed(doc, `${base}.alt${k}`) ||
    Object.values(doc.pieces).some((p) => p.variant === `alt${k}` && nameOf(p.char) === base)
  )
    k++;
  return `alt${k}`;
}

const nameOf = (char: string | null) => (char === null ? '' : glyphNameOf(char.codePointAt(0)!));

/**
 * Gives a piece of a sheet a character. When another drawing has it, that one loses it ("replace"), or the piece becomes
 * another drawing of the letter and the old one stays ("alternate").
 */
export function namePiece(
  doc: Doc,
  pieceId: string,
  char: string,
  whenTaken: WhenTaken = 'replace',
): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  const point = char.codePointAt(0);
  if (!piece || point === undefined) return null;
  const owner = glyphOfCodePoint(doc, point);
  const taken = owner !== null && owner.contours.length > 0 && owner.source?.pieceId !== pieceId;
  if (taken && whenTaken === 'replace' && isWorkedOn(owner)) return null;
  const d = draft(doc);
  const variant = taken && whenTaken === 'alternate' ? freeVariant(doc, glyphNameOf(point)) : null;
  const named: PieceRow = { ...piece, char, variant, confidence: 1, state: 'accepted' };
  const touched = new Set([piece.sheetId]);
  const rows = new Map<string, PieceRow>([[pieceId, named]]);
  if (variant === null)
    for (const p of Object.values(doc.pieces))
      if (p.id !== pieceId && p.char === char && p.variant === null && isUsed(p)) {
        rows.set(p.id, { ...p, char: null, confidence: 0 });
        touched.add(p.sheetId);
      }
  for (const row of rows.values()) d.put('pieces', row);
  // The letter keeps its white, kerning and groups under the new drawing; the glyph that the piece drew before goes.
  if (taken && variant === null) handOver(d, owner, piece);
  const seated = (id: string) => piecesOf(doc, id).map((p) => rows.get(p.id) ?? p);
  for (const id of touched) seatInto(doc, d, doc.sheets[id]!, seated(id));
  return d.done(variant === null ? `Name a piece ${char}` : `Keep as another ${char}`);
}

/** A letter made ready to be drawn by another piece; one worked on by hand takes the letter's place as it is. */
function handOver(d: Draft, owner: GlyphRow, piece: PieceRow): void {
  const before = d.all('glyphs').find((g) => g.source?.pieceId === piece.id);
  if (before && isWorkedOn(before)) {
    d.remove('glyphs', owner.id);
    d.put('glyphs', renamed(before, owner));
    return;
  }
  if (before) d.remove('glyphs', before.id);
  const free = blankGlyph(owner.id, owner.name, owner.codePoints, owner.styleId);
  const { bearings, spacing, follows } = owner;
  const transform = owner.source?.transform ?? translation(0, 0);
  const source = { pieceId: piece.id, sheetId: piece.sheetId, transform };
  d.put('glyphs', { ...free, bearings, spacing, follows, source });
}
