import { dropPiece } from '../../core/project/document/commands/pieces/named';
import type { Doc } from '../../core/project/document/schema';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { liftedSheet } from '../../core/testing/liftedSheet';
import { WorkBench, withLiftedPage } from '../testing/workBench';
import { createMending } from './lifting';

const halves = () => liftedSheet('XY').pieces.map((p) => ({ ...p, seeds: [] as readonly never[] }));

async function bench(answer: () => Result<unknown> = () => ok(halves())) {
  const b = new WorkBench();
  const session = await b.open('a', withLiftedPage);
  b.browser.files.pictures.kept.set('pic', new Blob(['ink']));
  const imaging = b.host({ reshape: answer });
  const world = { ...b.world, workers: { ...b.world.workers, imaging: imaging as never } };
  const [first] = Object.values(session.doc.pieces);
  const cut = () =>
    createMending(world).reshapePieces(
      's',
      [session.doc.pieces[first!.id]!],
      { kind: 'cut', piece: first!, line: { x0: 20, y0: 0, x1: 20, y1: 300 } },
      200,
    );
  return { b, session, first: first!, cut };
}

const shown = (doc: Doc) =>
  Object.values(doc.pieces)
    .sort((p, q) => p.order - q.order)
    .map((p) => p.char);

test('a piece is cut in two as one step', async () => {
  const t = await bench();
  const before = t.session.doc;
  await t.cut();
  expect(shown(t.session.doc)).toHaveLength(5);
  expect(t.session.doc.pieces[t.first.id]).toBeUndefined();
  t.session.undo();
  expect(t.session.doc).toEqual(before);
});

test('what is made is told by its ids, so that it can be taken in hand', async () => {
  const t = await bench();
  const before = t.session.doc;
  const made = await t.cut();
  expect(made).toHaveLength(2);
  for (const id of made) expect([before.pieces[id], t.session.doc.pieces[id]?.id]).toEqual([undefined, id]);
});

test('a piece that was changed meanwhile is not replaced', async () => {
  const t = await bench();
  t.b.hold('reshape');
  const done = t.cut();
  await t.b.settle();
  t.session.commit(dropPiece(t.session.doc, t.first.id, true));
  const now = t.session.doc;
  await t.b.release('reshape');
  await done;
  expect(t.session.doc).toBe(now);
});

test('undo right after a cut takes the cut back, not what was done before it; redo cuts again', async () => {
  const t = await bench();
  t.session.commit(dropPiece(t.session.doc, t.first.id, true));
  t.session.commit(dropPiece(t.session.doc, t.first.id, false));
  const before = t.session.doc;
  t.b.hold('reshape');
  const done = t.cut();
  await t.b.settle();
  expect(t.session.getState().underWay).toEqual(['Cut a piece in two']);
  t.session.undo();
  await t.b.release('reshape');
  await done;
  expect(t.session.doc).toBe(before);
  t.session.redo();
  await t.b.settle();
  expect(shown(t.session.doc)).toHaveLength(5);
});

test('cut in one project, it is cut there, whichever is shown when it is done', async () => {
  const t = await bench();
  t.b.hold('reshape');
  const done = t.cut();
  await t.b.settle();
  const other = await t.b.open('b', withLiftedPage);
  const before = other.doc;
  await t.b.release('reshape');
  await done;
  expect(other.doc).toBe(before);
  expect(shown(t.session.doc)).toHaveLength(5);
});

test('what can’t be cut is told with the sheet’s name; without its picture nothing happens', async () => {
  const t = await bench(() => fail({ code: 'nothing-there' }));
  const before = t.session.doc;
  await t.cut();
  expect(t.b.tab.told.map((x) => [x.problem.code, x.problem.place.file])).toEqual([
    ['nothing-there', 'page.png'],
  ]);
  t.b.browser.files.pictures.kept.clear();
  await t.cut();
  expect(t.session.doc).toBe(before);
});
