import { castPlan } from '../../core/fonts/compile/casts/castPlan';
import { castFile, type CastOptions } from '../../core/fonts/compile/casts/castFile';
import type { CastFormat } from '../../core/fonts/compile/casts/formats';
import { forCast } from '../../core/project/document/commands/family/cuts';
import type { Doc } from '../../core/project/document/schema';
import { writeFile } from '../files';
import { printProblems } from '../telling';
import { filesToWrite } from './unpacked';

/** A file that a build wrote. */
export interface MadeFile {
  readonly path: string;
  readonly format: CastFormat;
  readonly style: string;
  readonly bytes: number;
}

/** What fonts are written with, and where. */
interface Writing extends Omit<CastOptions, 'styleId'> {
  readonly out: string;
  readonly unpacked: boolean;
}

/** Writes each file of the formats and says so; what can't be made is told, the others are there. */
export async function writeFonts(
  doc: Doc,
  formats: readonly CastFormat[],
  { out, unpacked, ...options }: Writing,
): Promise<{ readonly files: MadeFile[]; readonly whole: boolean }> {
  const files: MadeFile[] = [];
  let whole = true;
  for (const { format, styleId, cut } of castPlan(doc, formats)) {
    const made = await castFile(forCast(doc, cut), format, { ...options, styleId });
    printProblems(made.problems);
    whole &&= made.ok;
    for (const [path, bytes] of made.ok ? filesToWrite(made.value, out, unpacked) : []) {
      const written = writeFile(path, bytes);
      printProblems(written.problems);
      whole &&= written.ok;
      if (!written.ok) continue;
      files.push({ path, format, style: doc.styles[styleId]?.name ?? '', bytes: bytes.length });
      process.stdout.write(`${path} ${bytes.length} bytes\n`);
    }
  }
  return { files, whole };
}
