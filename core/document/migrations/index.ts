import { fail, ok, type Result } from '../../problems/problem';
import { docSchema, SCHEMA_VERSION, type Doc } from '../schema';

/** Takes the data of one version to the next. Written against plain data: schemas of the past aren't kept. */
type Migration = (data: Record<string, unknown>) => Record<string, unknown>;

/**
 * Version 0, the trial form: code points were a single number called `codePoint`, sheets had no seating.
 * Kept as the worked example of a migration, with a saved project of that version as its fixture.
 */
const from0: Migration = (data) => {
  const rows = (name: string) =>
    Object.entries((data[name] ?? {}) as Record<string, Record<string, unknown>>);
  const glyphs = rows('glyphs').map(([id, { codePoint, ...rest }]) => [
    id,
    { ...rest, codePoints: typeof codePoint === 'number' ? [codePoint] : [] },
  ]);
  const sheets = rows('sheets').map(([id, sheet]) => [
    id,
    { ...sheet, seating: { reference: 'one-factor', capReference: 'H', smallReference: 'x' } },
  ]);
  return { ...data, glyphs: Object.fromEntries(glyphs), sheets: Object.fromEntries(sheets) };
};

const MIGRATIONS: readonly Migration[] = [from0];

/** Data of any version up to ours, brought to ours and checked against the schema, nothing dropped in silence. */
export function migrate(version: unknown, data: unknown): Result<Doc> {
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 0) {
    return fail({ code: 'project-incomplete', missing: 'its version number' });
  }
  if (version > SCHEMA_VERSION) return fail({ code: 'project-future', version, known: SCHEMA_VERSION });
  if (typeof data !== 'object' || data === null)
    return fail({ code: 'project-incomplete', missing: 'its data' });
  let current = data as Record<string, unknown>;
  for (let v = version; v < SCHEMA_VERSION; v++) current = MIGRATIONS[v]!(current);
  const parsed = docSchema.safeParse(current);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return fail({ code: 'project-invalid', path: issue.path.join('.'), reason: issue.message });
  }
  if (Object.keys(parsed.data.project).length !== 1) {
    return fail({ code: 'project-incomplete', missing: 'its project row' });
  }
  return ok(parsed.data);
}
