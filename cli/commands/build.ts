import { inFile, fail } from '../../core/foundations/problems/problem';
import { withIconWishes } from '../icons';
import { counted } from '../../core/foundations/problems/counted';
import { join, parse } from 'node:path';
import { openProjectFile } from '../../core/project/archive/readProject';
import { checkProject } from '../../core/fonts/check/checkProject';
import { castFile } from '../../core/fonts/compile/casts/castFile';
import { CAST_FORMATS, type CastFormat } from '../../core/fonts/compile/casts/formats';
import { changeCasting } from '../../core/project/document/commands/font/casting';
import { composeAccents, WESTERN_ACCENTS } from '../../core/project/document/commands/glyphs/composing';
import { makeDrafts } from '../../core/project/document/commands/signs/drafts';
import { draftable } from '../../core/project/document/queries/glyphs';
import { edit, editAll } from '../../core/project/document/inStep/edit';
import { castingOf, projectOf } from '../../core/project/document/newProject';
import { fitted } from '../../core/project/finish/fitted';
import type { Doc } from '../../core/project/document/schema';
import { sniffKind } from '../../core/readers/pictures/sniff';
import { brotli } from '../brotli';
import { projectFromFiles, type FilesRead } from '../projectFromFiles';
import { EXIT, readArguments, UsageError } from '../arguments';
import { withRules } from '../rules';
import { readCodes, writeCodes } from '../codes';
import { isFolder, readBytes, writeFile } from '../files';
import { printProblems, valueOrPrint } from '../telling';

export const buildHelp = `orthoglyph build INPUT --out DIR [--family NAME] [--style NAME] [--formats otf,ttf] [--as text|icons]
                  [--expect TEXT] [--compose] [--fit] [--size U] [--margin U] [--typed FILE] [--codes FILE]
                  [--rules FILE]

Makes font files. INPUT is a project file, a folder or zip of pictures or SVG files named after their characters
(A.png, period.svg, uni00DF.png), a folder or zip of SVG icons, one SVG with many letters in rows, or pictures of whole pages:
filled practice sheets, writing in rows, pixel art.
  --out DIR         folder to write to
  --family NAME     family name, instead of the project's
  --style NAME      style name, instead of the project's
  --as KIND         whether drawings are letters or icons, instead of finding out from their names
  --expect TEXT     what is written on the (first) page, in its order; without it, it is found by the usual orders
  --compose         letters with accents made of letters and marks that are there, and drafts of signs
  --fit             letters that nobody spaced are spaced and kerned
  --size U          icons: height or width of the largest, em units (each is sized by its own view box)
  --margin U        icons: white at both sides, em units
  --typed FILE      icons: text with a line for each, its name and the names typed for it: mill, tide mill, wheel
  --codes FILE      icons: their private code points by name, JSON; an icon that is in it keeps its code, others are put in
  --rules FILE      rules for features, JSON (see features --help), instead of the project's
  --formats LIST    ${CAST_FORMATS.join(', ')}
SOURCE_DATE_EPOCH, when set, is the time written into the fonts (seconds since 1970).
`;

/** The project of the input, and how many files of it were left out; null after its problems were printed. */
async function readInput(
  input: string,
  nowMs: number,
  as: 'text' | 'icons' | undefined,
  expect: string | undefined,
  codes: Readonly<Record<string, number>> | undefined,
): Promise<FilesRead | null> {
  if (isFolder(input)) return projectFromFiles(input, nowMs, as, expect, codes);
  const bytes = valueOrPrint(readBytes(input), input);
  if (bytes && !isProject(bytes)) return projectFromFiles(input, nowMs, as, expect, codes);
  if (codes) throw new UsageError('--codes is for icons from files; a project keeps its own');
  const opened = bytes && valueOrPrint(openProjectFile(bytes), input);
  return opened ? { doc: opened.doc, leftOut: 0 } : null;
}

/** Whether a zip is a project file; what is no zip at all but no drawing either is told as a broken project. */
function isProject(bytes: Uint8Array): boolean {
  const kind = sniffKind(bytes);
  if (kind !== 'zip') return kind === 'unknown';
  return new TextDecoder('latin1').decode(bytes).includes('project.json');
}

function renamed(doc: Doc, family: string | undefined, style: string | undefined): Doc {
  const diff = family === undefined ? null : changeCasting(doc, { family });
  const named = diff ? edit(doc, diff).doc : doc;
  if (style === undefined) return named;
  const styles = Object.fromEntries(
    Object.entries(named.styles).map(([id, s]) => [id, { ...s, name: style }]),
  );
  return { ...named, styles };
}

