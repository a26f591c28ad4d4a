import { codePointsOfName } from '../../type/names/readGlyphName';
import { problem, type Problem } from '../../foundations/problems/problem';

/** What a file's name says about what is drawn in it. */
export interface NamedFile<T> {
  readonly file: T;
  /** Name without folder and ending. */
  readonly stem: string;
  /** The character it stands for, several for a ligature (f_i); null when it is an icon's name or unclear. */
  readonly char: string | null;
  /** What stands behind the first dot: another drawing of the character, as "ss01" in a.ss01. */
  readonly variant: string | null;
}

/** Name of a file without its folders and its ending. */
export const stemOf = (path: string): string =>
  path
    .split(/[\\/]/)
    .pop()!
    .replace(/\.(png|jpe?g|svg|webp|tiff?|bmp|gif)$/i, '');

/** What a name says by the rules of the Adobe Glyph List, or by being the character itself. */
export type CharacterName = Pick<NamedFile<unknown>, 'char' | 'variant'>;

/** The character, or characters of a ligature, that a name stands for; both null when it stands for none. */
export function readCharacterName(name: string): CharacterName {
  // The signs that names are put together by are characters themselves.
  if ([...name].length === 1) return { char: name, variant: null };
  const points = codePointsOfName(name);
  if (!points) return { char: null, variant: null };
  const behind = name.slice(name.split('.')[0]!.length + 1).replace(/[^A-Za-z0-9._]+/g, '_');
  return { char: String.fromCodePoint(...points), variant: behind === '' ? null : behind };
}

/**
 * Files by the characters their names stand for (Adobe Glyph List rules). Two files for one character are both told and
 * neither is guessed; names that aren't understood are told too unless `icons` says that names are only names.
 */
export function nameFiles<T>(
  files: readonly T[],
  pathOf: (file: T) => string,
  icons: boolean,
): { named: NamedFile<T>[]; problems: Problem[] } {
  const problems: Problem[] = [];
  const owners = new Map<string, string[]>();
  const named = files.map((file): NamedFile<T> => {
    const stem = stemOf(pathOf(file));
    const { char, variant } = icons ? { char: null, variant: null } : readCharacterName(stem);
    const glyph = `${char}.${variant ?? ''}`;
    if (char !== null) owners.set(glyph, [...(owners.get(glyph) ?? []), pathOf(file)]);
    else if (!icons)
      problems.push(problem({ code: 'name-not-understood', name: stem }, 'warning', { file: pathOf(file) }));
    return { file, stem, char, variant };
  });
  const clashes = new Set<string>();
  for (const [glyph, paths] of owners) {
    if (paths.length < 2) continue;
    clashes.add(glyph);
    problems.push(problem({ code: 'names-clash', names: paths }, 'warning', { file: paths[0]! }));
  }
  return {
    named: named.map((n) =>
      n.char !== null && clashes.has(`${n.char}.${n.variant ?? ''}`)
        ? { ...n, char: null, variant: null }
        : n,
    ),
    problems,
  };
}

/** Whether a folder of drawings is a set of icons: most names stand for no character. */
export const areIcons = (paths: readonly string[]): boolean =>
  paths.filter((p) => codePointsOfName(stemOf(p)) !== null).length < paths.length / 2;
