import { draft, type ProjectDiff } from '../../changes/diff';
import { isWorkedOn } from '../../queries/glyphs';
import { drawingsOf, isUsed, isWriting, piecesOf } from '../../queries/sheets';
import type { Doc, PieceRow } from '../../schema';
import { seatInto } from '../lines/seatInto';

/** What one of many drawings of a character is for: the letter itself, one that takes turns with it, or one that is only kept. */
export type DrawingUse = 'letter' | 'turn' | 'spare';

export function drawingUse(piece: PieceRow): DrawingUse {
  if (!isUsed(piece)) return 'spare';
  return piece.variant === null ? 'letter' : 'turn';
}

/** The first name of a further drawing that no other of a letter's drawings has: "alt1", "alt2" ... */
function freeTurn(drawings: readonly PieceRow[]): string {
  const taken = new Set(drawings.filter(isUsed).map((p) => p.variant));
  let k = 1;
  while (taken.has(`alt${k}`)) k++;
  return `alt${k}`;
}

/**
 * Takes one drawing of a character on a sheet of running text for something else. A drawing that becomes the letter changes places with
 * the one that was; the letter itself is left out only by taking another for it. Null when nothing changes, or when the drawing it
 * would replace was worked on by hand.
 */
export function takeDrawingAs(doc: Doc, pieceId: string, use: DrawingUse): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  const sheet = piece && doc.sheets[piece.sheetId];
  if (!piece || !sheet || !isWriting(sheet) || piece.state === 'dropped') return null;
  if (piece.char === null || drawingUse(piece) === use) return null;
  const drawings = drawingsOf(doc, piece);
  const letter = drawings.find((p) => drawingUse(p) === 'letter');
  const rows = new Map<string, PieceRow>();
  const put = (p: PieceRow) => rows.set(p.id, p);
  if (use === 'letter') {
    const glyph = Object.values(doc.glyphs).find((g) => g.source?.pieceId === letter?.id);
    if (glyph && isWorkedOn(glyph)) return null;
    put({ ...piece, state: 'accepted', variant: null });
    if (letter) put({ ...letter, state: piece.state, variant: piece.variant });
  } else if (piece === letter) return null;
  else if (use === 'turn') put({ ...piece, state: 'accepted', variant: freeTurn(drawings) });
  else put({ ...piece, state: 'spare', variant: null });
  const d = draft(doc);
  for (const row of rows.values()) d.put('pieces', row);
  seatInto(
    doc,
    d,
    sheet,
    piecesOf(doc, sheet.id).map((p) => rows.get(p.id) ?? p),
  );
  const label = {
    letter: 'Take another drawing for',
    turn: 'Let a drawing take turns with',
    spare: 'Leave a drawing out of',
  };
  return d.done(`${label[use]} ${piece.char}`);
}

/** Drawings of a text that is lifted again: those that somebody chose stay what they are, and what was proposed in their place is kept beside. */
export function withChoices(found: readonly PieceRow[], before: readonly PieceRow[]): PieceRow[] {
  const chosen = new Map(before.filter((p) => p.state === 'accepted').map((p) => [p.id, p]));
  const drawn = (p: PieceRow) => `${p.char} ${p.variant ?? ''}`;
  const kept = found.map((p): PieceRow => {
    const own = chosen.get(p.id);
    return own && own.char === p.char ? { ...p, state: 'accepted', variant: own.variant } : p;
  });
  const taken = new Set(kept.filter((p) => p.state === 'accepted').map(drawn));
  return kept.map((p) =>
    p.state === 'found' && taken.has(drawn(p)) ? { ...p, state: 'spare', variant: null } : p,
  );
}
