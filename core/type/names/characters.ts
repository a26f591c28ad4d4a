/** A character with its name in the Unicode Character Database. */
export interface NamedCharacter {
  readonly codePoint: number;
  readonly name: string;
}

/** The list as scripts/unicodeNames.mjs packs it: each line the step to the next code point, how much of the name before stays, the rest. */
export function readNames(packed: string): NamedCharacter[] {
  let [codePoint, name] = [0, ''];
  return packed.split('\n').map((line) => {
    const slash = line.indexOf('/');
    codePoint += slash === 0 ? 1 : parseInt(line.slice(0, slash), 16);
    name = name.slice(0, parseInt(line[slash + 1]!, 36)) + line.slice(slash + 2);
    return { codePoint, name };
  });
}

/** Words of everyday speech for those in names. */
const PLAIN: Readonly<Record<string, string>> = {
  LOWERCASE: 'SMALL',
  UPPERCASE: 'CAPITAL',
  DOT: 'STOP',
  PERIOD: 'STOP',
  SLASH: 'SOLIDUS',
  UMLAUT: 'DIAERESIS',
  HACEK: 'CARON',
  DASH: 'DASH',
};

/** A code point that can stand in a text: not one of a surrogate pair (Unicode, D76). */
const isScalar = (cp: number): boolean => cp <= 0x10ffff && !(cp >= 0xd800 && cp <= 0xdfff);

/**
 * Characters whose names have all the words asked for, or begin with them in their words; whole words and short names
 * first. "U+1E9E", "1e9e" and a single character find themselves.
 */
export function findCharacters(
  names: readonly NamedCharacter[],
  asked: string,
  most: number,
): NamedCharacter[] {
  const text = asked.trim();
  if (text === '') return [];
  const code = /^(?:U\+|u\+|0x)?([0-9a-fA-F]{4,6})$/.exec(text);
  const direct = [...text].length === 1 ? text.codePointAt(0)! : code ? parseInt(code[1]!, 16) : null;
  const words = text.toUpperCase().split(/[\s-]+/);
  const found: { at: NamedCharacter; rank: number }[] = [];
  // A character newer than the table, or asked for before the table is there, is still itself.
  if (direct !== null && isScalar(direct) && !names.some((n) => n.codePoint === direct))
    found.push({ at: { codePoint: direct, name: '' }, rank: -1 });
  for (const at of names) {
    if (at.codePoint === direct) {
      found.push({ at, rank: -1 });
      continue;
    }
    const own = at.name.split(/[\s-]+/);
    // Of several that fit, the letter of everyday print is meant.
    let rank = own.length - (own[0] === 'LATIN' ? 2 : 0);
    const all = words.every((w) => {
      const plain = PLAIN[w] ?? w;
      if (own.includes(w) || own.includes(plain)) return true;
      rank += 4;
      return own.some((o) => o.startsWith(w));
    });
    if (all) found.push({ at, rank });
  }
  return found
    .sort((a, b) => a.rank - b.rank || a.at.codePoint - b.at.codePoint)
    .slice(0, most)
    .map((f) => f.at);
}
