import type { Remote } from 'comlink';
import type { Artwork } from '../../core/lifting/artwork/readArtwork';
import type { DroppedFile } from '../../core/lifting/artwork/sortFiles';
import { ok, type Result } from '../../core/foundations/problems/problem';
import type { Started } from '../jobs/workerHost';
import type { DrawingApi } from './drawing.worker';
import { readOnCores } from './drawingPool';

const files = Array.from({ length: 100 }, (_, i): DroppedFile => ({
  path: `${i}.svg`,
  bytes: new Uint8Array(1),
}));

/** Readers without threads, that die of some files; what is read tells which file it was. */
function readers(deadly: readonly string[] = []) {
  const calls: string[][] = [];
  let [started, ended] = [0, 0];
  const start = (): Started<Remote<DrawingApi>> => {
    started++;
    let crash: (reason: string) => void = () => {};
    const api = {
      read: (own: readonly DroppedFile[]): Promise<Result<readonly Result<Artwork>[]>> => {
        calls.push(own.map((f) => f.path));
        if (own.some((f) => deadly.includes(f.path))) {
          crash('out of memory');
          return new Promise(() => undefined);
        }
        return Promise.resolve(ok(own.map((f) => ok({ path: f.path } as unknown as Artwork))));
      },
    };
    return {
      api: api as unknown as Remote<DrawingApi>,
      onCrash: (listener) => (crash = listener),
      onProgress: () => undefined,
      terminate: () => void ended++,
    };
  };
  return { calls, start, counts: () => ({ started, ended }) };
}
const pathOf = (r: Result<Artwork>) => (r.ok ? (r.value as unknown as { path: string }).path : null);

test('drawings are shared out, answered in their order, and the readers let go', async () => {
  const r = readers();
  const shares: number[] = [];
  const read = await readOnCores(3, r.start)(files, (share) => shares.push(share));
  expect(read.map(pathOf)).toEqual(files.map((f) => f.path));
  expect(shares.at(-1)).toBe(1);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  expect(r.counts()).toEqual({ started: 3, ended: 3 });
});

test('a drawing that a reader dies of is told alone; those beside it are read', async () => {
  const r = readers(['41.svg']);
  const read = await readOnCores(2, r.start)(files, () => undefined);
  expect(read.flatMap((a, i) => (a.ok ? [] : [[i, a.problems[0]!.code]]))).toEqual([[41, 'worker-crashed']]);
  expect(read.filter((a) => a.ok).map(pathOf)).toEqual(
    files.map((f) => f.path).filter((p) => p !== '41.svg'),
  );
});

test('a few drawings are read without starting anything', async () => {
  const r = readers();
  const read = await readOnCores(2, r.start)(files.slice(0, 3), () => undefined);
  expect(read.map((a) => a.ok)).toEqual([false, false, false]);
  expect(r.counts().started).toBe(0);
});
