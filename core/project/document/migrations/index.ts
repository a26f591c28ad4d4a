import { fail, ok, problem, type Result } from '../../../foundations/problems/problem';
import { SCHEMA_VERSION, TABLE_NAMES, type TableName } from '../schema';
import { from0 } from './from0';
import { from1 } from './from1';
import type { Migration } from './migration';

const MIGRATIONS: readonly Migration[] = [from0, from1];

/** Tables of rows in today's form, not yet checked. */
export type Tables = Readonly<Record<TableName, Readonly<Record<string, unknown>>>>;

/** A table of rows, whatever else stands in its place; rows are objects by their ids. */
const tableOf = (value: unknown): Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : {};

/**
 * Data of any version up to ours, brought to ours. A note tells when it was of an older one. Fails for a version that isn't a
 * number, or that is newer than what is known here.
 */
export function migrate(version: unknown, data: unknown): Result<Tables> {
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 0) {
    return fail({ code: 'project-incomplete', missing: 'its version number' });
  }
  if (version > SCHEMA_VERSION) return fail({ code: 'project-future', version, known: SCHEMA_VERSION });
  if (typeof data !== 'object' || data === null)
    return fail({ code: 'project-incomplete', missing: 'its data' });
  let current = Object.fromEntries(
    TABLE_NAMES.map((name) => [name, tableOf((data as Record<string, unknown>)[name])]),
  ) as Record<string, unknown>;
  for (let v = version; v < SCHEMA_VERSION; v++) current = MIGRATIONS[v]!(current);
  const notes = version < SCHEMA_VERSION ? [problem({ code: 'project-older', version }, 'note')] : [];
  return ok(current as Tables, notes);
}
