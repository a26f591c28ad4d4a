import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { projectOf } from '../../core/project/document/newProject';
import { WorkBench } from '../testing/workBench';
import { createUnderlays } from './underlay';

type Seen = Result<{ readonly fileId: string; readonly family: string }>;

async function bench(look: () => Promise<Seen>) {
  const b = new WorkBench();
  const session = await b.open('a');
  const { pictures } = b.browser.files;
  const { layBeneath } = createUnderlays({ current: b.world.current, jobs: b.world.jobs, pictures, look });
  return { b, session, pictures, lay: (name = 'sluice.otf') => layBeneath(new Blob(['font']), name) };
}

test('a font goes beneath the project that it was brought to, also when another is shown by the time it is read', async () => {
  let read: (seen: Seen) => void = () => {};
  const t = await bench(() => new Promise((resolve) => (read = resolve)));
  const done = t.lay();
  await t.b.settle();
  const other = await t.b.open('b');
  const before = other.doc;
  read(ok({ fileId: 'f', family: 'Sluice' }));
  await done;
  expect(other.doc).toBe(before);
  expect(projectOf(t.session.doc).underlay).toEqual({
    fileId: 'f',
    styleId: null,
    name: 'Sluice',
    size: 'x-height',
    strength: 0.25,
  });
  expect(t.pictures.kept.has('f')).toBe(true);
});

test('storage without room, and a file that is no font, are told; nothing lies beneath then', async () => {
  const full = await bench(() => Promise.resolve(ok({ fileId: 'f', family: '' })));
  full.pictures.full = true;
  await full.lay();
  const torn = await bench(() => Promise.resolve(fail({ code: 'font-unreadable', reason: 'torn' })));
  await torn.lay('torn.otf');
  const told = [full, torn].flatMap(({ b }) =>
    b.tab.told.map(({ problem }) => [problem.code, problem.place.file]),
  );
  expect(told).toEqual([
    ['job-failed', 'sluice.otf'],
    ['font-unreadable', 'torn.otf'],
  ]);
  for (const { session } of [full, torn]) expect(projectOf(session.doc).underlay).toBeNull();
});
