/** One place of an assignment by order: either side can be missing. */

import { median } from '../../../../foundations/raster/histogram';
import { piecesOf } from '../../queries/sheets';
import { type ProjectDiff, draft } from '../../changes/diff';
import type { Doc, PieceRow } from '../../schema';
import { seatInto } from '../lines/seatInto';

export interface OrderPlace {
  readonly pieceId: string | null;
  readonly char: string | null;
}

/** A piece this much smaller than most is a speck before it is a letter, as a share of the median box's area. */
const SPECK_SHARE = 0.12;
const COST = { other: 1, speck: 0.3, extra: 1.3, missing: 1.3, small: 2 } as const;

/** Characters that are small themselves. */
const SMALL_SIGNS = new Set('.,:;\'"-·`´^~');

/**
 * Pieces against a list of characters, both in order: where there is one too many, or one too few, the likeliest is left
 * unpaired, by what each was taken for and by how big it is. Method: edit distance (Needleman and Wunsch 1970).
 */
export function pairByOrder(pieces: readonly PieceRow[], chars: readonly string[]): OrderPlace[] {
  const usual = median(pieces.map((p) => p.box.width * p.box.height)) || 1;
  const tiny = pieces.map((p) => p.box.width * p.box.height < SPECK_SHARE * usual);
  const pairing = (i: number, j: number) => {
    const taken = pieces[i]!.char;
    if (tiny[i] && !SMALL_SIGNS.has(chars[j]!)) return COST.small;
    return taken !== null && taken.toLowerCase() === chars[j]!.toLowerCase() ? 0 : COST.other;
  };
  const extra = (i: number) => (tiny[i] ? COST.speck : COST.extra);
  const [n, m] = [pieces.length, chars.length];
  const best = Array.from({ length: n + 1 }, () => new Float64Array(m + 1));
  for (let i = n; i >= 0; i--)
    for (let j = m; j >= 0; j--) {
      if (i === n && j === m) continue;
      best[i]![j] = Math.min(
        i < n && j < m ? best[i + 1]![j + 1]! + pairing(i, j) : Infinity,
        i < n ? best[i + 1]![j]! + extra(i) : Infinity,
        j < m ? best[i]![j + 1]! + COST.missing : Infinity,
      );
    }
  const out: OrderPlace[] = [];
  for (let i = 0, j = 0; i < n || j < m;) {
    const now = best[i]![j]!;
    if (i < n && j < m && now === best[i + 1]![j + 1]! + pairing(i, j))
      out.push({ pieceId: pieces[i++]!.id, char: chars[j++]! });
    else if (i < n && now === best[i + 1]![j]! + extra(i)) out.push({ pieceId: pieces[i++]!.id, char: null });
    else out.push({ pieceId: null, char: chars[j++]! });
  }
  return out;
}

/** Names a sheet's pieces by a pairing, as one step: unpaired ones lose their character. */
export function takeOrder(doc: Doc, sheetId: string, places: readonly OrderPlace[]): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  const chars = new Map(places.flatMap((p) => (p.pieceId === null ? [] : [[p.pieceId, p.char] as const])));
  const given = new Set(chars.values());
  const pieces = piecesOf(doc, sheetId).map((p): PieceRow => {
    if (!chars.has(p.id))
      return p.char !== null && given.has(p.char) && p.variant === null ? { ...p, char: null } : p;
    const char = chars.get(p.id)!;
    return {
      ...p,
      char,
      variant: null,
      confidence: char === null ? 0 : 1,
      state: char === null ? p.state : 'accepted',
    };
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, sheet, pieces);
  return d.done('Name by order');
}
