import { draft } from '../../core/project/document/changes/diff';
import { edit } from '../../core/project/document/inStep/edit';
import type { Doc } from '../../core/project/document/schema';
import { stemOf } from '../../core/outlines/dress/stems';
import { contoursBox } from '../../core/foundations/geometry/measure';
import { box } from '../../core/testing/randomOutlines';
import { WorkBench } from '../testing/workBench';
import { useDressBench } from './dressBench';
import { createTurning } from './turning';

/** The sample with an H of stems 80 wide. */
function withStems(doc: Doc): Doc {
  const d = draft(doc);
  const contours = [box(50, 0, 80, 700), box(350, 0, 80, 700), box(50, 320, 380, 80)];
  d.put('glyphs', { ...doc.glyphs.H!, contours });
  return edit(doc, d.done('Draw')!).doc;
}
const bench = async () => {
  const b = new WorkBench();
  const session = await b.open('a', withStems);
  return { b, session, ...createTurning(b.world) };
};
const H = { glyphId: 'H', of: 'outline' } as const;
const foot = { x: 240, y: 0 };
const boxOf = (doc: Doc) => contoursBox(doc.glyphs.H!.contours)!;
beforeEach(() => useDressBench.setState({ turned: null, selection: [] }));

test('without a choice all of the letter is turned, and what was done can be done once more', async () => {
  const t = await bench();
  await t.turnChosen(H, [], { kind: 'slant', deg: 45 }, { x: 0, y: 0 });
  expect(boxOf(t.session.doc).xMax).toBeCloseTo(430 + 700, 6);
  expect(useDressBench.getState().turned).toEqual({ kind: 'slant', deg: 45 });
  await t.turnChosen(H, [], useDressBench.getState().turned!, { x: 0, y: 0 });
  expect(boxOf(t.session.doc).xMax).toBeCloseTo(430 + 1400, 6);
  expect(t.session.getState().history.done).toHaveLength(2);
});

test('made larger with its stems kept, a letter has its height and its old stems, as one step', async () => {
  const t = await bench();
  const before = t.session.doc;
  await t.turnChosen(H, [], { kind: 'size', across: 1.3, up: 1.3 }, foot, true);
  const { contours } = t.session.doc.glyphs.H!;
  expect(Math.abs(stemOf(contours, 'upright')! - 80)).toBeLessThan(1);
  expect(boxOf(t.session.doc).yMax).toBeGreaterThan(860);
  expect(t.session.getState().history.done).toHaveLength(1);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
  await t.turnChosen(H, [], { kind: 'size', across: 1.3, up: 1.3 }, foot, false);
  expect(stemOf(t.session.doc.glyphs.H!.contours, 'upright')!).toBeGreaterThan(100);
});

test('a letter changed while its stems are worked out stays as it was changed', async () => {
  const t = await bench();
  t.b.hold('stem');
  const done = t.turnChosen(H, [], { kind: 'size', across: 2, up: 2 }, foot, true);
  await t.b.settle();
  const d = draft(t.session.doc);
  d.put('glyphs', { ...t.session.doc.glyphs.H!, contours: [box(0, 0, 300, 700)] });
  t.session.commit(d.done('Draw'));
  await t.b.release('stem');
  await done;
  expect(boxOf(t.session.doc)).toEqual({ xMin: 0, yMin: 0, xMax: 300, yMax: 700 });
});
