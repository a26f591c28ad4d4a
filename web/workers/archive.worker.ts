import { expose, transfer } from 'comlink';
import { readProjectFile, writeProjectFile, type OpenedProject } from '../../core/archive/projectFile';
import type { Doc } from '../../core/document/schema';
import type { Result } from '../../core/problems/problem';

const api = {
  read: (bytes: Uint8Array): Result<OpenedProject> => readProjectFile(bytes),
  write: (doc: Doc, pictures: ReadonlyMap<string, Uint8Array>): Uint8Array => {
    const bytes = writeProjectFile(doc, pictures);
    return transfer(bytes, [bytes.buffer]);
  },
};
export type ArchiveApi = typeof api;
expose(api);
