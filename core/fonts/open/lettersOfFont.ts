import { underlayScale, type UnderlayFont } from './underlay';
import { projectOf } from '../../project/document/newProject';
import type { LettersToTake } from '../../project/document/commands/glyphs/takeLetters';
import type { Doc, GlyphRow } from '../../project/document/schema';

/** How letters of a font come into a project. */
export interface TakingLetters {
  /** Characters whose letters are wanted. */
  readonly characters: string;
  readonly size: 'em' | 'x-height';
  readonly where: LettersToTake['where'];
}

/** Letters of an opened font for characters, and what of the characters it hasn't. `from`: the font as a project. */
export function lettersToTake(
  doc: Doc,
  from: Doc,
  { characters, size, where }: TakingLetters,
): { readonly letters: LettersToTake; readonly lacking: readonly string[] } {
  const byCode = new Map<number, GlyphRow>();
  for (const g of Object.values(from.glyphs)) for (const cp of g.codePoints) byCode.set(cp, g);
  const wanted = [...new Set(characters)].filter((c) => c.trim() !== '');
  const found = wanted.flatMap((c) => byCode.get(c.codePointAt(0) ?? 0) ?? []);
  const { unitsPerEm, lines } = projectOf(from);
  const has = (char: string) => byCode.has(char.codePointAt(0) ?? 0);
  const heights: UnderlayFont = {
    family: '',
    unitsPerEm,
    xHeight: has('x') ? lines.xHeight : null,
    capHeight: has('H') ? lines.capHeight : null,
    letters: new Map(),
  };
  return {
    letters: {
      from,
      glyphIds: [...new Set(found.map((g) => g.id))],
      scale: underlayScale(doc, heights, size),
      where,
    },
    lacking: wanted.filter((c) => !has(c)),
  };
}
