import { unzipSync } from 'fflate';
import { codePointsOfName } from '../../type/names/readGlyphName';
import { fail, inFile, problem, type Problem, type Result, ok } from '../../foundations/problems/problem';
import { decodePicture } from '../../readers/pictures/decodePicture';
import { fontKindOf, isPostScript, sniffKind } from '../../readers/pictures/sniff';
import { looksLikePage } from './looksLikePage';
import { stemOf } from './nameFiles';

/** A file as it was dropped, or as it lay in a zip. */
export interface DroppedFile {
  readonly path: string;
  readonly bytes: Uint8Array;
}

/** What becomes of dropped files. */
export interface SortedFiles {
  /** Pictures with many letters. */
  readonly pages: readonly DroppedFile[];
  /** Pictures of one character each, named after it. */
  readonly pictures: readonly DroppedFile[];
  /** Vector drawings. */
  readonly artwork: readonly DroppedFile[];
  readonly problems: readonly Problem[];
}

/** A zip that unpacks to more is no folder of drawings. */
const ZIP_LIMITS = { bytes: 500e6, files: 20_000, ratio: 300 };
/** This share of the pictures of a drop has to be named after characters for the rest to be asked about. */
const MOSTLY_NAMED = 0.6;
/** So many times the size of a usual letter's file. */
const PAGE_TIMES = 8;

/** Files of a zip without folders' own entries and what systems hide in it. Nothing is ever written by its names. */
export function openZip(zip: DroppedFile): Result<DroppedFile[]> {
  const isDrawing = (name: string) =>
    !name.endsWith('/') && !/(^|\/)(\.[^./]|__MACOSX)/.test(name) && name !== '';
  let [total, count, refused] = [0, 0, false];
  const names: string[] = [];
  try {
    // All is looked at before anything is unpacked.
    unzipSync(zip.bytes, {
      filter: (f) => {
        if (!isDrawing(f.name)) return false;
        names.push(f.name);
        total += f.originalSize;
        count++;
        if (f.originalSize > 1e6 + ZIP_LIMITS.ratio * f.size) refused = true;
        return false;
      },
    });
    if (refused || total > ZIP_LIMITS.bytes || count > ZIP_LIMITS.files)
      return fail({
        code: 'zip-too-large',
        limit: `${ZIP_LIMITS.bytes / 1e6} MB or ${ZIP_LIMITS.files} files`,
      });
    const taken = new Set<string>();
    const twice: string[] = [];
    const entries = unzipSync(zip.bytes, {
      filter: ({ name }) => {
        if (!isDrawing(name)) return false;
        if (taken.has(name)) twice.push(name);
        const first = !taken.has(name);
        taken.add(name);
        return first;
      },
    });
    const clashes = twice.map((name) =>
      problem({ code: 'names-clash', names: [name, name] }, 'warning', { file: name }),
    );
    return ok(
      [...taken].map((path) => ({ path, bytes: entries[path]! })),
      clashes,
    );
  } catch {
    return fail({ code: 'zip-broken' });
  }
}

const isCharacterName = (path: string): boolean => {
  const stem = stemOf(path);
  return codePointsOfName(stem) !== null;
};

/** Dropped files with what lies in zips among them; zips that can't be opened are told and left out. */
export function openZips(dropped: readonly DroppedFile[]): {
  readonly files: readonly DroppedFile[];
  readonly problems: readonly Problem[];
} {
  const problems: Problem[] = [];
  const files: DroppedFile[] = [];
  for (const file of dropped) {
    if (sniffKind(file.bytes) !== 'zip') {
      files.push(file);
      continue;
    }
    const opened = openZip(file);
    if (opened.ok) files.push(...opened.value);
    problems.push(...inFile(opened.problems, file.path));
  }
  return { files, problems };
}

/** A file so many times the size of a usual letter's is looked into: names like "section" or "second" are glyphs' too. */
const LOOK_TIMES = 3;
/** So few named pictures say nothing of what is usual: each is looked into. */
const FEW_NAMED = 3;

/** Pictures named after a character that hold a whole page of letters all the same. */
function pagesAmong(named: readonly DroppedFile[], usualSize: number): Set<DroppedFile> {
  const odd = (f: DroppedFile) =>
    [...stemOf(f.path)].length > 1 && (named.length <= FEW_NAMED || f.bytes.length > LOOK_TIMES * usualSize);
  return new Set(
    named.filter(odd).filter((f) => {
      const picture = decodePicture(f.bytes);
      return picture.ok && looksLikePage(picture.value);
    }),
  );
}

/** Sorts files by what they are. What can't be used is told and left out. */
export function sortFiles(files: readonly DroppedFile[]): SortedFiles {
  const problems: Problem[] = [];
  const artwork: DroppedFile[] = [];
  const pictures: DroppedFile[] = [];
  for (const file of files) {
    const kind = sniffKind(file.bytes);
    if (kind === 'SVG') artwork.push(file);
    else if (file.bytes.length === 0)
      problems.push(problem({ code: 'file-empty' }, 'error', { file: file.path }));
    else if (fontKindOf(file.bytes))
      problems.push(
        problem({ code: 'font-file', kind: fontKindOf(file.bytes)! }, 'error', { file: file.path }),
      );
    else if (isPostScript(file.bytes))
      problems.push(problem({ code: 'postscript' }, 'error', { file: file.path }));
    else pictures.push(file);
  }
  const called = pictures.filter((f) => isCharacterName(f.path));
  // A far larger file among them is a page of its own, not one more letter.
  const sizes = called.map((f) => f.bytes.length).sort((a, b) => a - b);
  const usual = sizes[sizes.length >> 1] ?? 0;
  const letterSized = (f: DroppedFile) => f.bytes.length <= PAGE_TIMES * usual;
  const pages = pagesAmong(called, usual);
  const named = called.filter((f) => !pages.has(f));
  const all = named.length >= 3 && named.length >= MOSTLY_NAMED * pictures.length;
  return {
    artwork,
    pictures: pictures.filter((f) => named.includes(f) || (all && letterSized(f) && !pages.has(f))),
    pages: pictures.filter((f) => pages.has(f) || (!named.includes(f) && !(all && letterSized(f)))),
    problems,
  };
}
