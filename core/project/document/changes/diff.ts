import { newId } from '../identity';
import { TABLE_NAMES, type Doc, type RowOf, type TableName } from '../schema';

/** One row before and after an edit; null = not there. Plain data: applied, reversed, saved and tested alike. */
export interface RowChange<T extends TableName = TableName> {
  readonly table: T;
  readonly id: string;
  readonly before: RowOf<T> | null;
  readonly after: RowOf<T> | null;
}

/** One gesture of a person, under the name it has in the history. */
export interface ProjectDiff {
  readonly label: string;
  readonly changes: readonly RowChange[];
}

/**
 * The document with the changes made, just as they stand: for replaying what is complete (undo, a stored edit). A command's
 * answer goes through `edit` (inStep/edit.ts), which brings along all that depends on it. Tables that don't change are shared.
 */
export function applyDiff(doc: Doc, diff: ProjectDiff): Doc {
  const touched = new Map<TableName, Record<string, unknown>>();
  for (const c of diff.changes) {
    const rows = touched.get(c.table) ?? { ...doc[c.table] };
    if (c.after === null) delete rows[c.id];
    else rows[c.id] = c.after;
    touched.set(c.table, rows);
  }
  return { ...doc, ...Object.fromEntries(touched) } as Doc;
}

/** The edit that takes this one back: `applyDiff(applyDiff(d, x), reverseDiff(x))` equals `d`. */
export function reverseDiff(diff: ProjectDiff): ProjectDiff {
  return {
    label: diff.label,
    changes: diff.changes.map((c) => ({ ...c, before: c.after, after: c.before })).reverse(),
  };
}

/** Two edits as one, the second made on the first's result; rows that end as they began are left out. */
export function mergeDiffs(first: ProjectDiff, second: ProjectDiff): ProjectDiff {
  const rows = new Map<string, RowChange>();
  for (const c of [...first.changes, ...second.changes]) {
    const key = `${c.table}/${c.id}`;
    const earlier = rows.get(key);
    rows.set(key, earlier ? { ...earlier, after: c.after } : c);
  }
  return { label: first.label, changes: [...rows.values()].filter((c) => c.before !== c.after) };
}

/** Whether every row is as the edit found it, so that it can be made (or taken back) without losing another's work. */
export function fits(doc: Doc, diff: ProjectDiff): boolean {
  return diff.changes.every((c) => (doc[c.table][c.id] ?? null) === c.before);
}

export type Draft = ReturnType<typeof draft>;

/** Collects row changes against a document; later writes see earlier ones. */
export function draft(doc: Doc) {
  const changes = new Map<string, RowChange>();
  const get = <T extends TableName>(table: T, id: string): RowOf<T> | null => {
    const changed = changes.get(`${table}/${id}`);
    return (changed ? changed.after : (doc[table][id] ?? null)) as RowOf<T> | null;
  };
  const write = <T extends TableName>(table: T, id: string, after: RowOf<T> | null) => {
    const before = (doc[table][id] ?? null) as RowOf<T> | null;
    changes.set(`${table}/${id}`, { table, id, before, after } as RowChange);
  };
  const all = <T extends TableName>(table: T): RowOf<T>[] => {
    const rows: Record<string, RowOf<T>> = { ...(doc[table] as Record<string, RowOf<T>>) };
    for (const c of changes.values()) {
      if (c.table !== table) continue;
      if (c.after === null) delete rows[c.id];
      else rows[c.id] = c.after as RowOf<T>;
    }
    return Object.values(rows);
  };
  return {
    get,
    /** Rows of a table as they are with the changes so far. */
    all,
    /** An id for a new row; never one that this edit gives or takes away. */
    newId: (table: TableName, label: string): string =>
      newId(doc, table, label, (id) => doc[table][id] !== undefined || changes.has(`${table}/${id}`)),
    put: <T extends TableName>(table: T, row: RowOf<T>) => write(table, row.id, row),
    remove: (table: TableName, id: string) => write(table, id, null),
    /** Null when nothing changes, so that no empty entry gets into the history. */
    done: (label: string): ProjectDiff | null => {
      const real = [...changes.values()].filter((c) => c.before !== c.after);
      return real.length > 0 ? { label, changes: real } : null;
    },
  };
}

/** All rows as one edit from an empty document: for saving a new project with the same means as any edit. */
export function diffOfWhole(doc: Doc, label: string): ProjectDiff {
  const changes = TABLE_NAMES.flatMap((table) =>
    Object.values(doc[table]).map((row) => ({ table, id: row.id, before: null, after: row }) as RowChange),
  );
  return { label, changes };
}

/** Ids of rows that an edit adds to a table, in its order. */
export const newIn = (diff: ProjectDiff, table: TableName): string[] =>
  diff.changes.filter((c) => c.table === table && c.before === null).map((c) => c.id);
