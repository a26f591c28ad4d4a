import { setStems } from '../../core/project/document/commands/outline';
import { draft } from '../../core/project/document/changes/diff';
import { edit } from '../../core/project/document/inStep/edit';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { stemOf } from '../../core/outlines/dress/stems';
import { box } from '../../core/testing/randomOutlines';
import { WorkBench } from '../testing/workBench';
import { createStemming, lettersToStem, useStemming } from './stemming';

/** The sample with an H and an x of stems 60 and 104 wide, and a standard of 80. */
function withStems(doc: Doc): Doc {
  const d = draft(doc);
  const stemmed = (w: number) => [box(50, 0, w, 700), box(350, 0, w, 700), box(50, 320, 300 + w, w)];
  d.put('glyphs', { ...doc.glyphs.H!, contours: stemmed(60) });
  d.put('glyphs', { ...doc.glyphs.x!, contours: stemmed(104) });
  const drawn = edit(doc, d.done('Draw')!).doc;
  return edit(drawn, setStems(drawn, projectOf(drawn).styleId, { upright: 80 })!).doc;
}
const bench = async () => {
  const b = new WorkBench();
  const session = await b.open('a', withStems);
  return { b, session, ...createStemming(b.world) };
};
beforeEach(() => useStemming.setState({ done: 0, total: 0, stop: null, found: null }));
const stem = (doc: Doc, id: string) => stemOf(doc.glyphs[id]!.contours, 'upright')!;

test('the stems of many letters come to the standard, shown first, as one step', async () => {
  const t = await bench();
  const before = t.session.doc;
  expect(Math.abs(stem(before, 'H') - 60)).toBeLessThan(2);
  await t.stemMany('Hx');
  const { found } = useStemming.getState();
  expect(found).toMatchObject({ projectId: 'a', wanted: 80, asked: 2 });
  expect(found!.letters.get('H')!.from).toBe(stem(before, 'H'));
  expect(t.session.doc).toBe(before);
  t.keepStems();
  for (const id of ['H', 'x']) {
    expect(Math.abs(stem(t.session.doc, id) - 80)).toBeLessThan(0.5);
    // What they were is put by, and can be taken up again.
    expect(t.session.doc.glyphs[id]!.kept.map((k) => k.label)).toEqual(['Stem']);
  }
  expect(t.session.getState().history.done).toHaveLength(1);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
});

test('letters drawn by a pen, and those changed while it was worked out, stay', async () => {
  const t = await bench();
  const { doc } = t.session;
  const pen = { lines: [], width: 60, ends: 'round', joins: 'round' } as never;
  const withPen = { ...doc, glyphs: { ...doc.glyphs, H: { ...doc.glyphs.H!, skeleton: pen } } };
  expect(lettersToStem(withPen, 'Hx').map((g) => g.id)).toEqual(['x']);
  await t.stemMany('Hx');
  const d = draft(t.session.doc);
  d.put('glyphs', { ...t.session.doc.glyphs.H!, contours: [box(0, 0, 300, 700)] });
  t.session.commit(d.done('Draw'));
  t.keepStems();
  expect(stem(t.session.doc, 'H')).toBe(300);
  expect(Math.abs(stem(t.session.doc, 'x') - 80)).toBeLessThan(0.5);
});

test('without a standard nothing is done; stopped half way it leaves nothing to keep', async () => {
  const t = await bench();
  t.b.hold('stem');
  const done = t.stemMany('Hx');
  await t.b.settle();
  expect(useStemming.getState().total).toBe(2);
  useStemming.getState().stop!();
  await t.b.release('stem');
  await done;
  expect(useStemming.getState()).toMatchObject({ done: 0, total: 0, stop: null, found: null });
  const { doc } = t.session;
  t.session.commit(setStems(doc, projectOf(doc).styleId, { upright: null }));
  await t.stemMany('Hx');
  expect(useStemming.getState().found).toBeNull();
});
