import type { Standing } from '../../../core/type/seat/standing';
import {
  emAt,
  idle,
  skylineTool,
  type Heights,
  type SkylineGesture,
  type SkylinePointer,
  type SkylineScene,
} from './skylineTool';

/** 1000 em units over 500 px: two units a px, 0 at 400 px. */
const HEIGHTS: Heights = { low: -200, high: 800, bottomPx: 500, topPx: 0 };
const bar = (id: string, change: Partial<Standing> = {}): Standing => ({
  id,
  char: id,
  bottom: 14,
  top: 514,
  foot: 0,
  head: 500,
  footOff: 14,
  topOff: 14,
  fault: 'floats',
  mend: null,
  ...change,
});
const scene = (chosen: readonly string[] = [], heights = HEIGHTS): SkylineScene => ({
  chosen: new Set(chosen),
  heights,
});
const down = (on: { bar: Standing } | { line: never }, px: number, keys = {}): SkylinePointer => ({
  type: 'down',
  on: on as { bar: Standing },
  px,
  shift: false,
  toggle: false,
  ...keys,
});
const move = (px: number, free = false): SkylinePointer => ({ type: 'move', px, free });

/** What is asked for on the way, and what is held in the end. */
function go(events: readonly SkylinePointer[], s: SkylineScene | ((k: number) => SkylineScene) = scene()) {
  let gesture: SkylineGesture = idle;
  const asked: unknown[] = [];
  events.forEach((e, k) => {
    const { gesture: next, ...answer } = skylineTool(gesture, e, typeof s === 'function' ? s(k) : s);
    gesture = next;
    asked.push(...Object.values(answer));
  });
  return { gesture, asked };
}

describe('choosing', () => {
  test('a press chooses a bar; with the keys held it is added, or all up to it', () => {
    expect(go([down({ bar: bar('a') }, 100)]).asked).toEqual([{ id: 'a', how: 'only' }]);
    expect(go([down({ bar: bar('a') }, 100, { toggle: true })]).asked).toEqual([{ id: 'a', how: 'toggle' }]);
    expect(go([down({ bar: bar('a') }, 100, { shift: true }), move(50)]).asked).toEqual([
      { id: 'a', how: 'through' },
    ]);
  });

  test('a plain click on one of many chooses that one alone; a drag keeps them all', () => {
    const many = scene(['a', 'b']);
    const click = go([down({ bar: bar('a') }, 100), move(101), { type: 'up' }], many);
    expect(click.asked).toEqual([{ id: 'a', how: 'only' }]);
    const dragged = go([down({ bar: bar('a') }, 100), move(60, true), { type: 'up' }], many);
    expect(dragged.asked).toEqual([{ by: 80, continues: false }]);
  });
});

describe('lifting', () => {
  test('follows the pointer in whole units, the first as a new step and the others as the same', () => {
    const { asked } = go(
      [down({ bar: bar('a') }, 100), move(80, true), move(75, true), move(75, true)],
      scene(['a']),
    );
    expect(asked).toEqual([
      { by: 40, continues: false },
      { by: 10, continues: true },
    ]);
  });

  test('a hand that trembles lifts nothing', () => {
    expect(
      go([down({ bar: bar('a') }, 100), move(98), move(102), { type: 'up' }], scene(['a'])).asked,
    ).toEqual([]);
  });

  test('a foot or a top snaps to its line when it is near, and not with the key held', () => {
    // It floats 14 units: 7 px down bring it onto the baseline; 4 px are near enough.
    expect(go([down({ bar: bar('a') }, 100), move(104)], scene(['a'])).asked).toEqual([
      { by: -14, continues: false },
    ]);
    expect(go([down({ bar: bar('a') }, 100), move(104, true)], scene(['a'])).asked).toEqual([
      { by: -8, continues: false },
    ]);
    const free = bar('g', { foot: null, head: null });
    expect(go([down({ bar: free }, 100), move(104)], scene(['g'])).asked).toEqual([
      { by: -8, continues: false },
    ]);
  });

  test('a press that is taken away ends it', () => {
    expect(go([down({ bar: bar('a') }, 100), { type: 'cancel' }, move(10)], scene(['a'])).asked).toEqual([]);
  });
});

describe('lines', () => {
  const x = { kind: 'font', line: 'xHeight' } as const;
  const press = down({ line: x } as never, 150);

  test('a line lies where the pointer is, in whole units', () => {
    const { asked, gesture } = go([press, move(140.2), move(130), { type: 'up' }]);
    expect(asked).toEqual([
      { key: x, value: 520, continues: false },
      { key: x, value: 540, continues: true },
    ]);
    expect(gesture).toBe(idle);
  });

  test('it does not run away under the pointer when the picture is drawn to another scale by it', () => {
    // What is dragged makes the letters taller, and the picture would be rescaled at every move.
    const growing = (k: number) => scene([], { ...HEIGHTS, high: 800 + 300 * k });
    const { asked } = go([press, move(140), move(123)], growing);
    expect(asked.map((a) => (a as { value: number }).value)).toEqual([520, 554]);
    expect(emAt(HEIGHTS, 123)).toBe(554);
  });
});
