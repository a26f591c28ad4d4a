import { writeFileSync } from 'node:fs';
import { solveBearings } from '../core/type/fit/bearings';
import { wishedDistances } from '../core/type/fit/distances';
import { knownAs, sideFacts, styleFacts } from '../core/type/fit/features';
import { JOINED, TEXT } from '../core/type/fit/parameters';
import { JOINED_FROM, styleOf } from '../core/type/fit/style';
import { CORE, fontFiles, readSpacedFont, type SpacedFont } from './openFonts';

/** Some packages hold files that the reader of fonts refuses. */
function readable(path: string, name: string): SpacedFont | null {
  try {
    return readSpacedFont(path, name);
  } catch {
    return null;
  }
}

/**
 * Writes what bench/trainFit.py learns from, one line of JSON a font:
 *   node scripts/bench.mjs fitSamples FOLDER OUT.jsonl
 * FOLDER holds unpacked @fontsource packages (package/files/*-latin-400-normal.woff and 700).
 */
export function main([folder, out]: readonly string[]): void {
  if (!folder || !out) throw new RangeError('fitSamples FOLDER OUT.jsonl');
  const lines: string[] = [];
  for (const [name, path] of fontFiles(folder)) {
    const font = readable(path, name);
    const style = font && styleOf(font.letters);
    if (!font || !style) {
      process.stderr.write(`left out: ${name}\n`);
      continue;
    }
    const P = style.joins > JOINED_FROM ? JOINED : TEXT;
    const wished = wishedDistances(style, P);
    const base = solveBearings(style, wished, P);
    const at = CORE.flatMap((c) => style.at.get(c) ?? []);
    const sides = (side: 'left' | 'right') =>
      style.letters.map((_, i) => sideFacts(style, i, side, base).map((v) => +v.toFixed(4)));
    const square = (of: (i: number, j: number) => number) =>
      at.map((i) => at.map((j) => +of(i, j).toFixed(1)));
    lines.push(
      JSON.stringify({
        name,
        xHeight: style.xHeight,
        joins: style.joins,
        style: styleFacts(style, base).map((v) => +v.toFixed(4)),
        chars: style.letters.map((l) => l.char),
        known: style.letters.map((l) => knownAs(l.char)),
        left: sides('left'),
        right: sides('right'),
        base: { left: Array.from(base.left), right: Array.from(base.right) },
        truth: { left: font.left, right: font.right, space: font.space },
        core: at,
        rest: square((i, j) => wished.data[i * wished.size + j]! - base.right[i]! - base.left[j]!),
        kerning: square((i, j) => font.kerning.get(style.letters[i]!.char + style.letters[j]!.char) ?? 0),
      }),
    );
    process.stderr.write(`${name}\n`);
  }
  writeFileSync(out, `${lines.join('\n')}\n`);
}
