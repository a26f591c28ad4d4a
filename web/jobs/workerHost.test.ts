import { ok, type Result } from '../../core/foundations/problems/problem';
import { Cancelled, WorkerHost, type Progress, type Started } from './workerHost';

/** A worker without a thread: calls are answered, crashed and stopped by hand. */
class FakeWorker {
  static started: FakeWorker[] = [];
  crash: (reason: string) => void = () => {};
  tell: Progress = () => {};
  listeners = 0;
  terminated = false;
  readonly answers = new Map<string, { resolve: (r: Result<string>) => void; reject: (e: Error) => void }>();

  constructor() {
    FakeWorker.started.push(this);
  }

  start(): Started<{ work(name: string): Promise<Result<string>> }> {
    return {
      api: {
        work: (name) => new Promise((resolve, reject) => this.answers.set(name, { resolve, reject })),
      },
      onCrash: (l) => {
        this.listeners++;
        this.crash = l;
      },
      onProgress: (l) => {
        this.listeners++;
        this.tell = l;
      },
      terminate: () => (this.terminated = true),
    };
  }
}
const settled = async () => {
  for (let k = 0; k < 5; k++) await Promise.resolve();
};
const latest = () => FakeWorker.started[FakeWorker.started.length - 1]!;
const host = () => new WorkerHost(() => new FakeWorker().start());
const work = (h: ReturnType<typeof host>, name: string, signal?: AbortSignal, onProgress?: Progress) =>
  h.run<string>((api) => api.work(name), { signal, onProgress });

beforeEach(() => (FakeWorker.started = []));

test('calls are made one after the other, on one worker', async () => {
  const h = host();
  const [a, b] = [work(h, 'a'), work(h, 'b')];
  await settled();
  expect([...latest().answers.keys()]).toEqual(['a']);
  latest().answers.get('a')!.resolve(ok('A'));
  expect(await a).toEqual(ok('A'));
  latest().answers.get('b')!.resolve(ok('B'));
  expect(await b).toEqual(ok('B'));
  expect(FakeWorker.started).toHaveLength(1);
});

test('stopping a call that waits leaves the one under way and its worker alone', async () => {
  const h = host();
  const abort = new AbortController();
  const a = work(h, 'a');
  const b = work(h, 'b', abort.signal);
  abort.abort();
  await expect(b).rejects.toBeInstanceOf(Cancelled);
  latest().answers.get('a')!.resolve(ok('A'));
  expect(await a).toEqual(ok('A'));
  expect(latest().terminated).toBe(false);
  expect(latest().answers.has('b')).toBe(false);
});

test('stopping the call under way ends its worker; its neighbour goes on in a new one instead of waiting for ever', async () => {
  const h = host();
  const abort = new AbortController();
  const a = work(h, 'a', abort.signal);
  const b = work(h, 'b');
  await settled();
  abort.abort();
  await expect(a).rejects.toBeInstanceOf(Cancelled);
  await settled();
  expect(FakeWorker.started.map((w) => w.terminated)).toEqual([true, false]);
  latest().answers.get('b')!.resolve(ok('B'));
  expect(await b).toEqual(ok('B'));
});

test('a worker that dies is told as such to its caller, not as a damaged picture; the rest goes on', async () => {
  const h = host();
  const [a, b] = [work(h, 'a'), work(h, 'b')];
  await settled();
  latest().crash('out of memory');
  expect(await a).toMatchObject({
    ok: false,
    problems: [{ code: 'worker-crashed', reason: 'out of memory' }],
  });
  await settled();
  latest().answers.get('b')!.resolve(ok('B'));
  expect(await b).toEqual(ok('B'));
  expect(FakeWorker.started).toHaveLength(2);
});

test('a crash that is told late, of a worker that was ended already, touches nobody', async () => {
  const h = host();
  const abort = new AbortController();
  const a = work(h, 'a', abort.signal);
  await settled();
  const old = latest();
  abort.abort();
  await expect(a).rejects.toBeInstanceOf(Cancelled);
  const b = work(h, 'b');
  await settled();
  old.crash('late');
  latest().answers.get('b')!.resolve(ok('B'));
  expect(await b).toEqual(ok('B'));
});

test('a fault of the call itself is a failed job, and the worker stays', async () => {
  const h = host();
  const a = work(h, 'a');
  await settled();
  latest().answers.get('a')!.reject(new Error('a bug'));
  expect(await a).toMatchObject({ ok: false, problems: [{ code: 'job-failed', reason: 'a bug' }] });
  expect(latest().terminated).toBe(false);
  const thrown = h.run<string>(() => {
    throw new Error('before it began');
  });
  expect(await thrown).toMatchObject({ ok: false, problems: [{ code: 'job-failed' }] });
  expect(h.busy).toBe(0);
});

test('progress goes to the call under way only; a hundred calls leave no listener behind', async () => {
  const h = host();
  const told: string[] = [];
  for (let k = 0; k < 100; k++) {
    const abort = new AbortController();
    let listening = 0;
    const { signal } = abort;
    const [add, remove] = [signal.addEventListener.bind(signal), signal.removeEventListener.bind(signal)];
    signal.addEventListener = ((...args: Parameters<typeof add>) => (
      listening++,
      add(...args)
    )) as typeof add;
    signal.removeEventListener = ((...args: Parameters<typeof remove>) => (
      listening--,
      remove(...args)
    )) as typeof remove;
    const done = work(h, `job ${k}`, signal, (stage) => void told.push(`${k} ${stage}`));
    await settled();
    latest().tell('half', 0.5);
    latest().answers.get(`job ${k}`)!.resolve(ok('done'));
    await done;
    expect(listening).toBe(0);
  }
  latest().tell('late', 1);
  expect(told).toEqual(Array.from({ length: 100 }, (_, k) => `${k} half`));
  expect(latest().listeners).toBe(2);
});

test('closing cancels what isn’t answered', async () => {
  const h = host();
  const [a, b] = [work(h, 'a'), work(h, 'b')];
  await settled();
  h.close();
  await expect(a).rejects.toBeInstanceOf(Cancelled);
  await expect(b).rejects.toBeInstanceOf(Cancelled);
  expect(latest().terminated).toBe(true);
});
