import type { Module } from '../../../core/outlines/modules/modules';
import { gridKey, gridTool, type Cell, type GridPointer, type Painting } from './gridTool';

const SQUARE = { shape: 'full', turn: 0 } as const;
const cell = (x: number, y: number): Module => ({ x, y, ...SQUARE });
const pointer = (type: GridPointer['type'], c: Cell | null = null, other = false): GridPointer => ({
  type,
  cell: c,
  other,
});
/** Goes through pointer events; the cells after it, or null when nothing was done. */
function drag(
  cells: readonly Module[],
  events: readonly GridPointer[],
  brush: typeof SQUARE | null = SQUARE,
) {
  let gesture: Painting | null = null;
  let done: readonly Module[] | null = null;
  for (const e of events) {
    const answer = gridTool(gesture, e, { cells, brush });
    gesture = answer.gesture;
    done = answer.done ?? done;
  }
  return { gesture, done };
}
const places = (cells: readonly Module[] | null) => cells?.map((c) => `${c.x},${c.y}`).sort();

describe('by pointer', () => {
  test('a drag paints every cell it comes over, once', () => {
    const { done, gesture } = drag(
      [],
      [
        pointer('down', { x: 0, y: 0 }),
        pointer('move', { x: 1, y: 0 }),
        pointer('move', { x: 1, y: 0 }),
        pointer('move', null),
        pointer('move', { x: 2, y: 1 }),
        pointer('up'),
      ],
    );
    expect(places(done)).toEqual(['0,0', '1,0', '2,1']);
    expect(gesture).toBeNull();
  });

  test('begun on a cell of the same shape it clears, and so it does with the other button or without a brush', () => {
    const cells = [cell(0, 0), cell(1, 0), cell(2, 0)];
    const two = [pointer('down', { x: 0, y: 0 }), pointer('move', { x: 1, y: 0 }), pointer('up')];
    expect(places(drag(cells, two).done)).toEqual(['2,0']);
    expect(places(drag(cells, two, null).done)).toEqual(['2,0']);
    const other = [pointer('down', { x: 2, y: 0 }, true), pointer('up')];
    expect(places(drag(cells, other).done)).toEqual(['0,0', '1,0']);
  });

  test('a cell of another shape is painted over', () => {
    const cells: Module[] = [{ x: 0, y: 0, shape: 'full', turn: 1 }];
    const { done } = drag(cells, [pointer('down', { x: 0, y: 0 }), pointer('up')]);
    expect(done).toEqual([cell(0, 0)]);
  });

  test('a press beside the grid does nothing; one that is taken away leaves the letter as it was', () => {
    expect(drag([], [pointer('down', null), pointer('move', { x: 1, y: 1 }), pointer('up')]).done).toBeNull();
    expect(drag([], [pointer('down', { x: 0, y: 0 }), pointer('cancel')]).done).toBeNull();
  });
});

describe('by keys', () => {
  const room = { columns: 12, low: -3, high: 8 };
  const scene = { cells: [cell(1, 0)], brush: SQUARE };

  test('the first arrow shows the cursor, the next move it, and it stays on the grid', () => {
    let { cursor } = gridKey(null, 'ArrowRight', scene, room);
    expect(cursor).toEqual({ x: 0, y: 0 });
    for (let k = 0; k < 5; k++) ({ cursor } = gridKey(cursor, 'ArrowDown', scene, room));
    expect(cursor).toEqual({ x: 0, y: -3 });
    ({ cursor } = gridKey(cursor, 'ArrowLeft', scene, room));
    expect(cursor).toEqual({ x: 0, y: -3 });
  });

  test('Space paints under the cursor, and clears what has the shape already; other keys are left alone', () => {
    expect(places(gridKey({ x: 4, y: 2 }, ' ', scene, room).done!)).toEqual(['1,0', '4,2']);
    expect(gridKey({ x: 1, y: 0 }, ' ', scene, room).done).toEqual([]);
    expect(gridKey({ x: 1, y: 0 }, 'Enter', scene, room)).toEqual({ cursor: { x: 1, y: 0 }, taken: false });
  });
});
