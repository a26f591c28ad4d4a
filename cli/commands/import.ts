import { basename, parse } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { openFont } from '../../core/fonts/open/openFont';
import { readFont } from '../../core/fonts/opentype/read/readFont';
import { inFile } from '../../core/foundations/problems/problem';
import { writeProjectFile } from '../../core/project/archive/writeProject';
import { EXIT, readArguments, UsageError } from '../arguments';
import { readBytes, writeFile } from '../files';
import { printProblems, valueOrPrint } from '../telling';

export const importHelp = `orthoglyph import FONT --out PROJECT.zip [--family NAME]

Makes a project of a font (OTF, TTF, WOFF, WOFF2): outlines, characters, metrics, kerning, anchors and features, and tells what its licence
says and what could not be taken along. Only fonts whose licence allows changes may be altered and passed on.
  --out PATH        where to write the project
  --family NAME     what the altered family is to be called; without it the app asks before it casts
`;

export async function runImport(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, {
    out: { type: 'string' },
    family: { type: 'string' },
  });
  const [path, ...more] = positionals;
  if (path === undefined || more.length > 0 || values.out === undefined)
    throw new UsageError('give one font, and where to write the project with --out');
  const bytes = valueOrPrint(readBytes(path), path);
  const font = bytes && valueOrPrint(readFont(bytes, brotliDecompressSync), basename(path));
  if (!font) return EXIT.input;
  const nowMs = Number(process.env.SOURCE_DATE_EPOCH ?? Math.floor(Date.now() / 1000)) * 1000;
  const as = { id: parse(path).name, family: values.family ?? '', nowMs };
  const opened = valueOrPrint(openFont(font, as), basename(path));
  if (!opened) return EXIT.input;
  const { doc, problems } = opened;
  printProblems(inFile(problems, basename(path)));
  const written = writeFile(values.out, await writeProjectFile(doc, new Map()));
  printProblems(written.problems);
  if (!written.ok) return EXIT.input;
  process.stdout.write(`${values.out}: ${Object.keys(doc.glyphs).length} glyphs\n`);
  return EXIT.ok;
}
