import { pictureOfProject } from './projectPicture';
import Dexie from 'dexie';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { emptyHistory, type History } from '../../core/project/document/changes/history';
import { TABLE_NAMES, type Doc, type TableName } from '../../core/project/document/schema';
import { packDiff, packRow, unpackDiff, unpackRow } from '../../core/project/document/packing/packRows';
import type { DamagedRow } from '../../core/project/document/opening/openRows';
import type { OrthoglyphDb, ProjectSummary, StoredStep } from './db';

/** Steps of the history that outlive the page, as long as they hold no more rows than this together. */
export const KEPT_STEPS = 200;
const KEPT_CHANGES = 4000;
/** Rows handed to the database and taken from it at a time: copying thousands at once would hold up the page. */
const ROWS_WRITTEN = 100;
const ROWS_READ = 200;

/** The newest steps that are kept, oldest first. */
function newest(steps: readonly ProjectDiff[]): readonly ProjectDiff[] {
  let changes = 0;
  let from = steps.length;
  while (from > 0 && steps.length - from < KEPT_STEPS) {
    changes += steps[from - 1]!.changes.length;
    if (changes > KEPT_CHANGES) break;
    from--;
  }
  return steps.slice(from);
}

/** Raised by a write to a project that was deleted meanwhile: it is never made anew by a late write. */
export class ProjectGone extends Error {
  constructor() {
    super('the project was deleted');
  }
}

/** All rows of a project as plain data, not yet checked. */
export type StoredTables = Record<TableName, Record<string, unknown>>;

interface StoredProject {
  readonly version: number;
  readonly tables: StoredTables;
  readonly history: History;
}

/** One write: what changed, and the history after it. */
export interface ProjectWrite {
  readonly summary: ProjectSummary;
  readonly diff: ProjectDiff;
  readonly history: History;
}

/** What a project needs of the browser's storage; tests give another. */
export interface ProjectRows {
  load(projectId: string): Promise<StoredProject | null>;
  /** All of a write or none of it. Throws ProjectGone when there is no such project any more. */
  write(write: ProjectWrite): Promise<void>;
  /** Puts a whole project in the place of what is stored under its id; its history begins anew. */
  replace(summary: ProjectSummary, doc: Doc, damaged?: readonly DamagedRow[]): Promise<void>;
}

export const summaryOf = (doc: Doc, projectId: string, version: number, nowMs: number): ProjectSummary => ({
  id: projectId,
  name: doc.project[projectId]?.name ?? '',
  changedAt: nowMs,
  version,
  glyphs: Object.values(doc.glyphs).filter((g) => g.contours.length > 0 && g.codePoints.length > 0).length,
  picture: pictureOfProject(doc),
});

/** Numbers of history steps, given once for each: a step is immutable. */
class StepNumbers {
  private readonly numbers = new WeakMap<ProjectDiff, number>();
  private next = 1;

  give(diff: ProjectDiff): { readonly step: number; readonly fresh: boolean } {
    const known = this.numbers.get(diff);
    if (known !== undefined) return { step: known, fresh: false };
    this.numbers.set(diff, this.next);
    return { step: this.next++, fresh: true };
  }

  known(diff: ProjectDiff, step: number): void {
    this.numbers.set(diff, step);
    this.next = Math.max(this.next, step + 1);
  }
}

/** The steps of projects' histories in the browser's database: each is written once. */
class Histories {
  private readonly numbers = new Map<string, StepNumbers>();
  constructor(private readonly db: OrthoglyphDb) {}

  private numbersOf(projectId: string): StepNumbers {
    const own = this.numbers.get(projectId) ?? new StepNumbers();
    this.numbers.set(projectId, own);
    return own;
  }

  async write(projectId: string, history: History): Promise<void> {
    const own = this.numbersOf(projectId);
    const steps: StoredStep[] = [];
    const number = (diff: ProjectDiff) => {
      const { step } = own.give(diff);
      steps.push({ projectId, step, diff });
      return step;
    };
    const done = newest(history.done).map(number);
    const undone = newest(history.undone).map(number);
    const stored = new Set(
      (await this.db.steps.where('projectId').equals(projectId).primaryKeys()).map(([, step]) => step),
    );
    const wanted = new Set(steps.map((s) => s.step));
    await this.db.steps.bulkDelete(
      [...stored].filter((s) => !wanted.has(s)).map((s): [string, number] => [projectId, s]),
    );
    const fresh = steps.filter((s) => !stored.has(s.step));
    for (const s of fresh) await this.db.steps.put({ ...s, diff: packDiff(s.diff) });
    await this.db.histories.put({ projectId, done, undone });
  }

