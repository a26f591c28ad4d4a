import useSWRImmutable from 'swr/immutable';
import { commonWords } from '../workers/commonWords';

/** So many words fill a page. */
const MOST_WORDS = 120;

/**
 * Common words that have some letters in them in a row; a capital also stands where a word that begins with its small letter does. Words in the
 * order in which they come.
 */
export function wordsWith(words: readonly string[], letters: string): string[] {
  const found: string[] = [];
  for (const word of words) {
    if (found.length >= MOST_WORDS) break;
    const capital = word.charAt(0).toUpperCase() + word.slice(1);
    if (word.includes(letters)) found.push(word);
    else if (capital.includes(letters)) found.push(capital);
    else if (letters.length > 0 && letters === letters.toUpperCase() && word.toUpperCase().includes(letters))
      found.push(word.toUpperCase());
  }
  return found;
}

/** Common English words with some letters; null until they are fetched. */
export function useProofWords(letters: string): readonly string[] | null {
  const { data } = useSWRImmutable(['words', letters] as const, async ([, of]) =>
    wordsWith(await commonWords(), of),
  );
  return data ?? null;
}
