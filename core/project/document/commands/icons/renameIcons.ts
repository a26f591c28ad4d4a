import type { ProjectDiff } from '../../changes/diff';
import { editAll } from '../../inStep/edit';
import type { Doc, GlyphRow } from '../../schema';
import { setGlyphName } from '../glyphs/glyphName';

/** What stands for any letters in a pattern. */
const ANY = '*';

/** What a pattern fits, with its parts that stand for anything. */
const fitting = (pattern: string): RegExp =>
  new RegExp(
    `^${pattern
      .split(ANY)
      .map((part) => part.replace(/[.+?^${}()|[\]\\]/g, '\\$&'))
      .join('(.*)')}$`,
  );

/**
 * What a name becomes when some of it is replaced; with * in it, `from` is a pattern of the whole name, and each * of `to` is what the one in its
 * place stood for: ic_*_24 to *.
 */
export function replacedName(name: string, from: string, to: string): string {
  if (from === '' || from === ANY) return name;
  if (!from.includes(ANY)) return name.split(from).join(to);
  const found = fitting(from).exec(name);
  if (!found) return name;
  let k = 0;
  return to.replace(/\*/g, () => found[++k] ?? '');
}

/** Icons renamed by replacing a part of their names, or by a pattern with *, as one step; names that can't stand are left as they are. Null when none changes. */
export function renameIcons(
  doc: Doc,
  icons: readonly GlyphRow[],
  { from, to }: { readonly from: string; readonly to: string },
): ProjectDiff | null {
  const renames = icons.flatMap(({ id, name }) => {
    const next = replacedName(name, from, to);
    return next === name ? [] : [(d: Doc) => setGlyphName(d, id, next)];
  });
  return editAll(doc, 'Rename icons', renames)?.diff ?? null;
}
