import { castPlan, type Cast } from '../../core/fonts/compile/casts/castPlan';
import { changeCasting } from '../../core/project/document/commands/font/casting';
import { castingOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import type { CastFormat } from '../../core/fonts/compile/casts/formats';
import { fail, ok } from '../../core/foundations/problems/problem';
import { WorkBench } from '../testing/workBench';
import { createCasting } from './casting';

async function bench(broken: readonly CastFormat[] = []) {
  const b = new WorkBench();
  const session = await b.open('a');
  session.commit(changeCasting(session.doc, { formats: ['otf', 'woff2', 'ufo'] }));
  const asked: string[] = [];
  let hold: Promise<void> | null = null;
  const compiler = {
    async cast({ format, styleId, cut }: Cast, nowUnixS: number, { signal }: { signal?: AbortSignal } = {}) {
      await hold;
      signal?.throwIfAborted();
      asked.push(`${format} ${styleId} ${nowUnixS}${cut === null ? '' : ` cut ${cut}`}`);
      return broken.includes(format)
        ? fail<{ name: string; bytes: Uint8Array }>({ code: 'worker-crashed', reason: 'gone' })
        : ok({ name: `a.${format}`, bytes: new Uint8Array([1]) });
    },
  };
  const print = async (atMs: number) =>
    ok({ atMs, version: '1.000', glyphs: { A: 'ab' }, kerning: 'k', weights: '', rules: 'r', colours: '' });
  const plan = async (formats: readonly CastFormat[]) => ok(castPlan(session.doc, formats));
  const of: Doc[] = [];
  const compilerOf = (doc: Doc) => {
    of.push(doc);
    return { ...compiler, plan, print, close: () => void asked.push('closed') };
  };
  const casting = createCasting({ jobs: b.world.jobs, compilerOf, now: () => 5000 });
  return { b, session, asked, of, ...casting, wait: (p: Promise<void>) => (hold = p) };
}

test('a cast is of the project that it was begun in, as it was then, also when another one is shown or it is edited meanwhile', async () => {
  const t = await bench();
  let go: () => void = () => undefined;
  t.wait(new Promise((done) => (go = done)));
  const asCast = t.session.whole;
  const casting = t.castAll(t.session, () => undefined);
  await t.b.settle();
  await t.b.open('b');
  t.session.commit(changeCasting(t.session.doc, { designer: 'A miller' }));
  go();
  expect(await casting).toHaveLength(3);
  expect(t.of).toEqual([asCast]);
});

test('a cut of the family is made in the same formats, after the family itself', async () => {
  const t = await bench();
  const cuts = [{ family: 'Round', forms: ['a.ss01'] }];
  t.session.commit(changeCasting(t.session.doc, { cuts, formats: ['otf'] }));
  await t.castAll(t.session, () => {});
  expect(t.asked).toEqual(['otf regular 5', 'otf regular 5 cut 0', 'closed']);
});

test('every chosen format is made in its order, at one time, and what is being made is told', async () => {
  const t = await bench();
  const told: string[] = [];
  const files = await t.castAll(t.session, (what) => told.push(what));
  expect(files!.map((f) => f.name)).toEqual(['a.otf', 'a.woff2', 'a.ufo']);
  expect(t.asked).toEqual(['otf regular 5', 'woff2 regular 5', 'ufo regular 5', 'closed']);
  expect(told).toEqual(['the fonts', 'the OTF', 'the WOFF2', 'the UFO']);
  // What was cast is remembered with its time, so that what is new can be told the next time.
  expect(castingOf(t.session.doc).last).toMatchObject({ atMs: 5000, version: '1.000', glyphs: { A: 'ab' } });
});

test('a format that fails is told and the others are there; a cast that is stopped leaves nothing', async () => {
  const t = await bench(['woff2']);
  const files = await t.castAll(t.session, () => undefined);
  expect(files!.map((f) => f.name)).toEqual(['a.otf', 'a.ufo']);
  expect(t.b.tab.codes('a')).toEqual(['worker-crashed']);

  const u = await bench();
  let go: () => void = () => undefined;
  u.wait(new Promise((done) => (go = done)));
  const stopped = u.castAll(u.session, () => undefined);
  await u.b.settle();
  for (const job of u.b.world.jobs.list()) u.b.world.jobs.cancel(job.id);
  go();
  expect(await stopped).toBeNull();
  expect(u.asked).toEqual(['closed']);
  expect(castingOf(u.session.doc).last).toBeNull();
});
