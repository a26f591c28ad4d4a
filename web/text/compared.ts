import type { LetterCompared } from '../../core/fonts/compare/compareFonts';

export const CHANGE_WORDS = {
  order: 'What moved most comes first; new letters and those that are gone come last.',
} as const;

const signed = (v: number): string => `${v > 0 ? '+' : ''}${Math.round(v)}`;

/** What became of a letter, in a few words; thousandths of an em. */
export function changeText({ change, moved, wider, left, right, before, after }: LetterCompared): string {
  switch (change) {
    case 'new':
      return 'new here';
    case 'gone':
      return 'not here any more';
    case 'outline':
      if (before.length === 0) return 'drawn here, empty before';
      if (after.length === 0) return 'empty here, drawn before';
      return Math.abs(wider) >= 1
        ? `moved by up to ${Math.round(moved)} u, width ${signed(wider)} u`
        : `moved by up to ${Math.round(moved)} u`;
    case 'white':
      return `white ${signed(left)} u at the left, ${signed(right)} u at the right`;
  }
}
