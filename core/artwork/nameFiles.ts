import { codePointsOfName } from '../names/readGlyphName';
import { problem, type Problem } from '../problems/problem';

/** What a file's name says about what is drawn in it. */
export interface NamedFile<T> {
  readonly file: T;
  /** Name without folder and ending. */
  readonly stem: string;
  /** The one character it stands for; null when it is an icon's name or unclear. */
  readonly char: string | null;
}

/** Name of a file without its folders and its ending. */
export const stemOf = (path: string): string =>
  path
    .split(/[\\/]/)
    .pop()!
    .replace(/\.(png|jpe?g|svg|webp|tiff?|bmp|gif)$/i, '');

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
    const points = icons ? null : codePointsOfName(stem);
    // "a.ss01" and "f_i" are drawings of their own that only features can reach.
    const char = points?.length === 1 && !stem.includes('.') ? String.fromCodePoint(points[0]!) : null;
    if (char !== null) owners.set(char, [...(owners.get(char) ?? []), pathOf(file)]);
    else if (!icons)
      problems.push(problem({ code: 'name-not-understood', name: stem }, 'warning', { file: pathOf(file) }));
    return { file, stem, char };
  });
  const clashes = new Set<string>();
  for (const [char, paths] of owners) {
    if (paths.length < 2) continue;
    clashes.add(char);
    problems.push(problem({ code: 'names-clash', names: paths }, 'warning', { file: paths[0]! }));
  }
  return {
    named: named.map((n) => (n.char !== null && clashes.has(n.char) ? { ...n, char: null } : n)),
    problems,
  };
}

/** Whether a folder of drawings is a set of icons: most names stand for no character. */
export const areIcons = (paths: readonly string[]): boolean =>
  paths.filter((p) => codePointsOfName(stemOf(p))?.length === 1).length < paths.length / 2;
