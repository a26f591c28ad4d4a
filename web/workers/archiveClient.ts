import { wrap, type Remote } from 'comlink';
import type { Doc } from '../../core/document/schema';
import type { OpenedProject } from '../../core/archive/projectFile';
import type { Result } from '../../core/problems/problem';
import type { ArchiveApi } from './archive.worker';

/** Runs one archive job in a worker of its own, which ends with the job and gives its memory back. */
async function once<T>(job: (api: Remote<ArchiveApi>) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('./archive.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await job(wrap<ArchiveApi>(worker));
  } finally {
    worker.terminate();
  }
}

export const archive = {
  open: (projectId: string): Promise<Result<Doc>> =>
    once(async (api) => (await api.open(projectId)) as Result<Doc>),
  read: (bytes: Uint8Array): Promise<Result<OpenedProject>> =>
    once(async (api) => (await api.read(bytes)) as Result<OpenedProject>),
  write: (doc: Doc, pictures: ReadonlyMap<string, Uint8Array>) => once((api) => api.write(doc, pictures)),
};