  async read(projectId: string): Promise<History> {
    const head = await this.db.histories.get(projectId);
    if (!head) return emptyHistory;
    const own = this.numbersOf(projectId);
    const rows = await this.db.steps.where('projectId').equals(projectId).toArray();
    const steps = new Map(rows.map((s) => [s.step, unpackDiff(s.diff)]));
    for (const [step, diff] of steps) own.known(diff, step);
    const all = (list: readonly number[]) => list.map((s) => steps.get(s)).filter((s) => s !== undefined);
    const whole = [...head.done, ...head.undone].every((s) => steps.has(s));
    return whole ? { done: all(head.done), undone: all(head.undone) } : emptyHistory;
  }
}

/** The rows of projects in the browser's database. */
export function projectRows(db: OrthoglyphDb): ProjectRows {
  const histories = new Histories(db);
  return {
    load: (projectId) =>
      db.transaction('r', [db.summaries, db.steps, db.histories, ...db.rowTables()], async () => {
        const summary = await db.summaries.get(projectId);
        const tables = {} as StoredTables;
        for (const table of TABLE_NAMES) {
          tables[table] = await readRows(db, projectId, table);
        }
        if (!summary && Object.keys(tables.project).length === 0) return null;
        return { version: summary?.version ?? 1, tables, history: await histories.read(projectId) };
      }),

    async write({ summary, diff, history }) {
      const tables = [...new Set(diff.changes.map((c) => c.table))];
      const scope = [db.summaries, db.steps, db.histories, ...tables.map((t) => db.rows(t))];
      await db.transaction('rw', scope, async () => {
        if (!(await db.summaries.get(summary.id))) throw new ProjectGone();
        for (const table of tables) await writeRows(db, summary.id, table, diff);
        await histories.write(summary.id, history);
        await db.summaries.put(summary);
      });
    },

    async replace(summary, doc, damaged = []) {
      const scope = [db.summaries, db.steps, db.histories, db.damage, ...db.rowTables()];
      await db.transaction('rw', scope, async () => {
        for (const table of TABLE_NAMES) {
          await db.rows(table).where('projectId').equals(summary.id).delete();
          await putRows(db, summary.id, table, Object.values(doc[table]));
        }
        await db.steps.where('projectId').equals(summary.id).delete();
        await db.histories.delete(summary.id);
        await db.damage.bulkPut(damaged.map((d) => ({ ...d, projectId: summary.id, at: summary.changedAt })));
        await db.summaries.put(summary);
      });
    },
  };
}

async function writeRows(
  db: OrthoglyphDb,
  projectId: string,
  table: TableName,
  diff: ProjectDiff,
): Promise<void> {
  const changes = diff.changes.filter((c) => c.table === table);
  const gone = changes.filter((c) => c.after === null).map((c): [string, string] => [projectId, c.id]);
  const kept = changes.filter((c) => c.after !== null);
  await db.rows(table).bulkDelete(gone);
  await putRows(
    db,
    projectId,
    table,
    kept.map((c) => c.after!),
  );
}

async function putRows(
  db: OrthoglyphDb,
  projectId: string,
  table: TableName,
  rows: readonly { readonly id: string }[],
): Promise<void> {
  for (let i = 0; i < rows.length; i += ROWS_WRITTEN)
    await db
      .rows(table)
      .bulkPut(rows.slice(i, i + ROWS_WRITTEN).map((row) => ({ projectId, id: row.id, row: packRow(row) })));
}

/** All rows of a table, some after the other. */
async function readRows(
  db: OrthoglyphDb,
  projectId: string,
  table: TableName,
): Promise<Record<string, unknown>> {
  const found: [string, unknown][] = [];
  let after: unknown = Dexie.minKey;
  for (;;) {
    const rows = await db
      .rows(table)
      .where('[projectId+id]')
      .between([projectId, after], [projectId, Dexie.maxKey], false, true)
      .limit(ROWS_READ)
      .toArray();
    for (const r of rows) found.push([r.id, unpackRow(r.row)]);
    if (rows.length < ROWS_READ) return Object.fromEntries(found);
    after = rows[rows.length - 1]!.id;
  }
}
