import type { TakenFor } from '../../core/project/document/queries/takenFor';
import { zipSync } from 'fflate';
import { artworkSheet, picturesSheet } from '../../core/lifting/artwork/makeSheets';
import { readPasted } from '../../core/lifting/artwork/readPasted';
import type { LaidOut } from '../../core/lifting/artwork/layOut';
import { expandFiles, pngOf } from '../../core/lifting/artwork/expandFiles';
import { packRow } from '../../core/project/document/packing/packRows';
import {
  openZip,
  openZips,
  sortFiles,
  type DroppedFile,
  type SortedFiles,
} from '../../core/lifting/artwork/sortFiles';
import { startWorker } from '../jobs/startWorker';
import { decodeWebp } from './decodeWebp';
import type { DrawingApi } from './drawing.worker';
import { readOnCores } from './drawingPool';
import { serve, tellProgress } from './serve';
import { pictureIdOf } from '../../core/readers/pictures/pictureId';
import type { TraceRecipe } from '../../core/lifting/find/tracePiece';
import { ok, type Result } from '../../core/foundations/problems/problem';

/** A sheet made of files of their own, with what is kept of them. Its pieces are fetched a few at a time (`pieces`). */
export interface MadeOfFiles {
  readonly sheet: Omit<LaidOut, 'pieces'>;
  readonly pieces: number;
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

/** Readers for many drawings beside this worker, on as many cores as there are. */
const readDrawings = readOnCores(Math.min(8, navigator.hardwareConcurrency || 2), () =>
  startWorker<DrawingApi>(
    () => new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' }),
  ),
);

/** Pieces of the sheet made last. */
let made: LaidOut['pieces'] = [];

/** Keeps a sheet's pieces to be fetched. */
function withoutPieces({ pieces, ...sheet }: LaidOut): Pick<MadeOfFiles, 'sheet' | 'pieces'> {
  made = pieces;
  return { sheet, pieces: pieces.length };
}

const api = {
  /** Files by what they are; zips are opened, PDF pages and WebP turned into what is read. */
  async sort(dropped: readonly DroppedFile[]): Promise<Result<SortedFiles>> {
    const opened = openZips(dropped);
    const read = await expandFiles(opened.files, decodeWebp, (s) => tellProgress('open', s));
    const sorted = sortFiles(read.files);
    return ok({ ...sorted, problems: [...opened.problems, ...read.problems, ...sorted.problems] });
  },
  async drawings(
    files: readonly DroppedFile[],
    expected: readonly string[],
    as?: TakenFor,
    template?: readonly string[],
  ): Promise<Result<MadeOfFiles>> {
    const read = await artworkSheet(files, expected, {
      ...(template && { template }),
      as: as === 'page' || as === 'pixels' ? undefined : as,
      onProgress: (s) => tellProgress('artwork', s),
      read: readDrawings,
    });
    if (!read.ok) return read;
    const zip = zipped(files);
    const id = pictureIdOf(zip);
    const { sheet, icons } = read.value;
    const kept = { icons, files: zip, filesId: id, picture: null, shownId: id };
    return ok({ ...withoutPieces(sheet), ...kept }, read.problems);
  },
  /** The files of a sheet as they came. */
  filesOf: (zip: Uint8Array): Result<readonly DroppedFile[]> => openZip({ path: '', bytes: zip }),
  /** Some of the pieces of the sheet made last, packed (packRows): all at once would hold up the page that takes them. */
  piecesOf: (from: number, count: number): Result<readonly object[]> =>
    ok(made.slice(from, from + count).map(packRow)),
  pasted: readPasted,
  pictures(files: readonly DroppedFile[], recipe: TraceRecipe): Result<MadeOfFiles> {
    const read = picturesSheet(files, recipe, (s) => tellProgress('pictures', s));
    if (!read.ok) return read;
    const png = pngOf(read.value.picture);
    const { sheet } = read.value;
    const zip = zipped(files);
    const ids = { filesId: pictureIdOf(zip), shownId: pictureIdOf(png) };
    return ok({ ...withoutPieces(sheet), icons: false, files: zip, picture: png, ...ids }, read.problems);
  },
};

export type ArtworkApi = typeof api;
serve(api);
