import { middleOf } from './robust';

/** A figure by its lowest and highest point; same unit, y up, about any line. */
export interface Figure {
  readonly char: string;
  readonly bottom: number;
  readonly top: number;
}

/** Old-style figures that stand on the line, and those that hang below it (common practice of lettering, no published source). */
const STAND = '01268';
const HANG = '34579';
/** Hanging figures reach lower than standing ones by more than this share of a figure's height; lining ones waver by less. */
const HANG_SHARE = 0.12;
/** So many of each kind have to be there to say. */
const LEAST = 2;

/** Whether a font's (or a row's) figures are old-style: some of them hang below the line that the others stand on. */
export function areOldStyle(figures: readonly Figure[]): boolean {
  const stand = figures.filter((f) => STAND.includes(f.char));
  const hang = figures.filter((f) => HANG.includes(f.char));
  if (stand.length < LEAST || hang.length < LEAST) return false;
  const height = middleOf(figures.map((f) => f.top - f.bottom))!;
  const line = middleOf(stand.map((f) => f.bottom))!;
  return line - middleOf(hang.map((f) => f.bottom))! > HANG_SHARE * height;
}

export const isHanging = (char: string): boolean => char.length === 1 && HANG.includes(char);
/** Old-style 0, 1 and 2 are as high as small letters, and so are the hanging ones above the line. */
export const isLow = (char: string): boolean => char.length === 1 && '012'.includes(char);
