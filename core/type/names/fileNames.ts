/** Names that Windows keeps for devices, with any ending (Microsoft, "Naming Files, Paths, and Namespaces"). */
const RESERVED = /^(con|prn|aux|nul|com[0-9¹²³]|lpt[0-9¹²³])(\.|$)/i;
/** Longest name without its ending; with one it stays below the 255 bytes that file systems allow. */
const LONGEST = 80;

/**
 * A file's name that every system takes, from any text: no separators, signs that shells or systems give a meaning, control
 * characters, names of devices, or dots and spaces at the ends; at most 80 characters. `whenEmpty` stands in when nothing is
 * left.
 */
export function safeFileName(text: string, whenEmpty = 'untitled'): string {
  const plain = [...text.normalize('NFC')]
    .map((c) => (/[\p{L}\p{M}\p{N} ._()+-]/u.test(c) ? c : '_'))
    .slice(0, LONGEST)
    .join('')
    .replace(/^[. ]+|[. ]+$/g, '');
  if (plain.replace(/_/g, '') === '') return whenEmpty;
  return RESERVED.test(plain) ? `_${plain}` : plain;
}

/**
 * Names of files for glyphs: plain letters and figures, capitals with an underscore behind them, so that names that differ by case only don't clash
 * (as UFO 3 has it), and none twice.
 */
export function glyphFileNames(): (glyphName: string) => string {
  const taken = new Set<string>();
  return (glyphName) => {
    const plain = safeFileName(
      glyphName.replace(/[A-Z]/g, (c) => `${c}_`).replace(/[^A-Za-z0-9_.-]/g, '_'),
      'glyph',
    );
    let name = plain;
    for (let k = 2; taken.has(name.toLowerCase()); k++) name = `${plain}-${k}`;
    taken.add(name.toLowerCase());
    return name;
  };
}
