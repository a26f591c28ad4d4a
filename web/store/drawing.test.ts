import { drawnPiece } from '../../core/project/document/queries/drawnHere';
import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import { contoursBox } from '../../core/foundations/geometry/measure';
import { DEFAULT_PEN, type PenStroke } from '../../core/tracing/pen/strokes';
import { WorkBench } from '../testing/workBench';
import { createDrawing, useDrawing } from './drawing';

const stroke = (x: number): PenStroke => ({
  pen: DEFAULT_PEN,
  erases: false,
  points: Array.from({ length: 12 }, (_, i) => [x, 100 + 30 * i, 0.5, 0, 16 * i] as const),
});
beforeEach(() => useDrawing.setState({ waiting: new Map() }));
const labels = (b: { getState(): { history: { done: readonly { label: string }[] } } }) =>
  b.getState().history.done.map((d) => d.label);

test('strokes made faster than their outlines come one after the other, each a step of its own', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { writeStroke } = createDrawing(b.world);
  b.hold('outline');
  writeStroke('l', stroke(100));
  writeStroke('l', stroke(300));
  await b.settle();
  // Both are shown while their outline is made.
  expect(useDrawing.getState().waiting.get('l')).toHaveLength(2);
  await b.release('outline');
  await b.settle();
  expect(useDrawing.getState().waiting.get('l')).toHaveLength(0);
  const piece = drawnPiece(session.doc, 'written', 'l')!;
  expect(piece.strokes).toHaveLength(2);
  const both = contoursBox(piece.outline)!;
  expect(both.xMax - both.xMin).toBeGreaterThan(200);
  expect(labels(session)).toHaveLength(2);
  session.undo();
  expect(drawnPiece(session.doc, 'written', 'l')!.strokes).toHaveLength(1);
});

test('a stroke whose outline can’t be made is told, and those behind it are written', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { writeStroke } = createDrawing(b.world);
  b.faults.set('outline', 'crash');
  writeStroke('l', stroke(100));
  await b.settle();
  b.faults.clear();
  writeStroke('o', stroke(200));
  await b.settle();
  expect(b.tab.codes('a')).toEqual(['worker-crashed']);
  expect(drawnPiece(session.doc, 'written', 'l')).toBeUndefined();
  expect(drawnPiece(session.doc, 'written', 'o')!.strokes).toHaveLength(1);
  expect([...useDrawing.getState().waiting.values()].flat()).toEqual([]);
});

test('a stroke goes to the project that it was made in, and into its storage', async () => {
  const b = new WorkBench();
  await b.open('a');
  const { writeStroke } = createDrawing(b.world);
  b.hold('outline');
  writeStroke('l', stroke(100));
  await b.settle();
  const other = await b.open('b');
  await b.release('outline');
  await b.settle(2000);
  expect(drawnPiece(other.doc, 'written', 'l')).toBeUndefined();
  expect(drawnPiece(b.browser.stored('a'), 'written', 'l')!.strokes).toHaveLength(1);
});

test('edits made while an outline is on its way stand', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { writeStroke } = createDrawing(b.world);
  b.hold('outline');
  writeStroke('l', stroke(100));
  await b.settle();
  session.commit(setBearings(session.doc, 'H', { left: 77 }));
  await b.release('outline');
  expect(session.doc.glyphs.H!.bearings.left).toBe(77);
  expect(drawnPiece(session.doc, 'written', 'l')).toBeDefined();
});

test('a letter is cleared, and one is built of cells, each as one step', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const { writeStroke, clearWritten, buildLetter } = createDrawing(b.world);
  writeStroke('l', stroke(100));
  await b.settle();
  clearWritten('l');
  expect(drawnPiece(session.doc, 'written', 'l')?.outline ?? []).toEqual([]);
  buildLetter('i', [{ x: 0, y: 0, shape: 'full', turn: 0 }]);
  const built = drawnPiece(session.doc, 'built', 'i')!;
  expect(built.outline).toHaveLength(1);
  expect(built.cells).toHaveLength(1);
  session.undo();
  expect(drawnPiece(session.doc, 'built', 'i')).toBeUndefined();
});

describe('a stroke is in history the moment it ends', () => {
  async function writing() {
    const b = new WorkBench();
    const session = await b.open('a');
    session.commit(setBearings(session.doc, 'H', { left: 77 }));
    const drawing = createDrawing(b.world);
    b.hold('outline');
    drawing.writeStroke('l', stroke(100));
    drawing.writeStroke('l', stroke(300));
    await b.settle();
    return { b, session, ...drawing };
  }
  const strokes = (session: { doc: Parameters<typeof drawnPiece>[0] }) =>
    drawnPiece(session.doc, 'written', 'l')?.strokes.length ?? 0;

  test('undo while it is being inked takes it back, and nothing older', async () => {
    const { b, session } = await writing();
    expect(session.getState().underWay).toEqual(['Write l', 'Write l']);
    session.undo();
    expect(useDrawing.getState().waiting.get('l')).toHaveLength(1);
    expect(session.doc.glyphs.H!.bearings.left).toBe(77);
    await b.release('outline');
    await b.settle();
    expect(strokes(session)).toBe(1);
    expect(session.getState().underWay).toEqual([]);
    session.undo();
    expect(strokes(session)).toBe(0);
    session.undo();
    expect(session.doc.glyphs.H!.bearings.left).not.toBe(77);
  });

  test('what was taken back is made again by redo, in the order that it was done', async () => {
    const { b, session } = await writing();
    for (let k = 0; k < 3; k++) session.undo();
    await b.release('outline');
    await b.settle();
    expect(strokes(session)).toBe(0);
    expect(session.doc.glyphs.H!.bearings.left).not.toBe(77);
    for (const [left, count] of [
      [77, 0],
      [77, 1],
      [77, 2],
    ]) {
      session.redo();
      await b.settle();
      expect([session.doc.glyphs.H!.bearings.left, strokes(session)]).toEqual([left, count]);
    }
    session.redo();
    expect(strokes(session)).toBe(2);
  });

  test('another edit ends the way forward', async () => {
    const { b, session } = await writing();
    session.undo();
    session.commit(setBearings(session.doc, 'H', { left: 11 }));
    await b.release('outline');
    await b.settle();
    session.redo();
    await b.settle();
    expect(strokes(session)).toBe(1);
  });

  test('clearing a letter takes what is still being inked with it', async () => {
    const { b, session, clearWritten } = await writing();
    clearWritten('l');
    await b.release('outline');
    await b.settle();
    expect(strokes(session)).toBe(0);
    session.undo();
    expect(strokes(session)).toBe(2);
  });
});
