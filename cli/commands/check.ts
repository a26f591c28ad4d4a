import { parse } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { describeProblem } from '../../core/foundations/problems/describe';
import { inFile, type Problem } from '../../core/foundations/problems/problem';
import { counted } from '../../core/foundations/problems/counted';
import { checkFont } from '../../core/fonts/check/checkFont';
import { checkProject } from '../../core/fonts/check/checkProject';
import { readFont } from '../../core/fonts/opentype/read/readFont';
import { openProjectFile } from '../../core/project/archive/readProject';
import { sniffKind } from '../../core/readers/pictures/sniff';
import { EXIT, readArguments, UsageError } from '../arguments';
import { readBytes, writeFile } from '../files';
import { printProblems } from '../telling';
import { USAGE } from '../usage';

export const checkHelp = `${USAGE.check}

Tells what is wrong with fonts (OTF, TTF, WOFF, WOFF2) or projects: numbers that don't fit the rest of the font, what systems and shops
refuse, ink that is cut off, names that group wrong. Ends with 0 when there is no error.
  --json PATH       the same for programs
`;

/** What is wrong with one file. */
function findings(path: string): readonly Problem[] {
  const bytes = readBytes(path);
  if (!bytes.ok) return bytes.problems;
  if (sniffKind(bytes.value) === 'zip') {
    const opened = openProjectFile(bytes.value);
    return opened.ok ? [...opened.problems, ...checkProject(opened.value.doc)] : opened.problems;
  }
  const font = readFont(bytes.value, brotliDecompressSync);
  return font.ok ? checkFont(font.value) : font.problems;
}

export function runCheck(argv: string[]): number {
  const { values, positionals } = readArguments(argv, { json: { type: 'string' } });
  if (positionals.length === 0) throw new UsageError('give a font or a project');
  const found = positionals.map((path) => ({ path, problems: findings(path) }));
  for (const { path, problems } of found) {
    printProblems(inFile(problems, parse(path).base));
    if (problems.length === 0) process.stdout.write(`${path}: nothing to tell\n`);
  }
  const all = found.flatMap((f) => f.problems);
  const errors = all.filter((p) => p.severity === 'error').length;
  if (all.length > 0)
    process.stdout.write(`${counted(all.length, 'finding')}, ${counted(errors, 'error')}\n`);
  if (values.json !== undefined) {
    const report = found.map(({ path, problems }) => ({
      file: path,
      findings: problems.map((p) => ({
        severity: p.severity,
        code: p.code,
        place: p.place,
        text: describeProblem(p),
      })),
    }));
    const written = writeFile(values.json, `${JSON.stringify(report, null, 2)}\n`);
    printProblems(written.problems);
    if (!written.ok) return EXIT.input;
  }
  return errors > 0 ? EXIT.input : EXIT.ok;
}
