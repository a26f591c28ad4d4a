import type { FitText } from '../../store/fitBench';

/** Where one is in a line of letters that may come several times. */
export interface Place {
  readonly id: string;
  /** Index in the line. */
  readonly at: number;
}

/** Whether a line is made around the letter in hand, so that another letter has another line. */
export const followsHand = (text: FitText): boolean =>
  text === 'between' || text === 'words' || text === 'pair';

/** The place of the letter in hand: where one walked to, as long as that letter is still there; else where it comes first. */
export function placeOf(line: readonly string[], inHand: string | undefined, walked: Place | null): number {
  if (walked && walked.id === inHand && line[walked.at] === inHand) return walked.at;
  return inHand === undefined ? -1 : line.indexOf(inHand);
}

/** The place so many letters on, at most to an end of the line; null where there is nothing to go to. */
export function walk(
  line: readonly string[],
  inHand: string | undefined,
  walked: Place | null,
  by: number,
): Place | null {
  const at = Math.max(0, Math.min(line.length - 1, placeOf(line, inHand, walked) + by));
  const id = line[at];
  return id === undefined ? null : { id, at };
}
