import { pieceRow } from '../../../core/project/document/commands/pieces/takeLifted';
import { liftedSheet } from '../../../core/testing/liftedSheet';
import { crosses, joinNext, liftTool, type LiftScene, type LiftStroke } from './liftTool';

/** Four letters of 40 by 140 px, 50 px from one to the next, from 60 px down. */
const pieces = liftedSheet('ABCD').pieces.map((p, i) => pieceRow({ ...p, seeds: [] }, 'abcd'[i]!, 's'));
const scene = (change: Partial<LiftScene> = {}): LiftScene => ({
  tool: 'pick',
  pieces,
  chosen: 'a',
  zoom: 1,
  ...change,
});

const at = (x: number, y: number) => ({ x, y });

/** A stroke from one place to another. */
function stroke(from: [number, number], to: [number, number], s: LiftScene) {
  let now: LiftStroke | null = liftTool(null, { type: 'down', at: at(...from) }, s).stroke;
  now = liftTool(now, { type: 'move', at: at((from[0] + to[0]) / 2, (from[1] + to[1]) / 2) }, s).stroke;
  return liftTool(now, { type: 'up', at: at(...to) }, s);
}

describe('choosing', () => {
  test('a press takes the smallest piece under it in hand; beside all pieces nothing changes', () => {
    const dot = { ...pieces[1]!, id: 'dot', box: { x: 60, y: 70, width: 10, height: 10 } };
    const both = scene({ pieces: [...pieces, dot] });
    expect(liftTool(null, { type: 'down', at: at(65, 75) }, both)).toEqual({ stroke: null, choose: 'dot' });
    expect(liftTool(null, { type: 'down', at: at(65, 150) }, both).choose).toBe('b');
    expect(liftTool(null, { type: 'down', at: at(45, 10) }, both)).toEqual({ stroke: null });
    expect(liftTool(null, { type: 'move', at: at(65, 75) }, both)).toEqual({ stroke: null });
  });
});

describe('the knife', () => {
  const knife = scene({ tool: 'cut', chosen: 'c' });

  test('cuts the piece in hand when the line runs through it, else the first that it does run through', () => {
    const across = stroke([60, 100], [140, 100], knife);
    expect(across).toMatchObject({ stroke: null, tool: 'pick' });
    expect(across.mend).toMatchObject({ gone: ['c'], baselineY: 200 });
    expect(across.mend!.what).toMatchObject({ kind: 'cut', line: { x0: 60, y0: 100, x1: 140, y1: 100 } });
    expect(stroke([20, 0], [20, 280], knife).mend!.gone).toEqual(['a']);
  });

  test('a slip of the hand cuts nothing, however near one looks; a line past all pieces neither', () => {
    expect(stroke([20, 100], [24, 100], knife).mend).toBeUndefined();
    // The same stroke seen at five times the size is one that was meant.
    expect(stroke([20, 100], [24, 100], { ...knife, zoom: 5 }).mend).toBeDefined();
    expect(stroke([0, 10], [200, 10], knife).mend).toBeUndefined();
  });

  test('a press that is taken away leaves the knife in hand', () => {
    const { stroke: begun } = liftTool(null, { type: 'down', at: at(20, 0) }, knife);
    expect(liftTool(begun, { type: 'cancel', at: at(20, 99) }, knife)).toEqual({ stroke: null });
  });
});

describe('the box', () => {
  test('adds what it holds, on the line of the piece nearest in height, and never beyond the sheet', () => {
    const lower = { ...pieces[3]!, box: { ...pieces[3]!.box, y: 400 }, baselineY: 540 };
    const s = scene({ tool: 'box', pieces: [...pieces.slice(0, 3), lower] });
    expect(stroke([300, 520], [260, 420], s).mend).toEqual({
      gone: [],
      what: { kind: 'box', box: { x: 260, y: 420, width: 40, height: 100 } },
      baselineY: 540,
    });
    const { mend } = stroke([-30, -20], [40, 90], s);
    expect(mend!.what).toMatchObject({ box: { x: 0, y: 0 } });
    expect(mend!.baselineY).toBe(200);
    // An empty sheet: it stands on its own foot.
    expect(stroke([10, 10], [50, 80], scene({ tool: 'box', pieces: [] })).mend!.baselineY).toBe(80);
  });
});

test('the piece in hand is joined with the next that counts; the last has none', () => {
  const dropped = pieces.map((p) => (p.id === 'b' ? { ...p, state: 'dropped' as const } : p));
  expect(joinNext({ pieces: dropped, chosen: 'a' })!.gone).toEqual(['a', 'c']);
  expect(joinNext({ pieces, chosen: 'd' })).toBeNull();
  expect(joinNext({ pieces, chosen: null })).toBeNull();
});

test('a line crosses a box when any part of it lies inside', () => {
  const box = { x: 10, y: 10, width: 20, height: 20 };
  expect(crosses(box, { x0: 0, y0: 0, x1: 40, y1: 40 })).toBe(true);
  expect(crosses(box, { x0: 15, y0: 15, x1: 16, y1: 16 })).toBe(true);
  expect(crosses(box, { x0: 0, y0: 40, x1: 40, y1: 40 })).toBe(false);
});
