import { placeIcons, firstIconSeating } from '../../core/project/document/commands/lines/icons';
import { iconsOf } from '../../core/project/document/queries/glyphs';
import { readIconTable, takeIconTable } from '../../core/project/document/commands/icons/iconNames';
import { edit, editAll } from '../../core/project/document/inStep/edit';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import type { LockChanges } from '../../core/project/document/commands/icons/iconLock';
import { problem, type Problem } from '../../core/foundations/problems/problem';

/** How icons are to come out; em units. What isn't said stays as it is. */
export interface IconWishes {
  readonly size: number | null;
  readonly margin: number | null;
  /** A table, CSV or copied from a spreadsheet: the icon's name, then the names that are typed for it. */
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

function withTypedNames(doc: Doc, table: string): { doc: Doc; problems: Problem[] } {
  const { diff, unknown } = takeIconTable(doc, readIconTable(table));
  return {
    doc: diff ? edit(doc, diff).doc : doc,
    problems: unknown.map((name) => problem({ code: 'icon-unknown', name }, 'error')),
  };
}

/** More names than a line is read for are counted. */
const NAMED = 20;

const someOf = (names: readonly string[]): string =>
  names.length <= NAMED
    ? names.join(', ')
    : `${names.slice(0, NAMED).join(', ')} and ${names.length - NAMED} more`;

/** What has become of icons since the last build, a line for each kind; nothing when nothing has. */
export function changesInWords({ added, changed, renamed, removed }: LockChanges): string {
  const lines: readonly (readonly [string, readonly string[]])[] = [
    ['New', added],
    ['Drawn anew', changed],
    ['Renamed, with the same code', renamed.map((r) => `${r.was} to ${r.name}`)],
    ['Gone, their codes retired', removed],
  ];
  return lines.flatMap(([what, names]) => (names.length > 0 ? [`${what}: ${someOf(names)}\n`] : [])).join('');
}
