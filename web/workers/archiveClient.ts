import { proxy, type Remote } from 'comlink';
import type { FontsCompared } from '../../core/fonts/compare/compareFonts';
import type { UnderlayFont } from '../../core/fonts/open/underlay';
import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import { unpackRow } from '../../core/project/document/packing/packRows';
import { TABLE_NAMES, type Doc, type TableName } from '../../core/project/document/schema';
import type { Result } from '../../core/foundations/problems/problem';
import { startWorker } from '../jobs/startWorker';
import { WorkerHost, type Progress } from '../jobs/workerHost';
import type { ArchiveApi, FontId, FontsAs, FontRows, OpenedProject } from './archive.worker';

/** Runs one archive job in a worker of its own, which ends with the job and gives its memory back. */
async function once<T>(
  job: (api: Remote<ArchiveApi>) => Promise<unknown>,
  options: { signal?: AbortSignal; onProgress?: Progress } = {},
): Promise<Result<T>> {
  const host = new WorkerHost(() =>
    startWorker<ArchiveApi>(
      () => new Worker(new URL('./archive.worker.ts', import.meta.url), { type: 'module' }),
    ),
  );
  try {
    return await host.run<T>(job, options);
  } finally {
    host.close();
  }
}

/** Tables by their names, filled as rows come in, and the document that they are in the end. */
function tables() {
  const all = Object.fromEntries(TABLE_NAMES.map((t) => [t, {} as Record<string, unknown>]));
  return {
    add(table: TableName, rows: readonly object[]): void {
      for (const row of rows.map(unpackRow) as { readonly id: string }[]) all[table]![row.id] = row;
    },
    doc: all as unknown as Doc,
  };
}

export const archive = {
  /** Opens a stored project; its rows come a few at a time. */
  async open(projectId: string): Promise<Result<OpenedProject & { readonly doc: Doc }>> {
    const { add, doc } = tables();
    const opened = await once<OpenedProject>((api) => api.open(projectId, proxy(add) as never));
    if (!opened.ok) return opened;
    return { ...opened, value: { ...opened.value, doc } };
  },
  take: (file: Blob, id: string, options: { signal?: AbortSignal; onProgress?: Progress } = {}) =>
    once<string>((api) => api.take(file, id), options),
  look: (file: Blob, options: { signal?: AbortSignal } = {}) =>
    once<FontSeen>((api) => api.look(file), options),
  fontId: (file: Blob) => once<FontId>((api) => api.fontId(file)),
  letters: (file: Blob, characters: string) => once<UnderlayFont>((api) => api.letters(file, characters)),
  /** A font to take letters from: what it says of itself, and its letters as a document. */
  async fontDoc(file: Blob): Promise<Result<{ readonly seen: FontSeen; readonly from: Doc }>> {
    const read = await once<FontRows>((api) => api.fontRows(file));
    if (!read.ok) return read;
    const { add, doc: from } = tables();
    for (const [table, rows] of read.value.rows) add(table, rows);
    return { ...read, value: { seen: read.value.seen, from } };
  },
  compareFile: (doc: Doc, text: string, file: Blob, options: { signal?: AbortSignal } = {}) =>
    once<FontsCompared>((api) => api.compareFile(doc, text, file), options),
  compareDocs: (doc: Doc, text: string, other: Doc, options: { signal?: AbortSignal } = {}) =>
    once<FontsCompared>((api) => api.compareDocs(doc, text, other), options),
  takeFonts: (files: readonly Blob[], id: string, as: FontsAs, options: { signal?: AbortSignal } = {}) =>
    once<string>((api) => api.takeFonts(files, id, as), options) as Promise<
      Result<string> & { readonly at?: number }
    >,
  write: (doc: Doc, options: { signal?: AbortSignal; onProgress?: Progress } = {}) =>
    once<Blob>((api) => api.write(doc), options),
};
