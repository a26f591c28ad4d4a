import { SCHEMA_VERSION, type Doc } from '../../core/project/document/schema';
import { openRows } from '../../core/project/document/opening/openRows';
import type { Result } from '../../core/foundations/problems/problem';
import type { OrthoglyphDb, StoredMoment } from './db';

/** A named moment without the project itself, for lists. */
export type Moment = Omit<StoredMoment, 'doc'>;

/** Moments of a project that a person gave names to, each with the whole project as it was. */
export const momentStore = (db: OrthoglyphDb) => ({
  async keep(projectId: string, name: string, doc: Doc, at: number, id: string): Promise<void> {
    await db.moments.put({ id, projectId, name, at, version: SCHEMA_VERSION, doc });
  },
  async list(projectId: string): Promise<Moment[]> {
    const all = await db.moments.where('projectId').equals(projectId).toArray();
    return all.sort((a, b) => b.at - a.at).map(({ doc: _, ...moment }) => moment);
  },
  /** The project as it was then, brought to today's form; null when the moment is gone. */
  async open(id: string): Promise<Result<Doc> | null> {
    const stored = await db.moments.get(id);
    if (!stored) return null;
    const opened = openRows(stored.version, stored.doc);
    return opened.ok ? { ...opened, value: opened.value.doc } : opened;
  },
  remove: (id: string): Promise<void> => db.moments.delete(id),
});
