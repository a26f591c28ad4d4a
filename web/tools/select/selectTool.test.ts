import { polygon } from '../../../core/geometry/contour';
import type { PointRef } from '../../../core/document/commands/dressing';
import { hitPoint, nodesInside } from './hitTest';
import { idle, selectTool, type SelectEvent, type SelectScene } from './selectTool';

const square = polygon([
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 100 },
  { x: 0, y: 100 },
]);
const node = (n: number): PointRef => ({ contour: 0, node: n, part: 'node' });
const scene = (selection: readonly PointRef[] = []): SelectScene => ({
  contours: [square],
  selection,
  hitRadius: 5,
});
const at = (type: SelectEvent['type'], x: number, y: number, shift = false): SelectEvent => ({
  type,
  at: { x, y },
  shift,
});

test('pressing on a point takes it; dragging moves it, the first step apart from the rest', () => {
  const down = selectTool(idle, at('down', 98, 2), scene());
  expect(down.selection).toEqual([node(1)]);
  const first = selectTool(down.state, at('move', 108, 2), scene(down.selection));
  expect(first.moveBy).toEqual({ by: { x: 10, y: 0 }, continues: false });
  const second = selectTool(first.state, at('move', 108, 7), scene(down.selection));
  expect(second.moveBy).toEqual({ by: { x: 0, y: 5 }, continues: true });
  expect(selectTool(second.state, at('up', 108, 7), scene()).state).toEqual(idle);
});

test('pressing on one of several chosen points keeps them all', () => {
  const several = [node(0), node(1)];
  expect(selectTool(idle, at('down', 0, 0), scene(several)).selection).toEqual(several);
});

test('a frame chooses what lies in it; with Shift it adds', () => {
  const down = selectTool(idle, at('down', -10, 50), scene([node(3)]));
  expect(down.selection).toEqual([]);
  const framed = selectTool(down.state, at('move', 120, -10), scene());
  expect(framed.selection).toEqual([node(0), node(1)]);
  const added = selectTool(idle, at('down', -10, 50, true), scene([node(3)]));
  const both = selectTool(added.state, at('up', 120, -10), scene([node(3)]));
  expect(both.selection).toEqual([node(3), node(0), node(1)]);
  expect(both.state).toEqual(idle);
});

test('Shift on a point adds and takes away', () => {
  expect(selectTool(idle, at('down', 100, 100, true), scene([node(0)])).selection).toEqual([
    node(0),
    node(2),
  ]);
  expect(selectTool(idle, at('down', 0, 0, true), scene([node(0), node(2)])).selection).toEqual([node(2)]);
});

test('handles can be grabbed only beside the selection, and nodes win on the same spot', () => {
  const curved = {
    closed: true,
    nodes: [
      { x: 0, y: 0, in: null, out: { x: 0, y: 40 }, kind: 'corner' as const },
      { x: 80, y: 0, in: { x: 80, y: 0 }, out: null, kind: 'corner' as const },
    ],
  };
  expect(hitPoint([curved], [], { x: 0, y: 40 }, 5)).toBeNull();
  expect(hitPoint([curved], [node(0)], { x: 0, y: 40 }, 5)).toEqual({ contour: 0, node: 0, part: 'out' });
  expect(hitPoint([curved], [node(1)], { x: 80, y: 0 }, 5)).toEqual(node(1));
  expect(nodesInside([curved], { x: -1, y: 1 }, { x: 10, y: -1 })).toEqual([node(0)]);
});
