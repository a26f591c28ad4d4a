import type { FontsCompared } from '../../core/fonts/compare/compareFonts';
import type { UnderlayFont } from '../../core/fonts/open/underlay';
import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import type { Doc } from '../../core/project/document/schema';
import type { Result } from '../../core/foundations/problems/problem';
import type { FontId, FontRows, FontsApi, FontsAs } from './fonts.worker';
import { inOwnWorker, type JobOptions } from './once';
import { tables } from './tables';

const run = inOwnWorker<FontsApi>(
  () => new Worker(new URL('./fonts.worker.ts', import.meta.url), { type: 'module' }),
);

/** Fonts that others made. */
export const fonts = {
  look: (file: Blob, options: JobOptions = {}) => run<FontSeen>((api) => api.look(file), options),
  fontId: (file: Blob) => run<FontId>((api) => api.fontId(file)),
  letters: (file: Blob, characters: string) => run<UnderlayFont>((api) => api.letters(file, characters)),
  /** A font to take letters from: what it says of itself, and its letters as a document. */
  async fontDoc(file: Blob): Promise<Result<{ readonly seen: FontSeen; readonly from: Doc }>> {
    const read = await run<FontRows>((api) => api.fontRows(file));
    if (!read.ok) return read;
    const { add, doc: from } = tables();
    for (const [table, rows] of read.value.rows) add(table, rows);
    return { ...read, value: { seen: read.value.seen, from } };
  },
  compareFile: (doc: Doc, text: string, file: Blob, options: JobOptions = {}) =>
    run<FontsCompared>((api) => api.compareFile(doc, text, file), options),
  compareDocs: (doc: Doc, text: string, other: Doc, options: JobOptions = {}) =>
    run<FontsCompared>((api) => api.compareDocs(doc, text, other), options),
  takeFonts: (files: readonly Blob[], id: string, as: FontsAs, options: JobOptions = {}) =>
    run<string>((api) => api.takeFonts(files, id, as), options) as Promise<
      Result<string> & { readonly at?: number }
    >,
};
