/** So many names are spelled out. */
const SHOWN = 12;

/** Names in a line, and how many more there are. */
export const someNames = (names: readonly string[]): string =>
  names.length <= SHOWN
    ? names.join(' ')
    : `${names.slice(0, SHOWN).join(' ')} and ${names.length - SHOWN} more`;
