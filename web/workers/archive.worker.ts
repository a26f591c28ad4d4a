import { expose, transfer } from 'comlink';
import { readProjectFile, writeProjectFile, type OpenedProject } from '../../core/archive/projectFile';
import { migrate } from '../../core/document/migrations';
import { SCHEMA_VERSION, type Doc } from '../../core/document/schema';
import { fail, type Result } from '../../core/problems/problem';
import { db, loadRows } from '../persistence/db';

const api = {
  async open(projectId: string): Promise<Result<Doc>> {
    const rows = await loadRows(projectId);
    if (!rows) return fail({ code: 'file-not-found' }, { file: projectId });
    const summary = await db.summaries.get(projectId);
    return migrate(summary?.version ?? SCHEMA_VERSION, rows);
  },
  read: (bytes: Uint8Array): Result<OpenedProject> => readProjectFile(bytes),
  write: (doc: Doc, pictures: ReadonlyMap<string, Uint8Array>): Uint8Array => {
    const bytes = writeProjectFile(doc, pictures);
    return transfer(bytes, [bytes.buffer]);
  },
};
export type ArchiveApi = typeof api;
expose(api);
