import equal from 'fast-deep-equal';
import type { ProjectDiff, RowChange } from './diff';
import { TABLE_NAMES, type Doc } from '../schema';

/** Rows that differ between two states of a project, as changes from the one to the other. */
export function changesBetween(from: Doc, to: Doc): RowChange[] {
  return TABLE_NAMES.flatMap((table) => {
    const ids = new Set([...Object.keys(from[table]), ...Object.keys(to[table])]);
    return [...ids].flatMap((id): RowChange[] => {
      const [before, after] = [from[table][id] ?? null, to[table][id] ?? null];
      return before === after || equal(before, after) ? [] : [{ table, id, before, after }];
    });
  });
}

/** The edit that makes one state of a project into another, as one step that can be undone; null when they are the same. */
export function diffBetween(from: Doc, to: Doc, label: string): ProjectDiff | null {
  const changes = changesBetween(from, to);
  return changes.length === 0 ? null : { label, changes };
}
