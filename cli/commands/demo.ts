import { join } from 'node:path';
import { writeProjectFile } from '../../core/archive/projectFile';
import { keepersPage, tideMillProject } from '../../demo/tideMill';
import { EXIT, printProblems, readArguments, UsageError, writeFile } from '../io';

export const demoHelp = `orthoglyph demo --out DIR

Draws the demo's page of writing and makes its project file.
`;

export function runDemo(argv: string[]): number {
  const { values } = readArguments(argv, { out: { type: 'string' } });
  if (!values.out) throw new UsageError('give --out');
  const page = keepersPage();
  const { doc, pictures } = tideMillProject(page);
  const files: [string, Uint8Array][] = [
    ['keepers-page.jpg', page],
    ['tide-mill.orthoglyph.zip', writeProjectFile(doc, pictures)],
  ];
  for (const [name, bytes] of files) {
    const written = writeFile(join(values.out, name), bytes);
    printProblems(written.problems);
    if (!written.ok) return EXIT.input;
  }
  return EXIT.ok;
}
