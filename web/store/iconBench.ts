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
  /** Of which tag they are; null = all. */
  readonly tag: string | null;
  readonly view: 'table' | 'wall';
  /** Icons that were chosen on the wall, and the one that was pressed last. */
  readonly chosen: ReadonlySet<string>;
  readonly last: string | null;
}

/** Which icons are looked at, and in what order. */
export const useIconBench = create<IconBench>(() => ({
  search: '',
  order: 'name',
  tag: null,
  view: 'table',
  chosen: new Set(),
  last: null,
}));

/** An icon with what people run into who type it. */
export interface IconRow {
  readonly glyph: GlyphRow;
  readonly troubles: readonly NameTrouble[];
}

const NONE: readonly NameTrouble[] = [];

/** What was found last: the table and what stands beside it ask for the same. */
let found: { readonly doc: Doc; readonly key: string; readonly rows: readonly IconRow[] } | null = null;

/** Icons whose name, words, tags or code point have what is looked for, in the order that was chosen. */
export function iconRows(doc: Doc, bench: Pick<IconBench, 'search' | 'order' | 'tag'>): readonly IconRow[] {
  const key = JSON.stringify([bench.search, bench.order, bench.tag]);
  if (found?.doc === doc && found.key === key) return found.rows;
  const rows = lookedFor(doc, bench);
  found = { doc, key, rows };
  return rows;
}

function lookedFor(doc: Doc, { search, order, tag }: Pick<IconBench, 'search' | 'order' | 'tag'>): IconRow[] {
  const troubles = nameTroubles(doc);
  const wanted = search.trim().toLowerCase();
  const has = (g: GlyphRow) =>
    [g.name, ...g.typed, ...g.tags, ...g.codePoints.map((cp) => `u+${cp.toString(16)}`)].some((text) =>
      text.toLowerCase().includes(wanted),
    );
  const rows = iconsByName(doc)
    .filter((g) => (tag === null || g.tags.includes(tag)) && (wanted === '' || has(g)))
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

/** A press on an icon of the wall: chosen, or let go again; with all between it and the one before (`through`). */
export function chooseIcon(rows: readonly IconRow[], id: string, through: boolean): void {
  useIconBench.setState(({ chosen, last }) => {
    const next = new Set(chosen);
    const place = (of: string | null) => rows.findIndex((r) => r.glyph.id === of);
    const [from, to] = [place(last), place(id)];
    if (through && from >= 0) {
      const [a, b] = [Math.min(from, to), Math.max(from, to)];
      for (const { glyph } of rows.slice(a, b + 1)) next.add(glyph.id);
    } else if (!next.delete(id)) next.add(id);
    return { chosen: next, last: id };
  });
}

export const chooseIcons = (ids: readonly string[]): void =>
  useIconBench.setState({ chosen: new Set(ids), last: null });
