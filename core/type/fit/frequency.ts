/** Shares of letters in English text, per thousand (common figures, from memory); capitals count for a twentieth. */
const SMALL = new Map(
  [...'etaoinshrdlcumwfgypbvkjxqz'].map((c, i) => [
    c,
    [127, 91, 82, 75, 70, 67, 63, 61, 60, 43, 40, 28, 28, 24, 24, 22, 20, 20, 19, 15, 10, 8, 2, 2, 1, 1][i]!,
  ]),
);
const OTHERS = 4;

function letterShare(char: string): number {
  const small = SMALL.get(char.toLowerCase());
  if (small === undefined) return OTHERS;
  return char === char.toLowerCase() ? small : small / 20;
}

/** How often two characters stand beside each other, roughly: capitals seldom end a pair within a word, figures keep to themselves. */
export function pairShare(left: string, right: string): number {
  const odd = (/[a-z]/.test(left) && /[A-Z]/.test(right)) || /\d/.test(left) !== /\d/.test(right);
  const seldom = odd ? 0.01 : 1;
  return letterShare(left) * letterShare(right) * seldom;
}
