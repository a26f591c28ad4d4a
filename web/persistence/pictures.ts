import type { Doc } from '../../core/project/document/schema';
import { picturesOf } from '../../core/project/archive/writeProject';
import type { OrthoglyphDb } from './db';

/** What jobs need of the store of pictures; tests give another. */
export interface PictureStore {
  /** Keeps a picture for a project under the hash of its bytes. One that is there already is never written over. */
  keep(projectId: string, id: string, blob: Blob): Promise<void>;
  bytes(id: string): Promise<Uint8Array | null>;
  blob(id: string): Promise<Blob | null>;
}

/** Pictures in the browser's database. They are shared by content: one goes with the last project that has to do with it. */
export function pictureStore(db: OrthoglyphDb): PictureStore {
  const blob = async (id: string) => (await db.pictures.get(id))?.blob ?? null;
  return {
    keep: (projectId, id, data) =>
      db.transaction('rw', [db.pictures, db.pictureUses], async () => {
        await db.pictureUses.put({ projectId, pictureId: id });
        if ((await db.pictures.where('id').equals(id).count()) === 0)
          await db.pictures.put({ id, blob: data });
      }),
    blob,
    async bytes(id) {
      const found = await blob(id);
      return found && new Uint8Array(await found.arrayBuffer());
    },
  };
}

/** Says that a project has to do with the pictures its sheets name; for a project that was taken over whole. */
export const markPicturesOf = (db: OrthoglyphDb, projectId: string, doc: Doc) =>
  db.pictureUses.bulkPut(picturesOf(doc).map((pictureId) => ({ projectId, pictureId })));

/** Lets a project's pictures go, within the caller's transaction on pictures and their uses. */
export async function letPicturesGo(db: OrthoglyphDb, projectId: string): Promise<void> {
  const own = await db.pictureUses.where('projectId').equals(projectId).toArray();
  await db.pictureUses.where('projectId').equals(projectId).delete();
  for (const { pictureId } of own)
    if ((await db.pictureUses.where('pictureId').equals(pictureId).count()) === 0)
      await db.pictures.delete(pictureId);
}
