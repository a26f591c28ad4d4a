import { setBearings } from '../../../core/project/document/commands/spacing/bearings';
import { edit } from '../../../core/project/document/inStep/edit';
import { draft } from '../../../core/project/document/changes/diff';
import type { Doc } from '../../../core/project/document/schema';
import { polygon, type Contour } from '../../../core/foundations/geometry/contour';
import { WorkBench, withLiftedPage } from '../../testing/workBench';
import { useDressBench } from '../dressBench';
import { createDressing, lettersToClean, useCleaning } from '.';

/** A circle as hands draw it: a hundred points that waver. */
const jagged = (cx: number): Contour =>
  polygon(
    Array.from({ length: 100 }, (_, i) => {
      const r = 200 + (i % 2);
      const a = (i / 100) * 2 * Math.PI;
      return { x: cx + r * Math.cos(a), y: 250 + r * Math.sin(a) };
    }),
  );
const withJagged = (doc: Doc): Doc => {
  const d = draft(doc);
  for (const id of ['o', 'x']) d.put('glyphs', { ...doc.glyphs[id]!, contours: [jagged(250)] });
  return edit(doc, d.done('Draw')!).doc;
};

const TRIANGLE = [
  { x: 0, y: 0 },
  { x: 9, y: 0 },
  { x: 0, y: 9 },
];
const O = { glyphId: 'o', of: 'outline' } as const;
const bench = async () => {
  const b = new WorkBench();
  const session = await b.open('a', withJagged);
  const dressing = createDressing({ ...b.world, sourceEdges: () => Promise.resolve([]) });
  return { b, session, ...dressing };
};
beforeEach(() => {
  useDressBench.setState({ tried: null, selection: [] });
  useCleaning.setState({ done: 0, total: 0, stop: null, found: null });
});

const points = (doc: Doc, id: string) => doc.glyphs[id]!.contours.reduce((n, c) => n + c.nodes.length, 0);

describe('cleaning one letter', () => {
  test('is tried without being made, and then made as tried, as one step', async () => {
    const t = await bench();
    const before = t.session.doc;
    await t.tryCleanUp(O, 'neaten', 4);
    const { tried } = useDressBench.getState();
    expect(tried!.made.pointsBefore).toBe(100);
    expect(tried!.made.pointsAfter).toBeLessThan(20);
    expect(t.session.doc).toBe(before);
    await t.makeCleanUp(O, 'neaten', 4);
    // What was tried isn't worked out again.
    expect(t.b.calls).toEqual(['clean']);
    expect(points(t.session.doc, 'o')).toBe(tried!.made.pointsAfter);
    expect(useDressBench.getState().tried).toBeNull();
    t.session.undo();
    expect(t.session.doc).toEqual(before);
  });

  test('is taken back by undo while it is being worked out, and nothing older is', async () => {
    const t = await bench();
    t.session.commit(setBearings(t.session.doc, 'H', { left: 77 }));
    const before = t.session.doc;
    t.b.hold('clean');
    const made = t.makeCleanUp(O, 'neaten', 4);
    await t.b.settle();
    t.session.undo();
    await t.b.release('clean');
    await made;
    expect(t.session.doc).toBe(before);
    expect(t.session.getState().underWay).toEqual([]);
    t.session.undo();
    expect(t.session.doc.glyphs.H!.bearings.left).not.toBe(77);
  });

  test('an answer for a drawing that is gone by then is not shown, nor made', async () => {
    const t = await bench();
    t.b.hold('clean');
    const [tried, made] = [t.tryCleanUp(O, 'neaten', 4), t.makeCleanUp(O, 'neaten', 4)];
    await t.b.settle();
    const d = draft(t.session.doc);
    d.put('glyphs', { ...t.session.doc.glyphs.o!, contours: [jagged(300)] });
    t.session.commit(d.done('Draw'));
    const now = t.session.doc;
    await t.b.release('clean');
    await t.b.settle();
    await Promise.all([tried, made]);
    expect(useDressBench.getState().tried).toBeNull();
    expect(t.session.doc).toBe(now);
  });

  test('a fault is told', async () => {
    const t = await bench();
    t.b.faults.set('clean', 'throw');
    await t.tryCleanUp(O, 'neaten', 4);
    await t.makeCleanUp(O, 'neaten', 4);
    expect(t.b.tab.codes('a')).toEqual(['job-failed', 'job-failed']);
  });
});

