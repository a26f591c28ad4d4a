import { describeProblem } from '../../core/foundations/problems/describe';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { compilerOf, type Compiler } from '../workers/compileClient';

type Makes = (doc: Doc) => Pick<Compiler, 'compile' | 'close'>;

/**
 * The style in hand as a whole TrueType font, made aside by a compiler of its own: what leaves the page takes it along. An error says why there is
 * none; the job that asked tells it.
 */
export async function wholeFont(
  { doc, whole }: { readonly doc: Doc; readonly whole: Doc },
  signal: AbortSignal,
  makes: Makes = compilerOf,
): Promise<Uint8Array> {
  const compiler = makes(whole);
  try {
    const { styleId } = projectOf(doc);
    const made = await compiler.compile('ttf', styleId, Math.floor(Date.now() / 1000), { signal });
    if (!made.ok) throw new Error(made.problems.map(describeProblem).join(' '));
    return made.value.bytes;
  } finally {
    compiler.close();
  }
}
