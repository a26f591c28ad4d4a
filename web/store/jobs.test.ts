import { WorkBench } from '../testing/workBench';
import { createFitting } from './fittingAll';
import { untilQuiet } from './jobs';

test('what is cast waits for a fit that is under way, and for nothing when all is done', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { jobs } = b.world;
  await untilQuiet(session, new AbortController().signal, jobs);
  b.hold('fit');
  const fitted = createFitting(b.world).fitAll('all', { looser: 20 });
  let quiet = false;
  const waited = untilQuiet(session, new AbortController().signal, jobs).then(() => (quiet = true));
  await b.settle();
  expect(quiet).toBe(false);
  await b.release('fit');
  await b.settle();
  await fitted;
  await waited;
  expect(session.doc.styles.regular!.fit.looser).toBe(20);
});

test('waiting ends when it is stopped, and with a gesture that is worked out', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { jobs } = b.world;
  let made: () => void = () => {};
  const later = session.later(
    'Draw',
    () => undefined,
    () => new Promise((r) => (made = () => r(null))),
  );
  const stop = new AbortController();
  const stopped = untilQuiet(session, stop.signal, jobs);
  stop.abort();
  await stopped;
  let quiet = false;
  const waited = untilQuiet(session, new AbortController().signal, jobs).then(() => (quiet = true));
  await b.settle();
  expect(quiet).toBe(false);
  made();
  await later;
  await waited;
  expect(session.getState().underWay).toEqual([]);
});
