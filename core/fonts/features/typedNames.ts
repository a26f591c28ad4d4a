import type { Ligature } from '../opentype/layout/model';
import type { FontGlyphs } from './fontGlyphs';

/** Code points of names by the list they stand in: rows are immutable, and thousands of names are looked at after every edit. */
const known = new WeakMap<readonly string[], readonly (readonly number[])[]>();

/** The names that a glyph is typed by, as code points. */
export function typedCodePoints(typed: readonly string[]): readonly (readonly number[])[] {
  const there = known.get(typed);
  if (there) return there;
  const made = typed.map((name) => Array.from(name, (c) => c.codePointAt(0) ?? 0));
  known.set(typed, made);
  return made;
}

/** Typed names become their glyphs, where all their letters are in the font; the first that has a name keeps it. */
export function typedNames(font: FontGlyphs): Ligature[] {
  const taken = new Set<string>();
  const out: Ligature[] = [];
  for (const [glyph, { typed }] of font.glyphs.entries())
    for (const codePoints of typedCodePoints(typed)) {
      const parts = codePoints.flatMap((cp) => font.mapping.get(cp) ?? []);
      const name = parts.join();
      if (parts.length < 2 || parts.length < codePoints.length || taken.has(name)) continue;
      taken.add(name);
      out.push({ parts, glyph });
    }
  return out;
}