describe('cleaning many letters', () => {
  test('changes nothing until it is kept; those set by hand are left out', async () => {
    const t = await bench();
    const before = t.session.doc;
    expect(lettersToClean(before, 'o').map((g) => g.id)).toEqual(['o']);
    await t.cleanMany('neaten', 4, 'ox');
    const { found } = useCleaning.getState();
    expect(found).toMatchObject({ projectId: 'a', asked: 2, pointsBefore: 200 });
    expect(found!.pointsAfter).toBeLessThan(40);
    expect(t.session.doc).toBe(before);
    t.keepMany();
    expect(points(t.session.doc, 'o') + points(t.session.doc, 'x')).toBe(found!.pointsAfter);
    expect(t.session.getState().history.done).toHaveLength(1);
    expect(useCleaning.getState().found).toBeNull();
  });

  test('that is stopped half way leaves nothing to keep', async () => {
    const t = await bench();
    t.b.hold('clean');
    const done = t.cleanMany('neaten', 4, 'ox');
    await t.b.settle();
    expect(useCleaning.getState().total).toBe(2);
    useCleaning.getState().stop!();
    await t.b.release('clean');
    await done;
    expect(useCleaning.getState()).toMatchObject({ done: 0, total: 0, stop: null, found: null });
    t.keepMany();
    expect(t.session.getState().history.done).toEqual([]);
  });

  test('found in one project is never kept in another', async () => {
    const t = await bench();
    await t.cleanMany('neaten', 4, 'o');
    const other = await t.b.open('b', withJagged);
    const before = other.doc;
    t.keepMany();
    expect(other.doc).toBe(before);
  });
});

describe('skeletons', () => {
  test('open runs become one at once; an outline gives the line that a pen followed', async () => {
    const t = await bench();
    const d = draft(t.session.doc);
    d.put('glyphs', {
      ...t.session.doc.glyphs.H!,
      contours: [
        {
          closed: false,
          nodes: polygon([
            { x: 0, y: 0 },
            { x: 0, y: 700 },
          ]).nodes,
        },
      ],
    });
    t.session.commit(d.done('Draw'));
    await t.drawBySkeleton('H');
    expect(t.session.doc.glyphs.H!.skeleton!.lines).toHaveLength(1);
    expect(t.b.calls).toEqual([]);
    await t.drawBySkeleton('T');
    expect(t.session.doc.glyphs.T!.skeleton!.pen.width).toBeGreaterThan(40);
    expect(useDressBench.getState().of).toBe('skeleton');
  });

  test('of a letter that changed meanwhile is not taken', async () => {
    const t = await bench();
    t.b.hold('skeleton');
    const done = t.drawBySkeleton('T');
    await t.b.settle();
    t.session.commit(setBearings(t.session.doc, 'T', { left: 9 }));
    await t.b.release('skeleton');
    await done;
    expect(t.session.doc.glyphs.T!.skeleton).toBeNull();
  });
});

test('stems are measured; a worker that fails gives none', async () => {
  const t = await bench();
  const letters = [t.session.doc.glyphs.H!];
  const [stem] = await t.stemsInWorker(letters);
  expect(stem!.width).toBeCloseTo(80, 0);
  t.b.faults.set('stems', 'crash');
  expect(await t.stemsInWorker(letters)).toEqual([]);
});

test('edges of a source are read once for all who ask; artwork’s are its own outline, and one drawn here has none', async () => {
  const b = new WorkBench();
  const session = await b.open('a', withLiftedPage);
  const asked: string[] = [];
  const world = { ...b.world, sourceEdges: (id: string) => Promise.resolve((asked.push(id), [TRIANGLE])) };
  const { edgesOfSource } = createDressing(world);
  const glyph = Object.values(session.doc.glyphs).find((g) => g.source)!;
  const [first, second] = [edgesOfSource(glyph, 0), edgesOfSource(glyph, 0)];
  expect(first).toBe(second);
  expect((await first)!.chords).toHaveLength(3);
  expect(asked).toEqual([glyph.source!.pieceId]);
  // Standing elsewhere, they are read again.
  await edgesOfSource(glyph, 50);
  expect(asked).toHaveLength(2);
  expect(await edgesOfSource(session.doc.glyphs.H!, 0)).toBeNull();
  const artwork = createDressing({ ...b.world, sourceEdges: () => Promise.resolve([]) });
  const own = (await artwork.edgesOfSource({ ...glyph, source: { ...glyph.source! } }, 0))!;
  expect(own.chords.length).toBeGreaterThan(2);
});
