import type { Remote } from 'comlink';
import { readInTurn, type ReadDrawings } from '../../core/lifting/artwork/makeSheets';
import type { Artwork } from '../../core/lifting/artwork/readArtwork';
import type { DroppedFile } from '../../core/lifting/artwork/sortFiles';
import { unpackRow } from '../../core/project/document/packing/packRows';
import type { Result } from '../../core/foundations/problems/problem';
import { WorkerHost, type Started } from '../jobs/workerHost';
import type { DrawingApi } from './drawing.worker';

/** Drawings handed over at a time: few enough that no reader is left with a long rest. */
const AT_ONCE = 16;
/** So few are read sooner than a reader is started. */
const FEW = 2 * AT_ONCE;

/**
 * Reads many drawings on several cores. Each reader takes the next few as soon as it is done; a reader that dies is started
 * anew, and what it had in hand is read drawing by drawing, so that only the one that can't be read is told.
 */
export const readOnCores =
  (cores: number, start: () => Started<Remote<DrawingApi>>): ReadDrawings =>
  async (files, onProgress) => {
    if (files.length < FEW) return readInTurn(files, onProgress);
    const answers: Result<Artwork>[] = [];
    let next = 0;
    let done = 0;
    const readers = Array.from({ length: cores }, () => new WorkerHost(start));
    try {
      await Promise.all(
        readers.map(async (reader) => {
          while (next < files.length) {
            const from = next;
            next += AT_ONCE;
            // Each with bytes of its own: views travel with all that they are a view of.
            const own = files
              .slice(from, from + AT_ONCE)
              .map(({ path, bytes }) => ({ path, bytes: bytes.slice() }));
            (await readBy(reader, own)).forEach((answer, i) => (answers[from + i] = answer));
            done += own.length;
            onProgress(done / files.length);
          }
        }),
      );
    } finally {
      readers.forEach((reader) => reader.close());
    }
    return answers;
  };

async function readBy(
  reader: WorkerHost<Remote<DrawingApi>>,
  files: readonly DroppedFile[],
): Promise<readonly Result<Artwork>[]> {
  const read = await reader.run<readonly Result<object>[]>((api) => api.read(files));
  if (read.ok) return read.value.map((r) => (r.ok ? { ...r, value: unpackRow(r.value) as Artwork } : r));
  if (files.length === 1) return [read];
  const single: Result<Artwork>[] = [];
  for (const file of files) single.push(...(await readBy(reader, [file])));
  return single;
}
