import { problem, type Problem, type Result } from '../../../foundations/problems/problem';
import { fail, ok } from '../../../foundations/problems/problem';
import { migrate, type Tables } from '../migrations';
import { rowSchemas, TABLE_NAMES, type Doc, type TableName } from '../schema';
import { mendDocument } from './mendDocument';

/** A row that can't be used, as it was found: it is kept for its owner, not thrown away. */
export interface DamagedRow {
  readonly table: TableName;
  readonly id: string;
  readonly reason: string;
  readonly raw: unknown;
}

/** A stored project, opened: all that can be used of it, and what can't. */
export interface OpenedDoc {
  readonly doc: Doc;
  readonly damaged: readonly DamagedRow[];
  /** Whether what is stored differs from `doc` (an older form, damage, mends), so that it has to be stored anew. */
  readonly changed: boolean;
}

/**
 * Rows of any version up to ours, brought to ours and checked one by one. A row that doesn't hold is left out, told as a
 * problem and given back as it was; references that point at nothing are let go. Fails when the project was written by a newer version,
 * or when there is no row for the project itself, since nothing could be shown then.
 */
export function openRows(version: unknown, data: unknown): Result<OpenedDoc> {
  const tables = migrate(version, data);
  if (!tables.ok) return tables;
  const damaged: DamagedRow[] = [];
  const checked = Object.fromEntries(
    TABLE_NAMES.map((table) => [table, checkTable(table, tables.value, damaged)]),
  ) as unknown as Doc;
  if (Object.keys(checked.project).length !== 1) {
    const own = damaged.find((d) => d.table === 'project');
    if (own) return fail({ code: 'project-invalid', path: `project.${own.id}`, reason: own.reason });
    return fail({ code: 'project-incomplete', missing: 'its project row' });
  }
  const { doc, mended } = mendDocument(checked);
  const problems: Problem[] = damaged.map(({ table, id, reason }) =>
    problem({ code: 'row-damaged', table, id, reason }, 'warning'),
  );
  if (mended.length > 0) problems.push(problem({ code: 'project-mended', what: mended }, 'note'));
  return ok({ doc, damaged, changed: tables.problems.length > 0 || problems.length > 0 }, problems);
}

/** Rows that hold, by their ids; the others are added to `damaged`. */
function checkTable(table: TableName, tables: Tables, damaged: DamagedRow[]): Record<string, unknown> {
  const out: Record<string, unknown> = {};
  for (const [id, raw] of Object.entries(tables[table] ?? {})) {
    const parsed = rowSchemas[table].safeParse(raw);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      const at = issue.path.length > 0 ? `${issue.path.join('.')}: ` : '';
      damaged.push({ table, id, reason: `${at}${issue.message}`, raw });
    } else if (parsed.data.id !== id) damaged.push({ table, id, reason: 'it bears another id', raw });
    else out[id] = parsed.data;
  }
  return out;
}
