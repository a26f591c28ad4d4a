import { changePen, takeSkeleton } from '../../core/project/document/commands/outline';
import { takeDrawn } from '../../core/project/document/commands/sheets/drawnHere';
import { drawnPieces } from '../../core/project/document/queries/drawnHere';
import { edit } from '../../core/project/document/inStep/edit';
import type { Doc } from '../../core/project/document/schema';
import { contoursBox } from '../../core/foundations/geometry/measure';
import { writtenOutline } from '../../core/tracing/pen/writtenOutline';
import { DEFAULT_PEN, type PenStroke } from '../../core/tracing/pen/strokes';
import { penOutline } from '../../core/outlines/dress/grow';
import { WorkBench } from '../testing/workBench';
import { createPenning, lettersForPen, lettersWithPen, usePenning, writtenLetters } from './penning';

/** A bar as a pen leaves it. */
const bar = (x: number) => penOutline([upright(x)], { width: 60, ends: 'round', joins: 'round' });
const upright = (x: number) => ({
  closed: false,
  nodes: [0, 700].map((y) => ({ x, y, in: null, out: null, kind: 'corner' as const })),
});

const stroke = (x: number): PenStroke => ({
  pen: { ...DEFAULT_PEN, kind: 'fine liner', widthPx: 20 },
  erases: false,
  points: Array.from({ length: 20 }, (_, i) => [x, 150 + 20 * i, 0.5, 0, 10 * i] as const),
});

/** The sample with H a bar, x drawn by a pen of 40, and an l written here. */
function prepared(doc: Doc): Doc {
  let d: Doc = { ...doc, glyphs: { ...doc.glyphs, H: { ...doc.glyphs.H!, contours: bar(50) } } };
  const pen = { width: 40, ends: 'flat', joins: 'round' } as const;
  d = edit(d, takeSkeleton(d, 'x', [upright(100)], pen)!).doc;
  const strokes = [stroke(300)];
  return edit(d, takeDrawn(d, 'written', 'l', { strokes, outline: writtenOutline(strokes) })!).doc;
}

const bench = async () => {
  const b = new WorkBench();
  const session = await b.open('a', prepared);
  return { b, session, ...createPenning(b.world) };
};

const wide = (doc: Doc, id: string) => {
  const { xMin, xMax } = contoursBox(doc.glyphs[id]!.contours)!;
  return xMax - xMin;
};

test('one pen for all skeletons: as wide, with its contrast and angle, as one step; others stay', async () => {
  const t = await bench();
  const before = t.session.doc;
  expect(lettersWithPen(before, '').map((g) => g.id)).toEqual(['x']);
  await t.changePens({ width: 90, contrast: 0.5, angle: 0 }, '');
  expect(wide(t.session.doc, 'x')).toBeCloseTo(90, 1);
  expect(t.session.doc.glyphs.x!.skeleton!.pen).toMatchObject({ width: 90, ends: 'flat', contrast: 0.5 });
  expect(t.session.doc.glyphs.H).toBe(before.glyphs.H);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
  // The same by one letter's own field.
  const one = edit(before, changePen(before, 'x', { width: 90, contrast: 0.5, angle: 0 })!).doc;
  await t.changePens({ width: 90, contrast: 0.5, angle: 0 }, 'x');
  expect(t.session.doc.glyphs.x).toEqual(one.glyphs.x);
});

test('skeletons of many letters are found in one go, their outlines are kept, and the pen draws what was there', async () => {
  const t = await bench();
  expect(lettersForPen(t.session.doc, 'Hx').map((g) => g.id)).toEqual(['H']);
  await t.findSkeletons('Hx', null);
  const H = t.session.doc.glyphs.H!;
  expect(H.skeleton!.lines.length).toBeGreaterThan(0);
  expect(H.skeleton!.pen.width).toBe(60);
  expect(Math.abs(wide(t.session.doc, 'H') - 60)).toBeLessThan(2);
  expect(H.kept.at(-1)!.contours).toEqual(bar(50));
  expect(t.session.getState().history.done).toHaveLength(1);
});

test('letters written here are inked again with another pen, as their strokes went; undo brings the old ink back', async () => {
  const t = await bench();
  const before = t.session.doc;
  expect(writtenLetters(before).map((p) => p.char)).toEqual(['l']);
  const inkWidth = (doc: Doc) => drawnPieces(doc, 'written')[0]!.box.width;
  const first = inkWidth(before);
  await t.inkAgain({ kind: 'fine liner', widthPx: 60, angleDeg: 0 });
  expect(inkWidth(t.session.doc) / first).toBeCloseTo(3, 1);
  expect(drawnPieces(t.session.doc, 'written')[0]!.strokes[0]!.points).toEqual(stroke(300).points);
  const l = Object.values(t.session.doc.glyphs).find((g) => g.name === 'l')!;
  expect(l.contours).not.toEqual(Object.values(before.glyphs).find((g) => g.name === 'l')!.contours);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
});

test('a job over many letters that is stopped changes nothing', async () => {
  const t = await bench();
  const before = t.session.doc;
  t.b.hold('pen');
  const going = t.changePens({ width: 90 }, '');
  await Promise.resolve();
  usePenning.getState().stop?.();
  await t.b.release('pen');
  await going;
  expect(t.session.doc).toBe(before);
  expect(usePenning.getState().stop).toBeNull();
});
