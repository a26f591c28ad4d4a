import type { Aligned, TextSpot } from './lattice';
import { WORDS } from './parameters';

/** A word of the text that the page doesn't show, or not as it is told: never guessed. */
export interface SkippedWord {
  /** Places of its first and last character among those that aren't white. */
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/** Words of a text as places, first and one past the last. */
function wordsOf(spots: readonly TextSpot[]): { from: number; to: number }[] {
  const starts = spots.flatMap((s, i) => (s.starts ? [i] : []));
  return starts.map((from, k) => ({ from, to: starts[k + 1] ?? spots.length }));
}

/** The words of which too few letters were found for certain, or whose letters look too little like what they are told to be. */
export function skippedWords(read: readonly Aligned[], spots: readonly TextSpot[]): SkippedWord[] {
  const bySpot = new Map(read.map((a) => [a.spot, a]));
  return wordsOf(spots).flatMap(({ from, to }) => {
    const own = spots.slice(from, to).flatMap((s, i) => (s.raised ? [] : [bySpot.get(from + i)]));
    if (own.length === 0) return [];
    const sure = own.filter((a) => a && a.confidence >= WORDS.sure).length;
    const odd = own.reduce((sum, a) => sum + (a ? a.cost : WORDS.lacking), 0) / own.length;
    if (sure >= WORDS.share * own.length && odd <= WORDS.odd) return [];
    const text = spots.slice(from, to).map((s) => s.char);
    return [{ from, to: to - 1, text: text.join('') }];
  });
}
