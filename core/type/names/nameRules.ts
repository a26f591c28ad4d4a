import { codePointsOfName } from './readGlyphName';

/** Longest name that every reader takes (Adobe Glyph List Specification, section 2; OpenType feature files, "Glyph names"). */
const MOST_CHARACTERS = 63;

/** Why a text can't be a glyph's name. */
export type NameFault = 'empty' | 'too-long' | 'sign' | 'beginning';

/**
 * What is wrong with a glyph name: letters, digits, period and underscore only, 63 at the most, not beginning with a digit or a
 * period (OpenType feature file specification, 2.f.i). Null when it is a name.
 */
export function faultOfName(name: string): NameFault | null {
  if (name === '') return 'empty';
  if (name.length > MOST_CHARACTERS) return 'too-long';
  if (!/^[A-Za-z0-9._]+$/.test(name)) return 'sign';
  return /^[A-Za-z_]/.test(name) ? null : 'beginning';
}

/** Another drawing by its name: what it is a drawing of, and what stands behind the first period. Null for a plain name. */
export function partsOfVariant(name: string): { readonly base: string; readonly suffix: string } | null {
  const dot = name.indexOf('.');
  return dot < 1 || dot === name.length - 1
    ? null
    : { base: name.slice(0, dot), suffix: name.slice(dot + 1) };
}

/** The names of the letters that a ligature is made of; null for all other names. */
export function partsOfLigature(name: string): readonly string[] | null {
  const parts = name.split('.')[0]!.split('_');
  return parts.length > 1 && parts.every((p) => p !== '') ? parts : null;
}

/** What a drawing without a code point of its own shows by its name; null when the name stands for no characters. */
export function shownByName(name: string): { readonly char: string; readonly variant: string | null } | null {
  const points = codePointsOfName(name);
  if (!points) return null;
  return { char: String.fromCodePoint(...points), variant: partsOfVariant(name)?.suffix ?? null };
}
