import { zipSync } from 'fflate';
import { artworkSheet, picturesSheet } from '../../core/artwork/makeSheets';
import { readArtwork, type Artwork } from '../../core/artwork/readArtwork';
import type { LaidOut } from '../../core/artwork/layOut';
import { expandFiles, pngOf } from '../../core/artwork/expandFiles';
import { openZips, sortFiles, type DroppedFile, type SortedFiles } from '../../core/artwork/sortFiles';
import { decodeWebp } from './decodeWebp';
import { serve, tellProgress } from './serve';
import { pictureIdOf } from '../../core/pictures/pictureId';
import type { TraceRecipe } from '../../core/find/tracePiece';
import { ok, type Result } from '../../core/problems/problem';

/** A sheet made of files of their own, with what is kept of them. */
export interface MadeOfFiles {
  readonly sheet: LaidOut;
  readonly icons: boolean;
  /** All files as they came, in a zip. */
  readonly files: Uint8Array;
  readonly filesId: string;
  /** The pictures put together as PNG; none for drawings. */
  readonly picture: Uint8Array | null;
  /** Hash of what the sheet shows: the picture, or the files. */
  readonly shownId: string;
}

/** Zip entries' fixed time, so that the same files give the same bytes. */
const ENTRY_TIME = new Date(2000, 0, 1);

/** Pictures and drawings as they came; those are packed already. */
const zipped = (files: readonly DroppedFile[]): Uint8Array =>
  zipSync(Object.fromEntries(files.map((f) => [f.path, f.bytes])), { mtime: ENTRY_TIME, level: 1 });

const api = {
  /** Files by what they are; zips are opened, PDF pages and WebP turned into what is read. */
  async sort(dropped: readonly DroppedFile[]): Promise<Result<SortedFiles>> {
    const opened = openZips(dropped);
    const read = await expandFiles(opened.files, decodeWebp, (s) => tellProgress('open', s));
    const sorted = sortFiles(read.files);
    return ok({ ...sorted, problems: [...opened.problems, ...read.problems, ...sorted.problems] });
  },
  drawings(files: readonly DroppedFile[], expected: readonly string[]): Result<MadeOfFiles> {
    const made = artworkSheet(files, expected, (s) => tellProgress('artwork', s));
    if (!made.ok) return made;
    const zip = zipped(files);
    const id = pictureIdOf(zip);
    return ok({ ...made.value, files: zip, filesId: id, picture: null, shownId: id }, made.problems);
  },
  /** A drawing from the clipboard. */
  pasted(svg: string): Result<Artwork> {
    return readArtwork(svg, 'the clipboard');
  },
  pictures(files: readonly DroppedFile[], recipe: TraceRecipe): Result<MadeOfFiles> {
    const made = picturesSheet(files, recipe, (s) => tellProgress('pictures', s));
    if (!made.ok) return made;
    const png = pngOf(made.value.picture);
    const { sheet } = made.value;
    const zip = zipped(files);
    const ids = { filesId: pictureIdOf(zip), shownId: pictureIdOf(png) };
    return ok({ sheet, icons: false, files: zip, picture: png, ...ids }, made.problems);
  },
};

export type ArtworkApi = typeof api;
serve(api);
