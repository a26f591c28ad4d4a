import { replacePieces } from '../../core/project/document/commands/pieces/replacePieces';
import type { Doc, PieceRow } from '../../core/project/document/schema';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import type { KeptDrawing } from '../../core/lifting/find/keptDrawings';
import { WorkBench, withLiftedPage } from '../testing/workBench';
import { createKeeping } from './keeping';

const drawing = ({ id, box }: PieceRow): KeptDrawing => ({
  pieceId: id,
  pictureId: `picture of ${id}`,
  box,
  png: Uint8Array.of(1, 2, 3),
});

type Kept = (bytes: Uint8Array, level: number | null, reading: object, pieces: PieceRow[]) => Result<unknown>;

async function bench(answer: Kept = (_, _level, _reading, pieces) => ok(pieces.map(drawing))) {
  const b = new WorkBench();
  const session = await b.open('a', withLiftedPage);
  const { pictures } = b.browser.files;
  pictures.kept.set('pic', new Blob(['ink']));
  const imaging = b.host({ kept: answer });
  const world = { ...b.world, pictures, workers: { ...b.world.workers, imaging: imaging as never } };
  return { b, session, pictures, keep: createKeeping(world).keepAsPictures };
}

const pictured = (doc: Doc) =>
  Object.values(doc.glyphs).flatMap((g) => (g.picture ? [`${g.name} ${g.picture.pictureId}`] : []));
const pieceOf = (doc: Doc, char: string) => Object.values(doc.pieces).find((p) => p.char === char)!;

test('all drawings of a sheet are kept as one step, and their pictures are stored before that', async () => {
  const t = await bench();
  const before = t.session.doc;
  await t.keep('s');
  const { doc } = t.session;
  expect(pictured(doc).sort()).toEqual(
    ['A', 'B', 'C', 'D'].map((c) => `${c} picture of ${pieceOf(doc, c).id}`),
  );
  for (const c of 'ABCD') expect(t.pictures.kept.has(`picture of ${pieceOf(doc, c).id}`)).toBe(true);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
});

test('one drawing is kept and the others stay outlines', async () => {
  const t = await bench();
  await t.keep('s', [pieceOf(t.session.doc, 'B').id]);
  expect(pictured(t.session.doc)).toEqual([`B picture of ${pieceOf(t.session.doc, 'B').id}`]);
});

test('a piece that was cut anew meanwhile gets no picture of what it was', async () => {
  const t = await bench();
  t.b.hold('kept');
  const done = t.keep('s');
  await t.b.settle();
  const { doc } = t.session;
  const old = pieceOf(doc, 'C');
  const { id: _, sheetId: _sheet, order: _order, ...rest } = old;
  const fresh = { ...rest, box: { ...old.box, width: 7 } };
  t.session.commit(replacePieces(doc, 's', [old.id], [fresh as never], 'Cut a piece in two'));
  await t.b.release('kept');
  await done;
  expect(
    pictured(t.session.doc)
      .map((p) => p[0])
      .sort(),
  ).toEqual(['A', 'B', 'D']);
});

test('a sheet whose picture is lost, and a drawing without ink, are told by the sheet’s name; nothing changes', async () => {
  const t = await bench(() => fail({ code: 'no-ink', look: 'flat' }));
  const before = t.session.doc;
  await t.keep('s');
  t.pictures.kept.delete('pic');
  await t.keep('s');
  expect(t.b.tab.told.map(({ problem }) => [problem.code, problem.place.file ?? ''])).toEqual([
    ['no-ink', 'page.png'],
    ['picture-missing', expect.anything()],
  ]);
  expect(t.session.doc).toBe(before);
});
