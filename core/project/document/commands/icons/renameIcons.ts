import type { ProjectDiff } from '../../changes/diff';
import { editAll } from '../../inStep/edit';
import type { Doc, GlyphRow } from '../../schema';
import { setGlyphName } from '../glyphs/glyphName';

/** What a name becomes when some of it is replaced. */
const replacedName = (name: string, from: string, to: string): string =>
  from === '' ? name : name.split(from).join(to);

/** Icons renamed by replacing a part of their names, as one step; names that can't stand are left as they are. Null when none changes. */
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
