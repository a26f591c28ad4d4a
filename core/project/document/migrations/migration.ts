/** A row of a past version: plain data, since schemas of the past aren't kept. */
export type PlainRow = Record<string, unknown>;

/** Takes the data of one version to the next. Rows that aren't objects are left out before it is called. */
export type Migration = (data: Record<string, unknown>) => Record<string, unknown>;

/** Rows of a table of a past version by their ids; none when there is no such table. */
export const rowsOf = (data: Record<string, unknown>, table: string): [string, PlainRow][] =>
  Object.entries((data[table] ?? {}) as Record<string, unknown>).filter(
    (entry): entry is [string, PlainRow] => typeof entry[1] === 'object' && entry[1] !== null,
  );
