import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import { changeFitSettings } from '../../core/project/document/commands/spacing/fitted';
import { fitSettingsOf } from '../../core/project/document/queries/spacing';
import { WorkBench } from '../testing/workBench';
import { createFitting, offNow, useFittingAll } from './fittingAll';

beforeEach(() =>
  useFittingAll.setState({ running: false, wished: {}, projectId: null, rhythm: null, joins: [] }),
);
const spacing = (doc: { glyphs: Record<string, { spacing: string }> }, id: string) => doc.glyphs[id]!.spacing;

test('a fit is one step; what was set by hand stays', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  session.commit(setBearings(session.doc, 'o', { left: 33, right: 44 }));
  const before = session.doc;
  const { fitAll } = createFitting(b.world);
  const done = fitAll();
  expect(useFittingAll.getState().running).toBe(true);
  await b.settle();
  await done;
  expect(useFittingAll.getState().running).toBe(false);
  expect(spacing(session.doc, 'H')).toBe('fitted');
  expect(session.doc.glyphs.o!.bearings).toEqual({ left: 33, right: 44 });
  session.undo();
  expect(session.doc).toEqual(before);
});

test('a fit begun in one project is taken there, though another one is open when it is done', async () => {
  const b = new WorkBench();
  const first = await b.open('a');
  const { fitAll } = createFitting(b.world);
  b.hold('fit');
  const done = fitAll();
  await b.settle();
  const second = await b.open('b');
  const untouched = second.doc;
  await b.release('fit');
  await done;
  await b.settle(2000);
  expect(second.doc).toBe(untouched);
  expect(spacing(b.browser.stored('a'), 'H')).toBe('fitted');
  expect(first.isSaved).toBe(true);
  expect(useFittingAll.getState().rhythm).toBeNull();
});

test('a fit that is stopped leaves everything as it was, and the next one is made', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const before = session.doc;
  const { fitAll, stopFitting } = createFitting(b.world);
  b.hold('fit');
  const done = fitAll();
  await b.settle();
  stopFitting();
  await b.settle();
  await done;
  expect(session.doc).toBe(before);
  expect(useFittingAll.getState().running).toBe(false);
  await b.release('fit');
  expect(session.doc).toBe(before);
  const again = fitAll('pairs');
  await b.settle();
  await again;
  expect(session.getState().history.done.at(-1)?.label).toBe('Fit pairs');
});

test('a later fit takes the place of one under way', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { fitAll } = createFitting(b.world);
  b.hold('fit');
  const [first, second] = [fitAll(), fitAll('pairs')];
  await b.settle();
  await b.release('fit');
  await Promise.all([first, second]);
  expect(session.getState().history.done.map((d) => d.label)).toEqual(['Fit pairs']);
});

test.each([
  ['throw', 'job-failed'],
  ['crash', 'worker-crashed'],
] as const)('a worker that ends by a %s is told, and the next fit works', async (fault, code) => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { fitAll } = createFitting(b.world);
  b.faults.set('fit', fault);
  const failed = fitAll();
  await b.settle();
  await failed;
  expect(b.tab.codes('a')).toEqual([code]);
  expect(session.getState().history.done).toEqual([]);
  b.faults.clear();
  const done = fitAll();
  await b.settle();
  await done;
  expect(session.getState().history.done).toHaveLength(1);
});

describe('the rhythm', () => {
  test('is asked for once for the same outlines, and again for other outlines or settings', async () => {
    const b = new WorkBench();
    const session = await b.open('a');
    const { refreshRhythm } = createFitting(b.world);
    await refreshRhythm(session.doc);
    session.commit(setBearings(session.doc, 'o', { left: 3 }));
    await refreshRhythm(session.doc);
    expect(b.calls).toEqual(['fit']);
    expect(useFittingAll.getState().rhythm?.glyphIds).toContain('o');
    session.commit(changeFitSettings(session.doc, { joins: 'joined' }));
    await refreshRhythm(session.doc);
    expect(b.calls).toEqual(['fit', 'fit']);
  });

  test('follows an edit that came while it was asked for', async () => {
    const b = new WorkBench();
    const session = await b.open('a');
    const { refreshRhythm } = createFitting(b.world);
    b.hold('fit');
    const asked = refreshRhythm(session.doc);
    await b.settle();
    session.commit(changeFitSettings(session.doc, { tabular: 'on' }));
    await refreshRhythm(session.doc);
    expect(b.calls).toEqual(['fit']);
    await b.release('fit');
    await asked;
    await b.settle();
    expect(b.calls).toEqual(['fit', 'fit']);
  });

  test('is silent where it can’t be had, and joins are looked at only for letters that join', async () => {
    const b = new WorkBench();
    const session = await b.open('a');
    const { refreshRhythm, refreshJoins } = createFitting(b.world);
    b.faults.set('fit', 'throw');
    await refreshRhythm(session.doc);
    expect(useFittingAll.getState().rhythm).toBeNull();
    expect(b.tab.codes('a')).toEqual([]);
    await refreshJoins(session.doc);
    b.faults.clear();
    session.commit(changeFitSettings(session.doc, { joins: 'joined' }));
    await refreshRhythm(session.doc);
    await refreshJoins(session.doc);
    expect(b.calls.filter((c) => c === 'joins')).toHaveLength(1);
    expect(useFittingAll.getState().joins.length).toBeGreaterThanOrEqual(0);
  });

  test('tells how far every pair is from it: letters fitted by it are near, one pushed aside is far', async () => {
    const b = new WorkBench();
    const session = await b.open('a');
    const { fitAll } = createFitting(b.world);
    const done = fitAll();
    await b.settle();
    await done;
    const { rhythm } = useFittingAll.getState();
    const worst = () =>
      Math.max(
        ...offNow(session.doc, rhythm!)
          .data.filter((v) => !Number.isNaN(v))
          .map(Math.abs),
      );
    const fitted = worst();
    session.commit(setBearings(session.doc, 'o', { left: 400 }));
    expect(worst()).toBeGreaterThan(fitted + 100);
  });
});

test('a setting comes into the project with the fit that goes by it, as one step: what a slider shows is what is cast', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const before = session.doc;
  const { fitAll } = createFitting(b.world);
  b.hold('fit');
  const first = fitAll('all', { looser: 30 });
  await b.settle();
  expect(useFittingAll.getState()).toMatchObject({ running: true, projectId: 'a', wished: { looser: 30 } });
  // Nothing is half way: neither the setting nor the letters have changed.
  expect(session.doc).toBe(before);
  // Another setting while it is being worked out counts beside the first.
  const second = fitAll('all', { tabular: 'on' });
  await b.release('fit');
  await b.settle();
  await Promise.all([first, second]);
  expect(fitSettingsOf(session.doc)).toMatchObject({ looser: 30, tabular: 'on' });
  expect(session.getState().history.done).toHaveLength(1);
  expect(useFittingAll.getState()).toMatchObject({ running: false, projectId: null, wished: {} });
  session.undo();
  expect(session.doc).toEqual(before);
});
