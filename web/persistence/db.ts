import Dexie, { type Table } from 'dexie';
import { TABLE_NAMES, type Doc, type TableName } from '../../core/document/schema';
import type { ProjectDiff } from '../../core/document/diff';

/** A row of any document table as it lies in the browser's storage. */
interface StoredRow {
  readonly projectId: string;
  readonly id: string;
  readonly row: unknown;
}

/** What the list of projects shows, so that it needn't open each. */
export interface ProjectSummary {
  readonly id: string;
  readonly name: string;
  readonly changedAt: number;
  readonly version: number;
  readonly glyphs: number;
}

/** Pictures apart from the project's rows: big, and never changed. */
interface StoredPicture {
  readonly id: string;
  readonly blob: Blob;
}

class OrthoglyphDb extends Dexie {
  summaries!: Table<ProjectSummary, string>;
  pictures!: Table<StoredPicture, string>;

  constructor() {
    super('orthoglyph');
    const rows = Object.fromEntries(TABLE_NAMES.map((t) => [`rows_${t}`, '[projectId+id], projectId']));
    this.version(1).stores({ summaries: 'id, changedAt', pictures: 'id', ...rows });
  }

  rows(table: TableName): Table<StoredRow, [string, string]> {
    return this.table(`rows_${table}`);
  }
}

export const db = new OrthoglyphDb();

/** Writes just the changed rows, all or none. */
export async function saveDiff(summary: ProjectSummary, diff: ProjectDiff): Promise<void> {
  const tables = [...new Set(diff.changes.map((c) => c.table))];
  await db.transaction('rw', [db.summaries, ...tables.map((t) => db.rows(t))], async () => {
    for (const table of tables) {
      const changes = diff.changes.filter((c) => c.table === table);
      const gone = changes.filter((c) => c.after === null).map((c): [string, string] => [summary.id, c.id]);
      const kept = changes.filter((c) => c.after !== null);
      await db.rows(table).bulkDelete(gone);
      await db.rows(table).bulkPut(kept.map((c) => ({ projectId: summary.id, id: c.id, row: c.after })));
    }
    await db.summaries.put(summary);
  });
}

/** All rows of a project as plain data, not yet checked; null when there is no such project. */
export async function loadRows(
  projectId: string,
): Promise<Record<TableName, Record<string, unknown>> | null> {
  const out = {} as Record<TableName, Record<string, unknown>>;
  for (const table of TABLE_NAMES) {
    const rows = await db.rows(table).where('projectId').equals(projectId).toArray();
    out[table] = Object.fromEntries(rows.map((r) => [r.id, r.row]));
  }
  return Object.keys(out.project).length > 0 ? out : null;
}

export async function deleteProject(projectId: string): Promise<void> {
  const tables = TABLE_NAMES.map((t) => db.rows(t));
  await db.transaction('rw', [db.summaries, ...tables], async () => {
    for (const t of tables) await t.where('projectId').equals(projectId).delete();
    await db.summaries.delete(projectId);
  });
  await dropUnusedPictures();
}

/** Pictures are shared by content; one goes when no sheet of any project shows it. */
async function dropUnusedPictures(): Promise<void> {
  const sheets = await db.rows('sheets').toArray();
  const used = new Set(
    sheets.flatMap((s) => {
      const { pictureId, originalId } = s.row as { pictureId: string; originalId?: string | null };
      return originalId ? [pictureId, originalId] : [pictureId];
    }),
  );
  const all = await db.pictures.toCollection().primaryKeys();
  await db.pictures.bulkDelete(all.filter((id) => !used.has(id)));
}

export const summaryOf = (doc: Doc, projectId: string, version: number, nowMs: number): ProjectSummary => ({
  id: projectId,
  name: doc.project[projectId]?.name ?? '',
  changedAt: nowMs,
  version,
  glyphs: Object.values(doc.glyphs).filter((g) => g.contours.length > 0 && g.codePoints.length > 0).length,
});
