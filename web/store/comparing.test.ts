import type { FontsCompared } from '../../core/fonts/compare/compareFonts';
import { fail, ok } from '../../core/foundations/problems/problem';
import { addStyle } from '../../core/project/document/commands/family/addStyle';
import type { Doc } from '../../core/project/document/schema';
import { sampleProject } from '../../core/testing/sampleProject';
import { WorkBench } from '../testing/workBench';
import { createComparing, endComparison, useComparison } from './comparing';

const found: FontsCompared = { letters: [], same: 9, words: [], facts: [] };
const moment = { id: 'm', projectId: 'a', name: 'Before', at: 0, version: 2 };

type Comparer = Parameters<typeof createComparing>[0];

async function bench(comparer: Partial<Comparer>) {
  endComparison();
  const b = new WorkBench();
  const session = await b.open('a');
  const nothing: Comparer = {
    withFile: () => Promise.resolve(ok(found)),
    withDoc: () => Promise.resolve(ok(found)),
    momentOf: () => Promise.resolve(ok(sampleProject())),
  };
  return { b, session, comparing: createComparing({ ...nothing, ...comparer }, b.world.jobs) };
}

test('what was found is shown with what it was held against, and with the form of the project it is about', async () => {
  const asked: (readonly [Doc, string])[] = [];
  const t = await bench({
    withFile: (doc, text) => {
      asked.push([doc, text]);
      return Promise.resolve(ok(found));
    },
  });
  await t.comparing.withFile(t.session, new File(['x'], 'older.otf'));
  expect(useComparison.getState().made).toMatchObject({
    projectId: 'a',
    with: 'older.otf',
    doc: t.session.doc,
    found,
  });
  expect(asked).toEqual([[t.session.doc, Object.values(t.session.doc.project)[0]!.runningText]]);
});

test('a moment is opened and held against the project; one that is gone, and a file that is no font, are told by name', async () => {
  const t = await bench({
    withFile: () => Promise.resolve(fail({ code: 'font-unreadable', reason: 'torn' })),
  });
  await t.comparing.withMoment(t.session, moment);
  expect(useComparison.getState().made?.with).toBe('Before');
  endComparison();
  await t.comparing.withFile(t.session, new File(['x'], 'torn.otf'));
  expect(useComparison.getState().made).toBeNull();
  const gone = await bench({ momentOf: () => Promise.resolve(null) });
  await gone.comparing.withMoment(gone.session, moment);
  const told = [...t.b.tab.told, ...gone.b.tab.told].map(({ problem }) => [problem.code, problem.place.file]);
  expect(told).toEqual([
    ['font-unreadable', 'torn.otf'],
    ['job-failed', 'Before'],
  ]);
});

test('a comparison that is stopped shows nothing', async () => {
  let aborted = false;
  const t = await bench({
    withFile: (_, _text, _file, { signal }) =>
      new Promise((resolve) =>
        signal.addEventListener('abort', () => {
          aborted = true;
          resolve(fail({ code: 'nothing-there' }));
        }),
      ),
  });
  const done = t.comparing.withFile(t.session, new File(['x'], 'slow.otf'));
  await t.b.settle();
  const [job] = t.b.world.jobs.list();
  t.b.world.jobs.cancel(job!.id);
  await done;
  expect(aborted).toBe(true);
  expect(useComparison.getState().made).toBeNull();
});

test('the style in hand is held against another one of its family, each with its own letters', async () => {
  const asked: Doc[][] = [];
  const t = await bench({
    withDoc: (doc, _, other) => {
      asked.push([doc, other]);
      return Promise.resolve(ok(found));
    },
  });
  const made = addStyle(t.session.doc, { name: 'Bold', weightClass: 700, heavier: 30 })!;
  t.session.commit(made);
  const bold = Object.values(t.session.whole.styles).find((s) => s.name === 'Bold')!;
  await t.comparing.withStyle(t.session, bold);
  expect(useComparison.getState().made?.with).toBe('Bold');
  const [doc, other] = asked[0]!;
  expect(doc).toBe(t.session.doc);
  expect(new Set(Object.values(other!.glyphs).map((g) => g.styleId))).toEqual(new Set([bold.id]));
});
