import type { DroppedFile } from '../../core/lifting/artwork/sortFiles';
import type { IntakeItem, OrthoglyphDb, StoredFile } from './db';

/** Files that were dropped, kept until something was made of them; tests give another. */
export interface IntakeStore {
  /** Puts items in the place of others, all or none. */
  change(gone: readonly string[], added: readonly IntakeItem[]): Promise<void>;
  /** What is still to be done for a project, in the order in which it was dropped. */
  waiting(projectId: string): Promise<readonly IntakeItem[]>;
}

/** Files of an item as they go into storage: all bytes in one blob. */
export function packFiles(
  files: readonly (DroppedFile & { readonly type: string })[],
): Pick<IntakeItem, 'files' | 'blob'> {
  let at = 0;
  const places = files.map(({ path, type, bytes }): StoredFile => {
    const from = at;
    at += bytes.length;
    return { path, type, from, to: at };
  });
  const type = files.length === 1 ? files[0]!.type : '';
  return {
    files: places,
    blob: new Blob(
      files.map((f) => f.bytes as BlobPart),
      { type },
    ),
  };
}

/** The files of an item again. */
export async function unpackFiles({ files, blob }: IntakeItem): Promise<DroppedFile[]> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  return files.map(({ path, from, to }) => ({ path, bytes: bytes.subarray(from, to) }));
}

/** An item as earlier versions stored it, each file with a blob of its own. */
type OldItem = Omit<IntakeItem, 'files' | 'blob'> & {
  readonly files: readonly { readonly path: string; readonly type: string; readonly blob: Blob }[];
};

/** An item in today's form, whoever stored it. */
export function asToday(item: IntakeItem | OldItem): IntakeItem {
  if ('blob' in item) return item;
  let at = 0;
  const files = item.files.map(({ path, type, blob }): StoredFile => {
    const from = at;
    at += blob.size;
    return { path, type, from, to: at };
  });
  const type = files.length === 1 ? files[0]!.type : '';
  return {
    ...item,
    files,
    blob: new Blob(
      item.files.map((f) => f.blob),
      { type },
    ),
  };
}

export const intakeStore = (db: OrthoglyphDb): IntakeStore => ({
  change: (gone, added) =>
    db.transaction('rw', db.intake, async () => {
      await db.intake.bulkDelete([...gone]);
      await db.intake.bulkPut([...added]);
    }),
  async waiting(projectId) {
    const items = await db.intake.where('projectId').equals(projectId).toArray();
    return items.map(asToday).sort((a, b) => a.addedAt - b.addedAt || (a.id < b.id ? -1 : 1));
  },
});
