import { jest } from '@jest/globals';
import type { Steps } from '../../core/foundations/steps';
import { fromLatest, inSlices } from './inSlices';
import { Cancelled } from './workerHost';

/** A calculation whose every step takes so many ms of a clock of its own. */
function desk(msAStep: number) {
  const log: string[] = [];
  let at = 0;
  return {
    log,
    *count(to: number, what = 'step'): Steps<number> {
      for (let k = 0; k < to; k++) {
        at += msAStep;
        log.push(`${what} ${k}`);
        yield;
      }
      return to;
    },
    pace: {
      now: () => at,
      pause: async () => {
        log.push('page');
      },
    },
  };
}

test('the page has its turn after a hundredth of a second, however many steps there are', async () => {
  const d = desk(4);
  expect(await inSlices(d.count(7), d.pace)).toBe(7);
  expect(d.log.join(', ')).toBe('step 0, step 1, step 2, page, step 3, step 4, step 5, page, step 6');
});

test('the page’s turn waits for no timer: those of a hidden page come a second apart', async () => {
  const timer = jest.spyOn(globalThis, 'setTimeout');
  const d = desk(20);
  expect(await inSlices(d.count(5), { now: d.pace.now })).toBe(5);
  expect(timer).not.toHaveBeenCalled();
  timer.mockRestore();
});

test('stopped between two slices', async () => {
  const d = desk(20);
  const stop = new AbortController();
  const pause = async () => stop.abort();
  await expect(inSlices(d.count(5), { ...d.pace, pause, signal: stop.signal })).rejects.toBeInstanceOf(
    Cancelled,
  );
  expect(d.log).toEqual(['step 0']);
});

describe('a calculation from what may change', () => {
  test('is begun anew when it did change meanwhile, so that no edit is lost', async () => {
    const d = desk(20);
    let latest = 3;
    const pause = async () => {
      if (d.log.length === 2) latest = 5;
    };
    const made = await fromLatest(
      () => latest,
      (from) => d.count(from, `from ${from}, step`),
      { ...d.pace, pause },
    );
    expect(made).toBe(5);
    expect(d.log.filter((l) => l.startsWith('from 5'))).toHaveLength(5);
  });

  test('is done in one go when it changes again and again', async () => {
    const d = desk(20);
    let latest = 0;
    const made = await fromLatest(
      () => latest,
      function* (from): Steps<number> {
        yield;
        yield* d.count(1);
        return from;
      },
      { ...d.pace, pause: async () => void latest++ },
    );
    expect(made).toBe(latest);
    expect(latest).toBe(3);
  });
});
