import { readdirSync } from 'node:fs';
import { join, parse, relative } from 'node:path';
import { artworkSheet, picturesSheet } from '../../core/lifting/artwork/makeSheets';
import { expandFiles } from '../../core/lifting/artwork/expandFiles';
import { openZips, sortFiles, type DroppedFile } from '../../core/lifting/artwork/sortFiles';
import { addMadeSheet } from '../../core/project/document/commands/sheets/madeSheets';
import { changeProject } from '../../core/project/document/commands/font/project';
import { edit } from '../../core/project/document/inStep/edit';
import { heldAgainstLock, type IconLock } from '../../core/project/document/commands/icons/iconLock';
import { defaultRecipe } from '../../core/project/document/defaultRecipe';
import { newProject } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { pictureIdOf } from '../../core/readers/pictures/pictureId';
import type { Picture } from '../../core/foundations/raster/picture';
import { fail, type Problem } from '../../core/foundations/problems/problem';
import { isFolder, readBytes } from '../files';
import { printProblems, showProgress, valueOrPrint } from '../telling';
import { takePage } from './pagesOfLetters';
import { decodeWebp } from '../pictures';

/** Files that may hold drawings, below a folder, in the order of their names. */
function drawingsIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(
      (e) =>
        e.isFile() &&
        /\.(png|jpe?g|svg|tiff?|bmp|gif|webp|pdf|ora)$/i.test(e.name) &&
        !e.name.startsWith('.'),
    )
    .map((e) => join(e.parentPath, e.name))
    .sort();
}

/** Problems that are mere warnings in the app, where one goes on by hand, and leave files out of a font made at once. */
const LEAVES_OUT = new Set<Problem['code']>(['names-clash', 'name-not-understood']);

/** A project made of files, and how many of those were left out. */
export interface FilesRead {
  readonly doc: Doc;
  readonly leftOut: number;
  /** Pictures of its sheets by their ids, as they were read: for whoever wants more of them than outlines. */
  readonly sheetPictures: ReadonlyMap<string, Picture>;
  /** Marks of icons’ drawings, and what has become of icons since the lock was written; null without a lock, or without icons. */
  readonly icons: Pick<ReturnType<typeof heldAgainstLock>, 'lock' | 'changes'> | null;
}

/** What reading files told, and which of them were left out. */
class Told {
  readonly leftOut = new Set<string>();

  constructor(private readonly input: string) {}

  tell(problems: readonly Problem[]): void {
    printProblems(problems);
    for (const p of problems)
      if (p.severity === 'error' || LEAVES_OUT.has(p.code)) this.leftOut.add(p.place.file ?? this.input);
  }
}

/** The files of a folder, or the one that was given, with zips and layers taken apart, sorted by what is in them. */
async function sortedFiles(input: string, told: Told) {
  const folder = isFolder(input);
  const files = (folder ? drawingsIn(input) : [input]).flatMap((path): DroppedFile[] => {
    const bytes = valueOrPrint(readBytes(path), path);
    if (!bytes) told.leftOut.add(path);
    return bytes ? [{ path: folder ? relative(input, path) : parse(path).base, bytes }] : [];
  });
  const opened = openZips(files);
  const read = await expandFiles(opened.files, decodeWebp);
  told.tell([...opened.problems, ...read.problems]);
  const sorted = sortFiles(read.files);
  told.tell(sorted.problems);
  return sorted;
}

const tell = (what: string) => (share: number) => showProgress(`${what} ${Math.round(100 * share)} %`);

function withPictures(doc: Doc, files: readonly DroppedFile[], told: Told): Doc {
  if (files.length === 0) return doc;
  const made = picturesSheet(files, defaultRecipe, tell('pictures'));
  told.tell(made.problems);
  if (!made.ok) return doc;
  const { sheet } = made.value;
  const facts = { ...sheet, id: 'pictures', name: 'Named pictures', kind: 'pictures' as const, icons: false };
  const added = addMadeSheet(doc, { ...facts, pictureId: 'pictures' }, sheet);
  return added ? edit(doc, added).doc : doc;
}

/** What was given to read files by. */
interface ReadingFiles {
  readonly as?: 'text' | 'icons' | undefined;
  readonly expect?: string | undefined;
  /** What is remembered of icons. */
  readonly lock?: IconLock | undefined;
}

async function withArtwork(
  doc: Doc,
  files: readonly DroppedFile[],
  { as, lock }: ReadingFiles,
  told: Told,
): Promise<{ readonly doc: Doc; readonly icons: FilesRead['icons'] }> {
  const [first] = files;
  if (!first) return { doc, icons: null };
  const made = await artworkSheet(files, [], { onProgress: tell('drawings'), as });
  told.tell(made.problems);
  if (!made.ok) return { doc, icons: null };
  const { sheet, icons } = made.value;
  const held = icons && lock ? heldAgainstLock(lock, sheet.pieces) : null;
  const coded = held && changeProject(doc, { privateCodes: { ...held.lock.codes } }, 'Codes');
  const before = coded ? edit(doc, coded).doc : doc;
  const pictureId = pictureIdOf(first.bytes);
  const facts = { ...sheet, id: 'artwork', name: 'Artwork', kind: 'artwork' as const, icons, pictureId };
  const added = addMadeSheet(before, facts, sheet);
  return { doc: added ? edit(before, added).doc : before, icons: held };
}

/**
 * A project from drawings: a folder (or zip) of pictures or SVG files named after their characters, of icons, or one SVG
 * or PDF with many letters; pictures of pages, the first of them with `expect` written on it. Files that can't be used are told and left
 * out. By a `lock` icons have the codes that they had. Null when nothing is left.
 */
export async function projectFromFiles(
  input: string,
  nowMs: number,
  { as, expect, lock }: ReadingFiles = {},
): Promise<FilesRead | null> {
  const told = new Told(input);
  const { pictures, artwork, pages } = await sortedFiles(input, told);
  let doc = newProject('folder', parse(input).name || 'Untitled', nowMs);
  doc = withPictures(doc, pictures, told);
  const drawn = await withArtwork(doc, artwork, { as, lock }, told);
  doc = drawn.doc;
  const sheetPictures = new Map<string, Picture>();
  for (const [i, page] of pages.entries()) {
    // One list is for one page; further pages hold what is still missing.
    const list = i === 0 ? (expect ?? null) : null;
    const read = await takePage(doc, page, list, (stage, share) => tell(`${page.path}: ${stage}`)(share));
    told.tell(read.problems);
    if (!read.doc) continue;
    doc = read.doc;
    sheetPictures.set(read.sheetId, read.picture);
  }
  showProgress('');
  if (Object.keys(doc.pieces).length > 0)
    return { doc, leftOut: told.leftOut.size, sheetPictures, icons: drawn.icons };
  printProblems(fail({ code: 'no-glyphs' }, { file: input }).problems);
  return null;
}
