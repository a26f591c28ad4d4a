import { basename, parse } from 'node:path';
import { lettersToTake, type TakingLetters } from '../../core/fonts/open/lettersOfFont';
import type { OpenableFont } from '../../core/fonts/open/anyFont';
import { openFamily } from '../../core/fonts/open/openFamily';
import type { OpenedFont } from '../../core/fonts/open/openFont';
import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import { nth } from '../../core/foundations/lists/nth';
import { inFile } from '../../core/foundations/problems/problem';
import { openProjectFile, picturesOf } from '../../core/project/archive/readProject';
import { writeProjectFile } from '../../core/project/archive/writeProject';
import { takeLetters } from '../../core/project/document/commands/glyphs/takeLetters';
import { editStyle } from '../../core/project/document/inStep/editStyle';
import { projectOf } from '../../core/project/document/newProject';
import { inStyle } from '../../core/project/document/queries/styles';
import type { Doc } from '../../core/project/document/schema';
import { EXIT, readArguments, UsageError } from '../arguments';
import { readBytes, writeFile } from '../files';
import { fontAt } from '../fonts';
import { printProblems, valueOrPrint } from '../telling';
import { USAGE } from '../usage';

export const importHelp = `${USAGE.import}
orthoglyph import FONT --into PROJECT.zip --letters "aeo" --out PROJECT.zip [--beside] [--same x-height|em]

Makes a project of a font, or one of several styles of the fonts of a family (OTF, TTF, WOFF, WOFF2; UFO as a folder or zip; designspace with its UFOs; SVG font): outlines, characters, metrics, kerning, anchors and features, and tells what its licence
says and what could not be taken along. The files of a UFO go into the project too: a UFO that is cast differs from them in what was changed. Only fonts whose licence allows changes may be altered and passed on.
  --out PATH        where to write the project
  --styles LIST     of a variable font, which of its named places become styles ("Light,Bold", or all); without it its default alone
  --family NAME     what the altered family is to be called; without it the app asks before it casts
  --into PATH       a project to take letters into, instead of making one
  --letters TEXT    which letters
  --beside          where the project has a letter already, the font's becomes another drawing of it instead of taking its place
  --same WHAT       letters are scaled to the project's x-height (unless said otherwise) or to its em
`;

const OPTIONS = {
  out: { type: 'string' },
  family: { type: 'string' },
  styles: { type: 'string' },
  into: { type: 'string' },
  letters: { type: 'string' },
  beside: { type: 'boolean', default: false },
  same: { type: 'string', default: 'x-height' },
} as const;

/** The numbers of a variable font's places that are asked for by name. */
function placesNamed({ places }: FontSeen, list: string | undefined): number[] {
  if (list === undefined) return [];
  const all = places.map((_, i) => i);
  if (list.trim() === 'all') return all;
  return list.split(',').map((name) => {
    const at = places.findIndex((p) => p.name.toLowerCase() === name.trim().toLowerCase());
    const known = places.map((p) => p.name).join(', ');
    if (at < 0)
      throw new UsageError(known === '' ? 'the font has no named places' : `--styles is of ${known}, or all`);
    return at;
  });
}

/** Fonts as a project; null after their problems were printed. */
function opened(paths: readonly string[], family: string, styles: string | undefined): OpenedFont | null {
  const fonts: OpenableFont[] = [];
  for (const path of paths) {
    const font = valueOrPrint(fontAt(path), path);
    if (!font) return null;
    fonts.push(font);
  }
  const path = nth(paths, 0);
  const places = fonts.length === 1 ? placesNamed(nth(fonts, 0).seen, styles) : [];
  const nowMs = Number(process.env.SOURCE_DATE_EPOCH ?? Math.floor(Date.now() / 1000)) * 1000;
  const made = valueOrPrint(
    openFamily(fonts, { id: parse(path).name, family, nowMs, places }),
    basename(path),
  );
  if (!made) return null;
  printProblems(inFile(made.problems, basename(path)));
  return made;
}

async function written(path: string, doc: Doc, pictures: ReadonlyMap<string, Uint8Array>): Promise<number> {
  const result = writeFile(path, await writeProjectFile(doc, pictures));
  printProblems(result.problems);
  if (!result.ok) return EXIT.input;
  process.stdout.write(`${path}: ${Object.keys(doc.glyphs).length} glyphs\n`);
  return EXIT.ok;
}

/** Takes letters of a font into a project that there is. */
async function takeInto(into: string, from: Doc, how: TakingLetters, out: string): Promise<number> {
  const bytes = valueOrPrint(readBytes(into), into);
  const project = bytes && valueOrPrint(openProjectFile(bytes), into);
  if (!project) return EXIT.input;
  const inHand = projectOf(project.doc).styleId;
  const { letters, lacking } = lettersToTake(inStyle(project.doc, inHand), from, how);
  if (lacking.length > 0) process.stderr.write(`The font has no ${lacking.join(' ')}.\n`);
  const doc = editStyle(project.doc, inHand, (style) => takeLetters(style, letters));
  const code = await written(out, doc, picturesOf(project));
  return lacking.length > 0 ? EXIT.input : code;
}

export async function runImport(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, OPTIONS);
  const { out, into, letters, same } = values;
  if (positionals.length === 0 || out === undefined)
    throw new UsageError('give a font or the fonts of a family, and where to write the project with --out');
  if (positionals.length > 1 && (into !== undefined || values.styles !== undefined))
    throw new UsageError('--into and --styles go with one font');
  if ((into === undefined) !== (letters === undefined))
    throw new UsageError('--into and --letters go together');
  if (same !== 'x-height' && same !== 'em') throw new UsageError('--same is x-height or em');
  const made = opened(positionals, values.family ?? '', values.styles);
  if (!made) return EXIT.input;
  if (into === undefined || letters === undefined)
    return written(out, made.doc, made.files ?? new Map<string, Uint8Array>());
  const how = { characters: letters, size: same, where: values.beside ? 'beside' : 'replace' } as const;
  return takeInto(into, made.doc, how, out);
}
