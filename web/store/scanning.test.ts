import type { Device, Glass } from '../../core/lifting/scanner/messages';
import { projectOf } from '../../core/project/document/newProject';
import { WorkBench } from '../testing/workBench';
import { createScanning, useScanning } from './scanning';

const DEVICE = { id: 'flat', name: 'Flatbed by the window' } as Device;

/** A server without a network: answers by method and path, a list of them used up one after the other. */
class FakeServer {
  readonly asked: string[] = [];
  readonly answers = new Map<string, (() => Response)[]>();

  on(what: string, ...answers: (unknown | (() => Response))[]): void {
    const made = answers.map((a) =>
      typeof a === 'function' ? (a as () => Response) : () => Response.json(a),
    );
    this.answers.set(what, made);
  }
  fetch = (path: unknown, init?: RequestInit): Promise<Response> => {
    const what = `${init?.method ?? 'GET'} ${String(path).replace('/api/scanners', '')}`;
    this.asked.push(what);
    const list = this.answers.get(what);
    const next = list && (list.length > 1 ? list.shift()! : list[0]!);
    return next ? Promise.resolve(next()) : Promise.reject(new TypeError('no server answers'));
  };
}
const job = (state: string, more: object = {}) => ({
  id: 'j1',
  deviceId: 'flat',
  state,
  progress: 0.5,
  error: null,
  ...more,
});

async function bench(onWait: () => void = () => {}) {
  const b = new WorkBench();
  const session = await b.open('a');
  const server = new FakeServer();
  const files: string[] = [];
  const scanning = createScanning({
    current: b.world.current,
    fetch: server.fetch as typeof fetch,
    addFiles: async (to, added) =>
      void files.push(...added.map((f) => `${to.projectId} ${f.name} ${f.size}`)),
    wait: async () => onWait(),
  });
  return { b, session, server, files, ...scanning };
}
beforeEach(() => useScanning.setState({ job: null, pages: 0 }));
const page = () => new Response(new Blob(['page']));

test('a scan is followed to its end and its page taken in, each under a name of its own', async () => {
  const t = await bench();
  t.server.on('POST /flat/jobs', job('scanning'));
  t.server.on('GET /jobs/j1', job('scanning'), job('done'));
  t.server.on('GET /jobs/j1/page', page);
  await t.scan(DEVICE, 300);
  t.server.on('GET /jobs/j1', job('done'));
  await t.scan(DEVICE, 300);
  expect(t.files).toEqual(['a Scan 1.jpg 4', 'a Scan 2.jpg 4']);
  expect(useScanning.getState().job).toBeNull();
  expect(t.b.tab.codes('a')).toEqual([]);
});

test.each([
  ['busy', (s: FakeServer) => s.on('POST /flat/jobs', () => new Response(null, { status: 409 }))],
  ['disconnected', () => undefined],
  [
    'paper-jam',
    (s: FakeServer) => {
      s.on('POST /flat/jobs', job('scanning'));
      s.on('GET /jobs/j1', job('failed', { error: 'paper-jam' }));
    },
  ],
])('a scanner that is %s: told with its name, and nothing on the table changes', async (reason, set) => {
  const t = await bench();
  set(t.server);
  await t.scan(DEVICE, 300);
  expect(
    t.b.tab.told.map(({ problem }) => [
      problem.code,
      problem.place.file,
      (problem as { reason?: string }).reason,
    ]),
  ).toEqual([['scan-failed', DEVICE.name, reason]]);
  expect(t.files).toEqual([]);
  expect(useScanning.getState().job).toBeNull();
});

test('a scan that is cancelled takes nothing in', async () => {
  let cancel = () => {};
  const t = await bench(() => cancel());
  cancel = t.cancelScan;
  t.server.on('POST /flat/jobs', job('scanning'));
  t.server.on('GET /jobs/j1', job('done'));
  t.server.on('DELETE /jobs/j1', {});
  await t.scan(DEVICE, 300);
  expect(t.server.asked).toContain('DELETE /jobs/j1');
  expect(t.files).toEqual([]);
  expect(t.b.tab.codes('a')).toEqual([]);
});

test('a sheet printed for the glass is the project’s practice sheet from then on, unless it has one', async () => {
  const t = await bench();
  t.server.on('PUT /flat/glass', {});
  const glass = { characters: 'abc', settings: { boxes: 1 } } as unknown as Glass;
  await t.layOnGlass('flat', glass);
  expect(projectOf(t.session.doc).practice?.characters).toBe('abc');
  await t.layOnGlass('flat', { ...glass, characters: 'xyz' });
  expect(projectOf(t.session.doc).practice?.characters).toBe('abc');
});
