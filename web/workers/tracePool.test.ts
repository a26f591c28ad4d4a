import type { Remote } from 'comlink';
import { ok } from '../../core/foundations/problems/problem';
import type { PieceRegion } from '../../core/lifting/find/pieceRegion';
import type { TraceRecipe } from '../../core/lifting/find/tracePiece';
import type { Started } from '../jobs/workerHost';
import type { TraceApi } from './trace.worker';
import { TracePool } from './tracePool';

/** Tracers without threads; an outline is told by the ink it was made of. */
function tracers() {
  const log: string[] = [];
  let crash: (reason: string) => void = () => {};
  let ink = '';
  const start = (): Started<Remote<TraceApi>> => {
    let held: string[] = [];
    const api = {
      keep: (entries: readonly (readonly [string, unknown])[]) => {
        held = entries.map(([key]) => key);
        return Promise.resolve(ok(null));
      },
      trace: (key: string) => {
        log.push(`${key} of ${ink}`);
        return Promise.resolve(
          held.includes(key) ? ok({ outline: [], layers: [], ink }) : { ok: false, problems: [] },
        );
      },
    };
    return {
      api: api as unknown as Remote<TraceApi>,
      onCrash: (l) => (crash = l),
      onProgress: () => undefined,
      terminate: () => undefined,
    };
  };
  const region = { field: { data: new Float32Array(1) } } as unknown as PieceRegion;
  const entries = ['a', 'b', 'c'].map((k) => [k, region] as const);
  return {
    log,
    pool: new TracePool(2, start),
    entries,
    read: (name: string) => (ink = name),
    die: () => crash('gone'),
  };
}
const recipe = { mode: 'outline', tolerancePx: 0.3, cornerDeg: 30, smoothing: 1 } as TraceRecipe;
const never = new AbortController().signal;
const all = async (t: ReturnType<typeof tracers>, how = recipe) => {
  const found: string[] = [];
  const take = (key: string, traced: unknown) => void found.push(`${key} ${(traced as { ink: string }).ink}`);
  await t.pool.traceAll(['a', 'b', 'c'], how, 0, take, never);
  return found.sort();
};

test('ink that is read in another way never brings back outlines of the old', async () => {
  const t = tracers();
  t.read('dark');
  await t.pool.keep('the page, dark', t.entries);
  expect(await all(t)).toEqual(['a dark', 'b dark', 'c dark']);
  t.read('light');
  await t.pool.keep('the page, light', t.entries);
  expect(await all(t)).toEqual(['a light', 'b light', 'c light']);
  // Going back costs nothing, and is what it was.
  await t.pool.keep('the page, dark', t.entries);
  const calls = t.log.length;
  expect(await all(t)).toEqual(['a dark', 'b dark', 'c dark']);
  expect(t.log).toHaveLength(calls);
});

test('another recipe is traced anew, the same one isn’t', async () => {
  const t = tracers();
  t.read('ink');
  await t.pool.keep('page', t.entries);
  await all(t);
  await all(t);
  expect(t.log).toHaveLength(3);
  await all(t, { ...recipe, tolerancePx: 0.6 });
  expect(t.log).toHaveLength(6);
});

test('a tracer that died holds nothing any more: nobody is given an empty outline', async () => {
  const t = tracers();
  t.read('ink');
  await t.pool.keep('page', t.entries);
  expect(t.pool.holds('page')).toBe(true);
  t.die();
  expect(await all(t)).not.toContain('b undefined');
  expect(t.pool.holds('page')).toBe(false);
  await t.pool.keep('page', t.entries);
  expect(await all(t)).toEqual(['a ink', 'b ink', 'c ink']);
});
