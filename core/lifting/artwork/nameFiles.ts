import { codePointsOfName } from '../../type/names/readGlyphName';
import { nth } from '../../foundations/lists/nth';
import { iconName } from '../../type/names/iconName';
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
 * neither is guessed; names that aren't understood are told too. With `icons` names are only names, each its own.
 */
export function nameFiles<T>(
  files: readonly T[],
  pathOf: (file: T) => string,
  icons: boolean,
): { named: NamedFile<T>[]; problems: Problem[] } {
  if (icons) return nameIcons(files, pathOf);
  const problems: Problem[] = [];
  const owners = new Map<string, string[]>();
  const named = files.map((file): NamedFile<T> => {
    const stem = stemOf(pathOf(file));
    const { char, variant } = readCharacterName(stem);
    const glyph = `${char}.${variant ?? ''}`;
    if (char !== null) owners.set(glyph, [...(owners.get(glyph) ?? []), pathOf(file)]);
    else
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

/** The folder right above a file; none for a file that lies in none. */
const folderOf = (path: string): string => path.split(/[\\/]/).at(-2) ?? '';

/**
 * Icons by their files' names. Files whose names a font can't tell apart, as of the same icon outlined and filled in two folders, are called after
 * their folders too, and numbered where those are alike; that is told.
 */
function nameIcons<T>(
  files: readonly T[],
  pathOf: (file: T) => string,
): { named: NamedFile<T>[]; problems: Problem[] } {
  const sharing = new Map<string, T[]>();
  for (const file of files) {
    const name = iconName(stemOf(pathOf(file)));
    sharing.set(name, [...(sharing.get(name) ?? []), file]);
  }
  const taken = new Set([...sharing].flatMap(([name, own]) => (own.length === 1 ? [name] : [])));
  const free = (wanted: string): string => {
    let name = wanted;
    for (let k = 2; taken.has(iconName(name)); k++) name = `${wanted}-${k}`;
    taken.add(iconName(name));
    return name;
  };
  const stems = new Map<T, string>();
  const problems: Problem[] = [];
  for (const own of sharing.values()) {
    if (own.length === 1) continue;
    for (const file of own) {
      const [folder, stem] = [folderOf(pathOf(file)), stemOf(pathOf(file))];
      stems.set(file, free(folder === '' ? stem : `${folder}-${stem}`));
    }
    const paths = own.map(pathOf);
    const names = own.map((file) => stems.get(file) ?? '');
    problems.push(problem({ code: 'icon-name-shared', paths, names }, 'note', { file: nth(paths, 0) }));
  }
  const named = files.map((file): NamedFile<T> => {
    const stem = stems.get(file) ?? stemOf(pathOf(file));
    return { file, stem, char: null, variant: null };
  });
  return { named, problems };
}

/** Whether a folder of drawings is a set of icons: most names stand for no character. */
export const areIcons = (paths: readonly string[]): boolean =>
  paths.filter((p) => codePointsOfName(stemOf(p)) !== null).length < paths.length / 2;
