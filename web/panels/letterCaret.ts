/** Whether something is seen at a place of a text that can be taken in hand. */
const isSeen = (text: string, at: number): boolean => {
  const unit = text.charCodeAt(at);
  // The second half of a character beyond the basic plane is no place of its own.
  const isHalf = unit >= 0xdc00 && unit <= 0xdfff;
  return !isHalf && text.charAt(at).trim() !== '';
};

/**
 * The place in a text (UTF-16) that a key leads to from a letter, over what isn't seen; from null to the first or last one. Null for other
 * keys, and where there is nothing further.
 */
export function letterBeside(text: string, at: number | null, key: string): number | null {
  const way = { ArrowRight: 1, ArrowLeft: -1, Home: 1, End: -1 }[key];
  if (way === undefined) return null;
  const anew = at === null || key === 'Home' || key === 'End';
  let next = anew ? (way === 1 ? 0 : text.length - 1) : at + way;
  while (next >= 0 && next < text.length && !isSeen(text, next)) next += way;
  return next >= 0 && next < text.length ? next : null;
}
