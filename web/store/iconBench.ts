import { create } from 'zustand';
import {
  iconsByName,
  nameTroubles,
  readIconTable,
  takeIconTable,
  type NameTrouble,
} from '../../core/project/document/commands/icons/iconNames';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import { problem } from '../../core/foundations/problems/problem';
import { useProject } from './projectStore';

export type IconOrder = 'name' | 'code' | 'untyped' | 'trouble';

interface IconBench {
  readonly search: string;
  readonly order: IconOrder;
}

/** Which icons are looked at, and in what order. */
export const useIconBench = create<IconBench>(() => ({ search: '', order: 'name' }));

/** An icon with what people run into who type it. */
export interface IconRow {
  readonly glyph: GlyphRow;
  readonly troubles: readonly NameTrouble[];
}

const NONE: readonly NameTrouble[] = [];

/** What was found last: the table and what stands beside it ask for the same. */
const found = new WeakMap<IconBench, { readonly doc: Doc; readonly rows: readonly IconRow[] }>();

/** Icons whose name, words or code point have what is looked for, in the order that was chosen. */
export function iconRows(doc: Doc, bench: IconBench): readonly IconRow[] {
  const known = found.get(bench);
  if (known?.doc === doc) return known.rows;
  const rows = lookedFor(doc, bench);
  found.set(bench, { doc, rows });
  return rows;
}

function lookedFor(doc: Doc, { search, order }: IconBench): IconRow[] {
  const troubles = nameTroubles(doc);
  const wanted = search.trim().toLowerCase();
  const has = (g: GlyphRow) =>
    [g.name, ...g.typed, ...g.codePoints.map((cp) => `u+${cp.toString(16)}`)].some((text) =>
      text.toLowerCase().includes(wanted),
    );
  const rows = iconsByName(doc)
    .filter((g) => wanted === '' || has(g))
    .map((glyph): IconRow => ({ glyph, troubles: troubles.get(glyph.id) ?? NONE }));
  const first: Record<IconOrder, (row: IconRow) => number> = {
    name: () => 0,
    code: ({ glyph }) => glyph.codePoints[0] ?? Infinity,
    untyped: ({ glyph }) => glyph.typed.length,
    trouble: (row) => -row.troubles.length,
  };
  return rows.sort((a, b) => first[order](a) - first[order](b));
}

/** Takes a table of names in; icons that aren’t there are told, the others get theirs. */
export function takeIconNames(text: string): void {
  const { doc, commit, showProblems } = useProject.getState();
  if (!doc) return;
  const { diff, unknown } = takeIconTable(doc, readIconTable(text));
  commit(diff);
  showProblems(unknown.map((name) => problem({ code: 'icon-unknown', name }, 'warning')));
}
