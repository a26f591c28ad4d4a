import { inkMask } from '../../tracing/ink/inkField';
import type { InkModel } from '../../tracing/ink/inkModel';
import { fail, ok, problem, type Result } from '../../foundations/problems/problem';
import type { LiftOptions } from '../find/liftPicture';
import type { SheetInk } from '../printed/readSheet';
import { ROLES, SPACING } from './parameters';
import { readText, spotsOf, type WrittenPiece, type WrittenText } from './readText';
import { spacingAsWritten, type WrittenBearings } from './spacing';

/** A letter of a text with what it is for: the letter itself, one of the drawings that take turns with it, or one more that is kept. */
interface TextPiece extends WrittenPiece {
  /** Name of a further drawing, "alt1"; null for the letter itself and for what isn't used. */
  readonly variant: string | null;
  readonly spare: boolean;
  /** White at its sides as the hand leaves it, px. */
  readonly bearingsPx: WrittenBearings;
}

export interface LiftedText extends Omit<WrittenText, 'pieces'> {
  readonly pieces: readonly TextPiece[];
  /** Advance of the space between words as written, px; null where no two words stand in one row. */
  readonly wordPx: number | null;
  readonly ink: InkModel;
}

const takesTurns = (char: string): boolean => /\p{L}/u.test(char);

/** The most typical drawing of each character is the letter, the next ones take turns with it; all others are kept. */
function giveRoles(pieces: readonly WrittenPiece[]): Omit<TextPiece, 'bearingsPx'>[] {
  const byChar = new Map<string, WrittenPiece[]>();
  for (const p of pieces) byChar.set(p.char, [...(byChar.get(p.char) ?? []), p]);
  const place = new Map<WrittenPiece, number>();
  for (const own of byChar.values())
    own
      .filter((p) => p.confidence >= ROLES.sure)
      .sort((a, b) => a.oddness - b.oddness)
      .forEach((p, k) => place.set(p, k));
  // Where none is sure, the likeliest has to do: it is shown as doubtful.
  for (const own of byChar.values()) {
    const best = own.reduce((a, b) => (b.confidence > a.confidence ? b : a));
    if (!own.some((p) => place.has(p))) place.set(best, 0);
  }
  return pieces.map((p) => {
    const k = place.get(p) ?? Infinity;
    const turns = k > 0 && k <= ROLES.turns && takesTurns(p.char) && p.oddness <= ROLES.odd;
    return { ...p, variant: turns ? `alt${k}` : null, spare: k > 0 && !turns };
  });
}

/**
 * Finds the letters of running handwriting by its text. Words that the page doesn't show so are left out and told ('words-skipped').
 * Fails with 'no-letters' and 'text-too-long'.
 */
export function liftText(
  { picture, ink: learnt }: SheetInk,
  text: string,
  { onStage = () => {}, level = null, turnRad = null }: LiftOptions = {},
): Result<LiftedText> {
  const ink = { ...learnt, level: level ?? learnt.level };
  const mask = inkMask(picture, ink, ink.level, (share) => onStage('ink', share));
  onStage('parts', 0);
  const slope = turnRad === null ? null : Math.tan(turnRad);
  const read = readText(mask, text, slope, (share) => onStage('letters', share));
  if ('mostLetters' in read) return fail({ code: 'text-too-long', most: read.mostLetters });
  if (read.pieces.length === 0) return fail({ code: 'no-letters', specks: 0 });
  const words = read.skipped.map((w) => w.text);
  const notes = words.length > 0 ? [problem({ code: 'words-skipped', words }, 'warning')] : [];
  const joined = read.pieces.filter((p) => p.cuts.length > 0).length > SPACING.joined * read.pieces.length;
  const overlapPx = joined ? SPACING.overlap * read.capHeightPx : 0;
  const { bearings, wordPx } = spacingAsWritten(read.pieces, spotsOf(text), overlapPx);
  const none = { left: 0, right: 0 };
  const pieces = giveRoles(read.pieces).map((p) => ({ ...p, bearingsPx: bearings.get(p.char) ?? none }));
  return ok({ ...read, pieces, wordPx, ink }, notes);
}
