import { transfer } from 'comlink';
import { compileFont, type OutlineFormat } from '../../core/compile/compileFont';
import { applyDiff, type ProjectDiff } from '../../core/document/diff';
import type { Doc } from '../../core/document/schema';
import { fail, ok, type Result } from '../../core/problems/problem';
import { serve } from './serve';

/** The document as the page has it; patched row by row, so that unchanged glyphs stay compiled. */
let doc: Doc | null = null;

const api = {
  load(whole: Doc): void {
    doc = whole;
  },
  apply(diff: ProjectDiff): void {
    if (doc) doc = applyDiff(doc, diff);
  },
  compile(
    format: OutlineFormat,
    styleId: string,
    nowUnixS: number,
  ): Result<{ bytes: Uint8Array; ms: number }> {
    if (!doc) return fail({ code: 'nothing-there' });
    const start = performance.now();
    const bytes = compileFont(doc, { format, styleId, nowUnixS });
    return transfer(ok({ bytes, ms: performance.now() - start }), [bytes.buffer]);
  },
};
export type CompileApi = typeof api;
serve(api);
