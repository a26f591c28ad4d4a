import { boxOverlap } from '../../../../foundations/raster/picture';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, PieceRow } from '../../schema';
import { finish, type Steps } from '../../../../foundations/steps';
import { seating } from '../lines/seatInto';
import { isWriting, piecesOf } from '../../queries/sheets';
import { withChoices } from './drawings';
import { spacesOf } from '../../queries/spacing';
import { spaceAsWritten } from '../spacing/asWritten';

export interface LiftResult {
  readonly skewRad: number;
  readonly capHeightPx: number;
  readonly specksDropped: number;
  readonly printedLines: number;
  /** What it holds, where the page itself said it. */
  readonly expected?: string;
  /** True size, where the sheet says it: px that make an em. */
  readonly emPx?: number;
  /** Advance of the space between words, where the page shows it, px. */
  readonly wordPx?: number;
  readonly pieces: readonly LiftedRow[];
}

/** A piece as finders give it: they know nothing of ids. */
export type LiftedRow = Omit<
  PieceRow,
  'id' | 'sheetId' | 'state' | 'variant' | 'strokes' | 'cells' | 'unread'
> & {
  readonly unread?: readonly string[];
  readonly rejected?: boolean;
  readonly spare?: boolean;
  readonly variant?: string | null;
  readonly bearingsPx?: { readonly left: number; readonly right: number };
};

/** The row of a found piece. */
export function pieceRow(
  { rejected, spare, variant = null, unread = [], bearingsPx: _, ...p }: LiftedRow,
  id: string,
  sheetId: string,
): PieceRow {
  const state = rejected ? 'dropped' : spare ? 'spare' : 'found';
  return { ...p, id, variant, unread, strokes: [], cells: [], sheetId, state };
}

/** A piece found where one was before, with at least this share of both boxes in common, is that piece. */
const SAME_PLACE = 0.5;

/** Ids of newly found pieces: a piece of the same character in the same place as one before keeps its id. */
function idsOf(d: Draft, sheetId: string, found: readonly LiftedRow[], old: readonly PieceRow[]): string[] {
  const free = new Set(old);
  const before = found.map((p) => {
    let best: PieceRow | null = null;
    for (const o of free)
      if (
        o.char === p.char &&
        boxOverlap(o.box, p.box) >= Math.max(SAME_PLACE, best ? boxOverlap(best.box, p.box) : 0)
      )
        best = o;
    if (best) free.delete(best);
    return best;
  });
  const given = new Set<string>();
  return before.map((b, i) => {
    let id = b?.id ?? d.newId('pieces', `${sheetId} ${i}`);
    for (let k = 1; given.has(id); k++) id = d.newId('pieces', `${sheetId} ${i} ${k}`);
    given.add(id);
    return id;
  });
}

/**
 * Takes over what was found on a sheet: its pieces replaced, and every named piece made a glyph on the lines.
 * Glyphs of other sheets, and those edited by hand, stay as they are.
 */
export const takeLifted = (doc: Doc, sheetId: string, result: LiftResult): ProjectDiff | null =>
  finish(takingLifted(doc, sheetId, result));

/** The same, letter by letter. */
export function* takingLifted(doc: Doc, sheetId: string, result: LiftResult): Steps<ProjectDiff | null> {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  const { skewRad, capHeightPx, specksDropped, printedLines, expected = sheet.expected } = result;
  d.put('sheets', {
    ...sheet,
    state: 'lifted',
    skewRad,
    capHeightPx,
    specksDropped,
    printedLines,
    expected,
  });
  const old = piecesOf(doc, sheetId);
  const ids = idsOf(d, sheetId, result.pieces, old);
  const found = result.pieces.map((p, i) => pieceRow(p, ids[i]!, sheetId));
  const fresh = isWriting(sheet) ? withChoices(found, old) : found;
  const left = new Set(ids);
  for (const p of old) if (!left.has(p.id)) d.remove('pieces', p.id);
  for (const p of fresh) d.put('pieces', p);
  yield* seating(doc, d, { ...sheet, skewRad }, fresh);
  const white = new Map(ids.map((id, i) => [id, result.pieces[i]?.bearingsPx]));
  spaceAsWritten(d, spacesOf(doc), white, result.wordPx);
  return d.done(`Lift ${sheet.name}`);
}
