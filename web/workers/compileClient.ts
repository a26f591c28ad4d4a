import { wrap, type Remote } from 'comlink';
import type { OutlineFormat } from '../../core/compile/compileFont';
import type { ProjectDiff } from '../../core/document/diff';
import type { Doc } from '../../core/document/schema';
import type { CompileApi } from './compile.worker';

let api: Remote<CompileApi> | null = null;

function compiler(): Remote<CompileApi> {
  api ??= wrap<CompileApi>(new Worker(new URL('./compile.worker.ts', import.meta.url), { type: 'module' }));
  return api;
}

/** Rows that don't reach the font needn't travel: pieces are the bulk of a project. */
const withoutPictures = (doc: Doc): Doc => ({ ...doc, pieces: {}, sheets: {}, recipes: {} });
const FONT_TABLES = new Set(['project', 'glyphs', 'kerning', 'groups', 'features', 'styles', 'casting']);

export const compileClient = {
  load: (doc: Doc) => compiler().load(withoutPictures(doc)),
  /** Passes an edit on; false when it doesn't touch the font. */
  apply(diff: ProjectDiff): boolean {
    const changes = diff.changes.filter((c) => FONT_TABLES.has(c.table));
    if (changes.length > 0) void compiler().apply({ ...diff, changes });
    return changes.length > 0;
  },
  compile: (format: OutlineFormat, styleId: string, nowUnixS: number) =>
    compiler().compile(format, styleId, nowUnixS),
};
