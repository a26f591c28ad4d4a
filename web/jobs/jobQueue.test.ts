import { JobQueue, type JobContext } from './jobQueue';
import { Cancelled } from './workerHost';
import { settle } from '../testing/fakeClock';

/** A job that is ended by hand. */
function byHand(queue: JobQueue, name: string, projectId = 'p', lane = 'lane') {
  const own: { context?: JobContext; done: () => void; fail: (e: Error) => void } = {
    done: () => {},
    fail: () => {},
  };
  const told: string[] = [];
  const handle = queue.add({
    projectId,
    name,
    lane,
    run: (context) => {
      own.context = context;
      return new Promise<void>((resolve, reject) => {
        own.done = resolve;
        own.fail = reject;
        context.signal.addEventListener('abort', () => reject(new Cancelled('cancelled')));
      });
    },
    onFailed: (error) => told.push(`failed: ${(error as Error).message}`),
    onCancelled: () => told.push('cancelled'),
  });
  return Object.assign(own, { handle, told });
}
const names = (queue: JobQueue) => queue.list().map((j) => `${j.name} ${j.state}`);

test('jobs of a lane run in their order, other lanes beside them', async () => {
  const queue = new JobQueue();
  const [a] = [byHand(queue, 'a'), byHand(queue, 'b'), byHand(queue, 'c', 'p', 'other')];
  expect(names(queue)).toEqual(['a running', 'b waiting', 'c running']);
  a!.done();
  expect(await a!.handle.ended).toBe('done');
  expect(names(queue)).toEqual(['b running', 'c running']);
});

test('a job that fails is told, and all later ones run all the same', async () => {
  const queue = new JobQueue();
  const a = byHand(queue, 'a');
  const b = byHand(queue, 'b');
  a.fail(new Error('storage is away'));
  expect(await a.handle.ended).toBe('failed');
  expect(a.told).toEqual(['failed: storage is away']);
  b.done();
  expect(await b.handle.ended).toBe('done');
  const later = byHand(queue, 'later');
  later.done();
  expect(await later.handle.ended).toBe('done');
});

test('not even a fault of whoever is told stops the queue', async () => {
  const queue = new JobQueue();
  const told: unknown[] = [];
  const usual = console.error;
  console.error = (fault: unknown) => void told.push(fault);
  queue.add({
    projectId: 'p',
    name: 'a',
    lane: 'lane',
    run: () => Promise.reject(new Error('first')),
    onFailed: () => {
      throw new Error('second');
    },
  });
  const b = byHand(queue, 'b');
  await settle();
  b.done();
  expect(await b.handle.ended).toBe('done');
  console.error = usual;
  expect(told).toHaveLength(1);
});

test('with three in line, one of them can be stopped, or all of one project', async () => {
  const queue = new JobQueue();
  const [a, b, c, other] = [
    byHand(queue, 'a'),
    byHand(queue, 'b'),
    byHand(queue, 'c'),
    byHand(queue, 'other', 'q'),
  ];
  queue.cancel(b!.handle.id);
  expect(await b!.handle.ended).toBe('cancelled');
  expect(names(queue)).toEqual(['a running', 'c waiting', 'other waiting']);
  queue.cancelAll('p');
  expect(await a!.handle.ended).toBe('cancelled');
  expect(await c!.handle.ended).toBe('cancelled');
  expect([a!.told, b!.told, c!.told]).toEqual([['cancelled'], ['cancelled'], ['cancelled']]);
  await settle();
  expect(names(queue)).toEqual(['other running']);
  expect(other!.context).toBeDefined();
});

test('progress that arrives after a job was stopped shows nothing', async () => {
  const queue = new JobQueue();
  const a = byHand(queue, 'a');
  a.context!.progress('half way', 0.5);
  expect(queue.list()[0]).toMatchObject({ stage: 'half way', share: 0.5 });
  queue.cancel(a.handle.id);
  a.context!.progress('late', 0.9);
  await a.handle.ended;
  expect(queue.list()).toEqual([]);
});

test('listeners are told of every change, and the list is the same until there is one', () => {
  const queue = new JobQueue();
  let told = 0;
  const leave = queue.subscribe(() => void told++);
  expect(queue.list()).toBe(queue.list());
  byHand(queue, 'a');
  expect(told).toBeGreaterThan(0);
  leave();
  const before = told;
  byHand(queue, 'b');
  expect(told).toBe(before);
});
