import { isDoubtful } from '../../core/project/document/queries/sheets';
import type { Doc, PieceRow } from '../../core/project/document/schema';
import type { Contour } from '../../core/foundations/geometry/contour';
import type { Vec } from '../../core/foundations/geometry/vec';
import type { PointRef } from '../../core/project/document/commands/outline';
import type { Standing } from '../../core/type/seat/standing';
import { amountOf, FAULT_TEXT } from './standing';

/** What is said aloud of things that are taken in hand or done, in sentences that end soon. */

/** Signs that voices leave out, by their names. */
const SPOKEN: Readonly<Record<string, string>> = {
  ' ': 'space',
  '.': 'period',
  ',': 'comma',
  ':': 'colon',
  ';': 'semicolon',
  '!': 'exclamation mark',
  '?': 'question mark',
  "'": 'apostrophe',
  '"': 'quotation mark',
  '-': 'hyphen',
  '(': 'left parenthesis',
  ')': 'right parenthesis',
  '/': 'slash',
};

/** A character as it is told from others by ear: capitals are said to be such. */
export function charAloud(char: string): string {
  const sign = SPOKEN[char];
  if (sign) return sign;
  const isCapital = char.toLowerCase() !== char && char.toUpperCase() === char;
  return isCapital ? `capital ${char}` : char;
}

const many = (count: number, one: string, more = `${one}s`): string => `${count} ${count === 1 ? one : more}`;

/** A piece of a sheet that was taken in hand. `at`: its place among so many, from 1. */
export function pieceAloud(piece: PieceRow, at: number, of: number): string {
  const named = piece.char ?? piece.name;
  const what = named === null ? 'No letter yet' : charAloud(named);
  const state =
    piece.state === 'dropped'
      ? 'dropped'
      : isDoubtful(piece)
        ? 'doubtful'
        : piece.state === 'accepted'
          ? 'accepted'
          : piece.state === 'spare'
            ? 'not used'
            : '';
  const sure =
    piece.state === 'found' && named !== null ? `${Math.round(100 * piece.confidence)} percent sure` : '';
  return `${[what, state, sure].filter(Boolean).join(', ')}. Piece ${at} of ${of}.`;
}

/** What the pointer is on, on a sheet. */
export const underAloud = (piece: PieceRow | null): string =>
  piece ? `in ${charAloud(piece.char ?? piece.name ?? 'a piece without a letter')}` : 'beside all pieces';

/** A piece that was dropped, or taken back. */
export const droppedAloud = ({ char, name }: PieceRow, drops: boolean): string =>
  `${charAloud(char ?? name ?? 'A piece without a letter')} ${drops ? 'dropped' : 'taken back'}.`;

/** Pieces that were made by a cut, a join or a box, by the first of them. */
export function madeAloud(first: PieceRow, count: number): string {
  const named = first.char ?? first.name;
  return `${many(count, 'piece')} made, ${named === null ? 'no letter yet' : charAloud(named)} in hand.`;
}

/** A sheet whose letters were found. */
export function liftedAloud(sheet: string, letters: number, doubtful: number): string {
  const doubts = doubtful === 0 ? 'none doubtful' : `${doubtful} doubtful`;
  return `${sheet}: ${many(letters, 'piece')} found, ${doubts}.`;
}

/** Sheets whose letters have been found since, with how many and how many are doubtful. */
export function newlyLifted(now: Doc, before: Doc): string[] {
  if (now.sheets === before.sheets) return [];
  return Object.values(now.sheets).flatMap((sheet) => {
    if (sheet.state !== 'lifted' || before.sheets[sheet.id]?.state === 'lifted') return [];
    // Letters made here come one by one, by one's own hand.
    if (sheet.kind === 'written' || sheet.kind === 'built') return [];
    const pieces = Object.values(now.pieces).filter((p) => p.sheetId === sheet.id && p.state !== 'dropped');
    return [liftedAloud(sheet.name, pieces.length, pieces.filter(isDoubtful).length)];
  });
}

const KINDS = { corner: 'corner', smooth: 'smooth', tangent: 'tangent' } as const;
const PARTS = { node: '', in: 'Handle before ', out: 'Handle behind ' } as const;
const placeAloud = ({ x, y }: Vec): string => `x ${Math.round(x)}, y ${Math.round(y)}`;

/** A point of an outline, or a handle of one; what isn't there is said to be gone. */
export function pointAloud(contours: readonly Contour[], { contour, node, part }: PointRef): string {
  const own = contours[contour];
  const point = own?.nodes[node];
  const at = part === 'node' ? point : point?.[part];
  if (!own || !point || !at) return 'No point there.';
  const name = `point ${node + 1} of ${own.nodes.length}`;
  const which = part === 'node' ? `P${name.slice(1)}` : `${PARTS[part]}${name}`;
  const where = contours.length > 1 ? `, contour ${contour + 1} of ${contours.length}` : '';
  return `${which}, ${KINDS[point.kind]}, ${placeAloud(at)}${where}.`;
}

/** Chosen points that were moved by keys: where the only one is now, or how many went how far. */
export function movedAloud(contours: readonly Contour[], chosen: readonly PointRef[], by: Vec): string {
  const [only, ...others] = chosen;
  if (!only) return 'No point is chosen.';
  if (others.length > 0) return `${chosen.length} points moved by ${placeAloud(by)}.`;
  const point = contours[only.contour]?.nodes[only.node];
  const at = only.part === 'node' ? point : point?.[only.part];
  return at ? `${placeAloud({ x: at.x + by.x, y: at.y + by.y })}.` : 'No point there.';
}

/** Letters that were raised or lowered by keys, em units. */
export const liftedByAloud = (letters: readonly string[], by: number): string => {
  const [only] = letters;
  const which = letters.length === 1 && only !== undefined ? charAloud(only) : many(letters.length, 'letter');
  return `${which} ${by > 0 ? 'up' : 'down'} by ${Math.abs(by)}.`;
};

/** A place that the pointer was moved to by keys, and what is there. */
export const pointerAloud = (at: Vec, there: string): string =>
  `${placeAloud(at)}${there === '' ? '' : `, ${there}`}.`;

/** A letter that was taken in hand where its bearings count. */
export const spacedAloud = (
  name: string,
  bearings: { readonly left: number; readonly right: number },
): string => `${charAloud(name)}, bearings ${Math.round(bearings.left)} and ${Math.round(bearings.right)}.`;

/** A pair that was taken in hand. `off`: by how much its white is from the rhythm, 1/1000 em. */
export function pairAloud(left: string, right: string, kern: number, off: number | null): string {
  const rhythm =
    off === null || Math.round(off) === 0
      ? ''
      : `, ${Math.abs(Math.round(off))} too ${off > 0 ? 'loose' : 'tight'}`;
  return `Pair ${charAloud(left)}, ${charAloud(right)}: kerned ${Math.round(kern)}${rhythm}.`;
}

/** A letter that was taken in hand where its heights count. */
export function standingAloud(s: Standing): string {
  const fault = s.fault ? `, ${FAULT_TEXT[s.fault](amountOf(s))}` : '';
  return `${charAloud(s.char)}, ${Math.round(s.bottom)} to ${Math.round(s.top)}${fault}.`;
}

/** How many files a cast made, or that it came to nothing. */
export const castAloud = (files: number): string =>
  files === 0 ? 'Nothing was cast.' : `Cast: ${many(files, 'file')} made.`;
