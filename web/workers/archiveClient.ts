import { proxy } from 'comlink';
import type { Doc } from '../../core/project/document/schema';
import type { Result } from '../../core/foundations/problems/problem';
import type { ArchiveApi, OpenedProject } from './archive.worker';
import { inOwnWorker, type JobOptions } from './once';
import { tables } from './tables';

const run = inOwnWorker<ArchiveApi>(
  () => new Worker(new URL('./archive.worker.ts', import.meta.url), { type: 'module' }),
);

/** Project files, and projects in storage. */
export const archive = {
  /** Opens a stored project; its rows come a few at a time. */
  async open(projectId: string): Promise<Result<OpenedProject & { readonly doc: Doc }>> {
    const { add, doc } = tables();
    const opened = await run<OpenedProject>((api) => api.open(projectId, proxy(add) as never));
    if (!opened.ok) return opened;
    return { ...opened, value: { ...opened.value, doc } };
  },
  take: (file: Blob, id: string, options: JobOptions = {}) =>
    run<string>((api) => api.take(file, id), options),
  write: (doc: Doc, options: JobOptions = {}) => run<Blob>((api) => api.write(doc), options),
};
