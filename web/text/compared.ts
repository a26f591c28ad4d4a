import type { LetterCompared } from '../../core/fonts/compare/compareFonts';
import type { WordCompared } from '../../core/fonts/compare/words';

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

/** What became of a word, in a few words; thousandths of an em. */
export function wordText({ before, after, glyphs, moved }: WordCompared): string {
  const wider = Math.round(after) - Math.round(before);
  const parts = [
    ...(glyphs ? [`${glyphs[0]} → ${glyphs[1]}`] : []),
    ...(wider === 0 ? [] : [`${Math.abs(wider)} u ${wider > 0 ? 'wider' : 'narrower'}`]),
    ...(moved > 0 && wider === 0 ? [`glyphs moved by up to ${Math.round(moved)} u`] : []),
  ];
  return parts.join(', ') || 'by less than a unit';
}
