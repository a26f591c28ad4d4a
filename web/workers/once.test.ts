import { ok } from '../../core/foundations/problems/problem';
import type { Started } from '../jobs/workerHost';
import { LINGERS_MS, oneByOne } from './once';

interface Api {
  work(name: string): Promise<unknown>;
}

/** Workers without threads that answer when told to, and a clock that is wound by hand. */
function bench() {
  const started: { readonly calls: string[]; ended: boolean }[] = [];
  const waiting: { readonly run: () => void; readonly ms: number }[] = [];
  const answers = new Map<string, () => void>();
  const start = (): Started<Api> => {
    const own = { calls: [] as string[], ended: false };
    started.push(own);
    return {
      api: {
        work: (name) => {
          own.calls.push(name);
          return new Promise((resolve) => answers.set(name, () => resolve(ok(name))));
        },
      },
      onCrash: () => {},
      onProgress: () => {},
      terminate: () => (own.ended = true),
    };
  };
  const run = oneByOne(start, (then, ms) => waiting.push({ run: then, ms }));
  const job = (name: string) => run<string>((api) => api.work(name));
  const whole = async (name: string) => {
    const done = job(name);
    await Promise.resolve();
    answers.get(name)?.();
    return done;
  };
  return { started, waiting, answers, job, whole };
}

test('a worker goes a moment after its job, and its memory with it', async () => {
  const { started, waiting, whole } = bench();
  expect(await whole('a')).toMatchObject({ ok: true, value: 'a' });
  expect(started[0]).toMatchObject({ calls: ['a'], ended: false });
  expect(waiting.map((w) => w.ms)).toEqual([LINGERS_MS]);
  waiting[0]?.run();
  expect(started[0]?.ended).toBe(true);
});

test('a job that follows at once takes the same worker, whose time begins anew', async () => {
  const { started, waiting, whole } = bench();
  await whole('a');
  await whole('b');
  expect(started.map((w) => w.calls)).toEqual([['a', 'b']]);
  waiting[0]?.run();
  expect(started[0]?.ended).toBe(false);
  waiting[1]?.run();
  expect(started[0]?.ended).toBe(true);
});

test('the first job’s time, run out while a second one works, doesn’t end it', async () => {
  const { started, waiting, answers, job, whole } = bench();
  await whole('a');
  const second = job('b');
  await Promise.resolve();
  waiting[0]?.run();
  expect(started[0]?.ended).toBe(false);
  answers.get('b')?.();
  expect(await second).toMatchObject({ value: 'b' });
});

test('jobs side by side don’t wait for each other, and only one worker lingers after them', async () => {
  const { started, answers, job } = bench();
  const both = [job('a'), job('b')];
  await Promise.resolve();
  expect(started.map((w) => w.calls)).toEqual([['a'], ['b']]);
  answers.get('b')?.();
  answers.get('a')?.();
  await Promise.all(both);
  expect(started.filter((w) => !w.ended)).toHaveLength(1);
});
