import { box } from '../../core/testing/randomOutlines';
import { draft } from '../../core/project/document/changes/diff';
import { edit } from '../../core/project/document/inStep/edit';
import { blankGlyph } from '../../core/project/document/newProject';
import { iconsOf } from '../../core/project/document/queries/glyphs';
import type { Doc } from '../../core/project/document/schema';
import { reverseContour } from '../../core/foundations/geometry/contour';
import { measureIcon, oddIcons } from '../../core/type/seat/iconMeasures';
import { WorkBench } from '../testing/workBench';
import { createEvening, useEvening } from './evening';
import { nothingUnderWay } from './overLetters';

const hole = reverseContour;
const frame = (stroke: number) => [
  box(0, 0, 500, 500),
  hole(box(stroke, stroke, 500 - 2 * stroke, 500 - 2 * stroke)),
];
const STROKES = { a: 50, b: 50, c: 51, d: 49, e: 50, heavy: 90, light: 30 };

/** The sample with icons whose strokes are so thick. */
function withIcons(doc: Doc): Doc {
  const d = draft(doc);
  Object.entries(STROKES).forEach(([name, stroke], k) =>
    d.put('glyphs', { ...blankGlyph(name, name, [0xe000 + k], 'regular'), contours: frame(stroke) }),
  );
  const diff = d.done('Draw');
  return diff ? edit(doc, diff).doc : doc;
}
const bench = async () => {
  const b = new WorkBench();
  const session = await b.open('a', withIcons);
  return { b, session, evenStrokes: createEvening(b.world) };
};
beforeEach(() => useEvening.setState(nothingUnderWay));
const strokes = (doc: Doc) => oddIcons(iconsOf(doc)).filter((o) => o.what === 'thickness');
const thickness = (doc: Doc, id: string) => measureIcon(doc.glyphs[id]?.contours ?? [])?.thickness ?? 0;

test('an icon of several colours keeps its strokes, since its layers would part', async () => {
  const t = await bench();
  const d = draft(t.session.doc);
  const heavy = t.session.doc.glyphs['heavy'];
  if (!heavy) throw new Error('no icon');
  const layer = (rgb: readonly [number, number, number]) => ({
    paint: { kind: 'flat' as const, rgb },
    contours: heavy.contours,
  });
  d.put('glyphs', { ...heavy, layers: [layer([200, 40, 20]), layer([20, 40, 200])] });
  t.session.commit(d.done('Colour'));
  const coloured = t.session.doc.glyphs['heavy'];
  await t.evenStrokes(strokes(t.session.doc));
  expect(t.session.doc.glyphs['heavy']).toBe(coloured);
  expect(Math.abs(thickness(t.session.doc, 'light') - 50)).toBeLessThan(1);
});

test('strokes that stand out come to what the others have, as one step that can be undone', async () => {
  const t = await bench();
  const before = t.session.doc;
  const odd = strokes(before);
  expect(odd.map((o) => o.id).sort()).toEqual(['heavy', 'light']);
  await t.evenStrokes(odd);
  for (const id of ['heavy', 'light']) expect(Math.abs(thickness(t.session.doc, id) - 50)).toBeLessThan(1);
  expect(strokes(t.session.doc)).toEqual([]);
  expect(t.session.doc.glyphs['a']).toBe(before.glyphs['a']);
  expect(t.session.getState().history.done).toHaveLength(1);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
});
