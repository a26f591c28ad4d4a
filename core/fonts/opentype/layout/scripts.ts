/** Scripts by the Unicode Script property, with their OpenType script tags ("Script tags", OpenType 1.9.1; values from memory). */
const SCRIPTS: readonly (readonly [RegExp, readonly string[]])[] = [
  [/\p{Script=Latin}/u, ['latn']],
  [/\p{Script=Greek}/u, ['grek']],
  [/\p{Script=Cyrillic}/u, ['cyrl']],
  [/\p{Script=Armenian}/u, ['armn']],
  [/\p{Script=Hebrew}/u, ['hebr']],
  [/\p{Script=Arabic}/u, ['arab']],
  [/\p{Script=Georgian}/u, ['geor']],
  [/\p{Script=Cherokee}/u, ['cher']],
  [/\p{Script=Devanagari}/u, ['dev2', 'deva']],
  [/\p{Script=Bengali}/u, ['bng2', 'beng']],
  [/\p{Script=Gujarati}/u, ['gjr2', 'gujr']],
  [/\p{Script=Gurmukhi}/u, ['gur2', 'guru']],
  [/\p{Script=Kannada}/u, ['knd2', 'knda']],
  [/\p{Script=Malayalam}/u, ['mlm2', 'mlym']],
  [/\p{Script=Oriya}/u, ['ory2', 'orya']],
  [/\p{Script=Tamil}/u, ['tml2', 'taml']],
  [/\p{Script=Telugu}/u, ['tel2', 'telu']],
  [/\p{Script=Myanmar}/u, ['mym2', 'mymr']],
  [/\p{Script=Khmer}/u, ['khmr']],
  [/\p{Script=Sinhala}/u, ['sinh']],
  [/\p{Script=Ethiopic}/u, ['ethi']],
  [/\p{Script=Thai}/u, ['thai']],
  [/\p{Script=Hangul}/u, ['hang']],
  [/[\p{Script=Hiragana}\p{Script=Katakana}]/u, ['kana']],
  [/\p{Script=Han}/u, ['hani']],
  [/\p{Script=Ogham}/u, ['ogam']],
  [/\p{Script=Runic}/u, ['runr']],
];

/** Script tags of BCP 47 (ISO 15924) of the characters of a font, as 'meta' has them. */
export function writtenScripts(codePoints: Iterable<number>): string[] {
  const text = Array.from(codePoints, (cp) => String.fromCodePoint(cp)).join('');
  const nameOf = (tags: readonly string[]) => tags[tags.length - 1] ?? '';
  return SCRIPTS.flatMap(([has, tags]) => (has.test(text) ? [nameOf(tags)] : [])).map(
    (tag) => tag.charAt(0).toUpperCase() + tag.slice(1),
  );
}

/** Tags of the scripts that a font's characters belong to, and latn, which programs ask for with signs of no script. */
export function scriptsOf(codePoints: Iterable<number>): string[] {
  const text = Array.from(codePoints, (cp) => String.fromCodePoint(cp)).join('');
  return ['latn', ...SCRIPTS.flatMap(([has, tags]) => (has.test(text) ? tags : []))].filter(
    (tag, i, all) => all.indexOf(tag) === i,
  );
}

/** The other tags of a tag's script, where it has several. */
export const otherTagsOf = (tag: string): readonly string[] =>
  SCRIPTS.flatMap(([, tags]) => (tags.includes(tag) ? tags.filter((t) => t !== tag) : []));

/** Scripts of a font: those that it named when it was opened, and those of its letters that it had no tag for. */
export function scriptsBeside(named: readonly string[], found: readonly string[]): string[] {
  const isThere = (tag: string) => [tag, ...otherTagsOf(tag)].some((t) => named.includes(t));
  return [...new Set([...named, ...found.filter((t) => !isThere(t))])].filter((t) => t !== 'DFLT');
}
