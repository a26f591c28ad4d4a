import type { PointRef } from '../../../core/project/document/commands/outline';
import { applyAffine } from '../../../core/foundations/geometry/affine';
import { polygon } from '../../../core/foundations/geometry/contour';
import { dressEvent as event, dressScene, rectangle } from '../../testing/dressScene';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture } from './scene';
import { frameOf, gripsOf, turnTool } from './turnTool';

const square = rectangle(100, 200);
const scene = (change: Partial<DressScene> = {}) => dressScene([square], change);
const all: PointRef[] = [0, 1, 2, 3].map((node) => ({ contour: 0, node, part: 'node' }));

function run(events: readonly DressPointer[], s = scene()): DressAnswer {
  let answer: DressAnswer = { gesture: idle };
  let gesture: Gesture = idle;
  for (const e of events) {
    answer = turnTool(gesture, e, s);
    gesture = answer.gesture;
  }
  return answer;
}
const drag = (
  from: readonly [number, number],
  to: readonly [number, number],
  keys: Partial<DressPointer> = {},
  s = scene(),
) => run([event('down', ...from, keys), event('move', ...to, keys), event('up', ...to, keys)], s);
/** Where a place goes by what was done. */
const goes = (answer: DressAnswer, x: number, y: number) => {
  if (answer.done?.kind !== 'map') throw new Error('nothing was mapped');
  const p = applyAffine(answer.done.map, { x, y });
  return [Math.round(p.x * 1e6) / 1e6, Math.round(p.y * 1e6) / 1e6];
};

test('a corner pulled makes larger, the corner over against it stays; Shift both ways alike, Alt about the middle', () => {
  const free = drag([100, 200], [150, 220]);
  expect(goes(free, 0, 0)).toEqual([0, 0]);
  expect(goes(free, 100, 200)).toEqual([150, 220]);
  expect(free.done).toMatchObject({ label: 'Make larger or smaller', points: all });
  expect(goes(drag([100, 200], [150, 220], { shift: true }), 100, 200)).toEqual([150, 300]);
  const middle = drag([100, 200], [150, 220], { alt: true });
  expect(goes(middle, 50, 100)).toEqual([50, 100]);
  expect(goes(middle, 0, 0)).toEqual([-50, -20]);
});

test('a side pulled outwards stretches, pulled along itself slants', () => {
  const wide = drag([100, 100], [130, 104]);
  expect([goes(wide, 100, 200), goes(wide, 0, 50)]).toEqual([
    [130, 200],
    [0, 50],
  ]);
  const leaning = drag([50, 200], [90, 203]);
  expect([goes(leaning, 0, 200), goes(leaning, 0, 0)]).toEqual([
    [40, 200],
    [0, 0],
  ]);
  expect(leaning.done).toMatchObject({ label: 'Slant' });
});

test('which of the two it is is settled by the first bit of the pull', () => {
  const answer = run([
    event('down', 50, 200),
    event('move', 54, 200),
    event('move', 60, 260),
    event('up', 60, 260),
  ]);
  expect(goes(answer, 50, 200)).toEqual([60, 200]);
});

test('the grip above turns about the middle, with Shift in steps of 15 degrees', () => {
  const [x, y] = [50, 200 + 3 * 5];
  const quarter = drag([x, y], [-65, 100]);
  expect(goes(quarter, 50, 200)).toEqual([-50, 100]);
  const near = drag([x, y], [-65, 110], { shift: true });
  expect(goes(near, 50, 200)).toEqual([-50, 100]);
  expect(near.done).toMatchObject({ label: 'Turn' });
});

test('the inside of what is chosen moves, and a press there that does not move chooses a point', () => {
  const chosen = scene({ selection: all });
  expect(goes(drag([30, 60], [45, 61], {}, chosen), 0, 0)).toEqual([15, 1]);
  expect(goes(drag([30, 60], [45, 64], { shift: true }, chosen), 0, 0)).toEqual([15, 0]);
  expect(run([event('down', 30, 60), event('up', 30, 60)], chosen)).toEqual({ gesture: idle });
  const inner = scene({
    contours: [square, polygon([40, 60, 50].map((x, i) => ({ x, y: 80 + 10 * i })))],
    selection: all,
  });
  expect(run([event('down', 40, 81), event('up', 40, 81)], inner).selection).toEqual([
    { contour: 1, node: 0, part: 'node' },
  ]);
});

test('beside the frame it chooses; a second press takes the whole contour; a cancelled pull changes nothing', () => {
  const framed = run([event('down', -30, -30), event('move', 110, 20)]);
  expect(framed.selection).toEqual([all[0], all[1]]);
  expect(run([event('down', 0, 60, { again: true })]).selection).toEqual(all);
  expect(run([event('down', 100, 200), event('move', 150, 250), event('cancel', 0, 0)])).toEqual({
    gesture: idle,
  });
});

test('nothing is pulled down to nothing or through itself, and a flat choice keeps its flatness', () => {
  const [x, y] = goes(drag([100, 200], [-90, -300]), 100, 200) as [number, number];
  expect(x).toBeGreaterThan(0);
  expect(y).toBeGreaterThan(0);
  const level = scene({ selection: all.slice(0, 2) });
  expect(goes(drag([100, 0], [150, 30], {}, level), 100, 0)).toEqual([150, 0]);
});

test('the frame goes round whole contours with their curves and round single points; grips stand on it', () => {
  expect(frameOf([square], all)).toEqual({ xMin: 0, yMin: 0, xMax: 100, yMax: 200 });
  expect(frameOf([square], all.slice(1, 3))).toEqual({ xMin: 100, yMin: 0, xMax: 100, yMax: 200 });
  expect(frameOf([square], [])).toBeNull();
  expect(gripsOf({ xMin: 0, yMin: 0, xMax: 100, yMax: 200 }, 5)).toHaveLength(9);
});
