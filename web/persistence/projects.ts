import { SCHEMA_VERSION, type Doc } from '../../core/project/document/schema';
import { newProject, projectOf } from '../../core/project/document/newProject';
import { db, type OrthoglyphDb, type ProjectSummary } from './db';
import { asToday, intakeStore, packFiles } from './intake';
import { letPicturesGo, pictureStore, markPicturesOf } from './pictures';
import { takingProject } from './projectLock';
import { projectRows, summaryOf } from './projectRows';

/** The browser's own storage, as sessions and jobs use it. */
export const storage = {
  rows: projectRows(db),
  pictures: pictureStore(db),
  intake: intakeStore(db),
};

export const newId = (): string => crypto.randomUUID();

/** Stores a whole project under its own id. */
export async function storeWhole(doc: Doc): Promise<string> {
  const { id } = projectOf(doc);
  await storage.rows.replace(summaryOf(doc, id, SCHEMA_VERSION, Date.now()), doc);
  await markPicturesOf(db, id, doc);
  return id;
}

export const createProject = (name: string): Promise<string> =>
  storeWhole(newProject(newId(), name, Date.now()));

/** A new project with files on its table: they are kept at once and taken in when it is opened. */
export async function startWithFiles(name: string, files: readonly File[]): Promise<string> {
  const read = await Promise.all(
    files.map(async (file) => ({
      path: file.webkitRelativePath || file.name,
      type: file.type,
      bytes: new Uint8Array(await file.arrayBuffer()),
    })),
  );
  const projectId = await createProject(name);
  const item = { id: newId(), projectId, addedAt: Date.now(), kind: 'files' as const, sheetId: null };
  await storage.intake.change([], [{ ...item, ...packFiles(read) }]);
  return projectId;
}

/** The same project under another id, so that opening a file never overwrites what is here. */
export const withId = (doc: Doc, id: string): Doc => ({
  ...doc,
  project: { [id]: { ...projectOf(doc), id } },
});

/** Deletes a project and all that is its own, taking it from a tab that has it open; pictures go that no other project has. */
export const deleteProject = (
  projectId: string,
  of: OrthoglyphDb = db,
  locks: LockManager | undefined = globalThis.navigator?.locks,
): Promise<void> =>
  takingProject(locks, projectId, () =>
    of.transaction(
      'rw',
      [of.summaries, of.pictures, of.pictureUses, ...of.rowTables(), ...of.sideTables()],
      async () => {
        for (const table of [...of.rowTables(), ...of.sideTables()])
          await table.where('projectId').equals(projectId).delete();
        await letPicturesGo(of, projectId);
        await of.summaries.delete(projectId);
      },
    ),
  );

/** What a project's pictures and waiting files take, bytes. */
export async function roomOf(summary: ProjectSummary, of: OrthoglyphDb = db): Promise<number> {
  const uses = await of.pictureUses.where('projectId').equals(summary.id).toArray();
  const pictures = await of.pictures.bulkGet(uses.map((u) => u.pictureId));
  const intake = await of.intake.where('projectId').equals(summary.id).toArray();
  return (
    pictures.reduce((n, p) => n + (p?.blob.size ?? 0), 0) +
    intake.reduce((n, i) => n + asToday(i).blob.size, 0)
  );
}
