import { diffOfWhole } from '../../core/document/diff';
import { newProject, projectOf } from '../../core/document/newProject';
import { SCHEMA_VERSION, type Doc } from '../../core/document/schema';
import { fail, inFile, type Result } from '../../core/problems/problem';
import { archive } from '../workers/archiveClient';
import { db, saveDiff, summaryOf } from './db';

export const DEMO_ID = 'tide-mill';

const newId = (): string => crypto.randomUUID();

/** Stores a whole project; an existing one of the same id is replaced row by row. */
async function storeWhole(doc: Doc): Promise<string> {
  const { id } = projectOf(doc);
  await saveDiff(summaryOf(doc, id, SCHEMA_VERSION, Date.now()), diffOfWhole(doc, 'Open'));
  return id;
}

export const createProject = (name: string): Promise<string> =>
  storeWhole(newProject(newId(), name, Date.now()));

/** A stored project, brought to today's form and checked, read by a worker: checking thousands of points takes a while. */
export const openProject = (projectId: string): Promise<Result<Doc>> => archive.open(projectId);

/** The same project under another id, so that opening a file never overwrites what is here. */
function withId(doc: Doc, id: string): Doc {
  return { ...doc, project: { [id]: { ...projectOf(doc), id } } };
}

/** Takes a project file into storage. The id of the new project, or what is wrong with the file. */
export async function importProject(
  bytes: Uint8Array,
  fileName: string,
  id = newId(),
): Promise<Result<string>> {
  const opened = await archive.read(bytes);
  if (!opened.ok) return { ok: false, problems: inFile(opened.problems, fileName) };
  const { doc, pictures } = opened.value;
  await db.pictures.bulkPut(
    [...pictures].map(([key, data]) => ({ id: key, blob: new Blob([new Uint8Array(data)]) })),
  );
  return { ok: true, value: await storeWhole(withId(doc, id)), problems: opened.problems };
}

export async function pictureBytes(pictureId: string): Promise<Uint8Array | null> {
  const stored = await db.pictures.get(pictureId);
  return stored ? new Uint8Array(await stored.blob.arrayBuffer()) : null;
}

/** The project as a file, with all pictures of its sheets. */
export async function exportProject(doc: Doc): Promise<Uint8Array> {
  const pictures = new Map<string, Uint8Array>();
  for (const sheet of Object.values(doc.sheets)) {
    for (const id of [sheet.pictureId, sheet.originalId]) {
      const bytes = id && (await pictureBytes(id));
      if (id && bytes) pictures.set(id, bytes);
    }
  }
  return archive.write(doc, pictures);
}

/** The demo, fetched from beside the app and stored on first use; later visits find it as it was left. */
export async function openDemo(): Promise<Result<string>> {
  if (await db.summaries.get(DEMO_ID)) return { ok: true, value: DEMO_ID, problems: [] };
  const name = 'tide-mill.orthoglyph.zip';
  const response = await fetch(`/${name}`);
  if (!response.ok) return fail({ code: 'file-not-found' }, { file: name });
  return importProject(new Uint8Array(await response.arrayBuffer()), name, DEMO_ID);
}