/** A length in em units as it was typed; null when it wasn't. */
function unitsOf(option: string, text: string | undefined): number | null {
  if (text === undefined) return null;
  const units = Number(text);
  if (text.trim() === '' || !(units >= 0 && units <= MOST_UNITS))
    throw new UsageError(`${option} is a number of em units from 0 to ${MOST_UNITS}`);
  return units;
}

/** More than any font's em (OpenType, head.unitsPerEm). */
const MOST_UNITS = 16384;

/** The project with what was asked for beyond its drawings. */
function finished(doc: Doc, { compose, fit }: { readonly compose: boolean; readonly fit: boolean }): Doc {
  const accents = (d: Doc) => composeAccents(d, WESTERN_ACCENTS);
  const drafts = (d: Doc) => makeDrafts(d, draftable(d, projectOf(d).bill + WESTERN_MARKS).join(''));
  const made = editAll(doc, 'Finish', [...(compose ? [drafts, accents] : []), ...(fit ? [fitted] : [])]);
  return made?.doc ?? doc;
}

/** Spacing forms of the marks that Western European letters need: drafts can be made of some (Unicode, Spacing Modifier Letters). */
const WESTERN_MARKS = '\u00b4\u0060\u02c6\u00a8\u02dc\u00b8\u02da\u02c7';

/** Writes each style in each format, and says what was written; false after a problem was printed. */
async function writeFonts(
  doc: Doc,
  formats: readonly CastFormat[],
  out: string,
  nowUnixS: number,
): Promise<boolean> {
  for (const style of Object.values(doc.styles)) {
    for (const format of formats) {
      const { name, bytes } = await castFile(doc, format, { styleId: style.id, nowUnixS, brotli });
      const path = join(out, name);
      const written = writeFile(path, bytes);
      printProblems(written.problems);
      if (!written.ok) return false;
      process.stdout.write(`${path} ${bytes.length} bytes\n`);
    }
  }
  return true;
}

export async function runBuild(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, {
    out: { type: 'string' },
    family: { type: 'string' },
    style: { type: 'string' },
    formats: { type: 'string' },
    as: { type: 'string' },
    size: { type: 'string' },
    margin: { type: 'string' },
    typed: { type: 'string' },
    expect: { type: 'string' },
    compose: { type: 'boolean', default: false },
    fit: { type: 'boolean', default: false },
    rules: { type: 'string' },
    codes: { type: 'string' },
  });
  const input = positionals[0];
  if (!input || positionals.length > 1 || !values.out) throw new UsageError('give one input, and --out');
  const asked = values.formats?.split(',').map((f) => f.trim());
  const unknown = asked?.find((f) => !CAST_FORMATS.includes(f as CastFormat));
  if (unknown !== undefined) {
    printProblems(fail({ code: 'format-unknown', format: unknown, known: CAST_FORMATS }).problems);
    return EXIT.usage;
  }
  const epoch = process.env.SOURCE_DATE_EPOCH;
  const nowUnixS = epoch ? Number(epoch) : Math.floor(Date.now() / 1000);
  if (values.as !== undefined && values.as !== 'text' && values.as !== 'icons')
    throw new UsageError('--as is text or icons');
  const codes = values.codes === undefined ? undefined : valueOrPrint(readCodes(values.codes), values.codes);
  if (codes === null) return EXIT.input;
  const read = await readInput(input, nowUnixS * 1000, values.as, values.expect, codes);
  if (!read) return EXIT.input;
  const typed = values.typed === undefined ? null : valueOrPrint(readBytes(values.typed), values.typed);
  if (values.typed !== undefined && !typed) return EXIT.input;
  const wished = withIconWishes(renamed(read.doc, values.family, values.style), {
    size: unitsOf('--size', values.size),
    margin: unitsOf('--margin', values.margin),
    typed: typed && new TextDecoder().decode(typed),
  });
  printProblems(inFile(wished.problems, values.typed ?? input));
  const doc = withRules(finished(wished.doc, values), values.rules);
  if (!doc) return EXIT.input;
  const leftOut = read.leftOut + wished.problems.length;
  const snags = checkProject(doc);
  printProblems(snags.map((p) => ({ ...p, place: { file: parse(input).base, ...p.place } })));
  if (snags.some((p) => p.severity === 'error')) return EXIT.input;
  const formats = (asked as CastFormat[] | undefined) ?? castingOf(doc).formats;
  if (!(await writeFonts(doc, formats, values.out, nowUnixS))) return EXIT.input;
  if (values.codes !== undefined) {
    const kept = writeCodes(values.codes, projectOf(doc).privateCodes);
    printProblems(kept.problems);
    if (!kept.ok) return EXIT.input;
  }
  if (leftOut === 0) return EXIT.ok;
  process.stderr.write(
    `${counted(leftOut, 'thing was', 'things were')} left out; everything else was made.\n`,
  );
  return EXIT.input;
}
