import { placeIcons, firstIconSeating } from '../../core/project/document/commands/lines/icons';
import { iconsOf } from '../../core/project/document/queries/glyphs';
import { setTypedNames } from '../../core/project/document/commands/glyphs/codePoints';
import { editAll } from '../../core/project/document/inStep/edit';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { problem, type Problem } from '../../core/foundations/problems/problem';

/** How icons are to come out; em units. What isn't said stays as it is. */
export interface IconWishes {
  readonly size: number | null;
  readonly margin: number | null;
  /** Lines of a file: the icon's name, then the names that are typed for it, parted by commas. */
  readonly typed: string | null;
}

/** The project with its icons sized, spaced and typed as wished; lines about icons that aren't there are told. */
export function withIconWishes(doc: Doc, wishes: IconWishes): { doc: Doc; problems: Problem[] } {
  const { size, margin, typed } = wishes;
  const first = firstIconSeating(projectOf(doc).unitsPerEm);
  const seating = { ...first, size: size ?? first.size, margin: margin ?? first.margin };
  const ids = iconsOf(doc).map((g) => g.id);
  const placed =
    size === null && margin === null
      ? null
      : editAll(doc, 'Place icons', [(d) => placeIcons(d, ids, seating)]);
  const now = placed?.doc ?? doc;
  return typed === null ? { doc: now, problems: [] } : withTypedNames(now, typed);
}

function withTypedNames(doc: Doc, lines: string): { doc: Doc; problems: Problem[] } {
  const problems: Problem[] = [];
  let now = doc;
  for (const line of lines.split(/\r?\n/)) {
    const [icon = '', ...names] = line.split(',').map((part) => part.trim());
    if (icon === '' || icon.startsWith('#')) continue;
    const glyph = Object.values(now.glyphs).find((g) => g.name === icon);
    if (!glyph) {
      problems.push(problem({ code: 'name-not-understood', name: icon }, 'error'));
      continue;
    }
    const edited = editAll(now, 'Type', [
      (d) => setTypedNames(d, glyph.id, names.length > 0 ? names : [icon]),
    ]);
    now = edited?.doc ?? now;
  }
  return { doc: now, problems };
}
