import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, PieceRow } from '../../schema';
import { seatInto } from '../lines/seatInto';
import { isUsed, piecesOf } from '../../queries/sheets';

/** A piece made by hand: its ink, its outline and what it probably is. */
export type MadePiece = Pick<
  PieceRow,
  'box' | 'seeds' | 'cuts' | 'outline' | 'layers' | 'char' | 'confidence'
>;

/** Pieces of a sheet replaced by others: one cut in two, two joined, or one added (nothing replaced). Reading order follows. */
export function replacePieces(
  doc: Doc,
  sheetId: string,
  gone: readonly string[],
  made: readonly MadePiece[],
  label: string,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet || made.length === 0) return null;
  const d = draft(doc);
  const old = piecesOf(doc, sheetId);
  const left = old.filter((p) => !gone.includes(p.id));
  const first = old.find((p) => gone.includes(p.id));
  const taken = new Set(left.filter(isUsed).map((p) => p.char));
  const slope = Math.tan(sheet.skewRad);
  const level = (p: { box: PieceRow['box'] }) =>
    p.box.y + p.box.height / 2 - slope * (p.box.x + p.box.width / 2);
  const fresh = made.map((m, i): PieceRow => {
    const near =
      first ?? nearest(old, (p) => Math.abs(level(p) - level(m)) + 0.02 * Math.abs(p.box.x - m.box.x));
    const char = m.char !== null && !taken.has(m.char) ? m.char : null;
    if (char !== null) taken.add(char);
    return {
      ...m,
      char,
      confidence: char === null ? 0 : m.confidence,
      id: d.newId('pieces', `${sheetId} ${label} ${i}`),
      sheetId,
      name: null,
      unread: [],
      variant: null,
      strokes: [],
      cells: [],
      state: 'found',
      order: 0,
      row: near?.row ?? 0,
      baselineY: near ? near.baselineY + slope * (m.box.x - near.box.x) : m.box.y + m.box.height,
    };
  });
  const middle = (p: PieceRow) => p.box.x + p.box.width / 2;
  const pieces = [...left, ...fresh]
    .sort((a, b) => a.row - b.row || middle(a) - middle(b))
    .map((p, order) => (p.order === order ? p : { ...p, order }));
  for (const id of gone) if (doc.pieces[id]) d.remove('pieces', id);
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, sheet, pieces);
  return d.done(label);
}

const nearest = (pieces: readonly PieceRow[], off: (p: PieceRow) => number): PieceRow | undefined =>
  pieces.reduce<PieceRow | undefined>((best, p) => (!best || off(p) < off(best) ? p : best), undefined);
