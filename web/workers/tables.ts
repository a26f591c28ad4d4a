import { unpackRow } from '../../core/project/document/packing/packRows';
import { TABLE_NAMES, type Doc, type TableName } from '../../core/project/document/schema';

/** Tables by their names, filled as rows come in, and the document that they are in the end. */
export function tables() {
  const all = Object.fromEntries(TABLE_NAMES.map((t) => [t, {} as Record<string, unknown>]));
  return {
    add(table: TableName, rows: readonly object[]): void {
      for (const row of rows.map(unpackRow) as { readonly id: string }[]) all[table]![row.id] = row;
    },
    doc: all as unknown as Doc,
  };
}
