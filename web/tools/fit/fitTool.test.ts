import { fitTool, idle, type FitGesture, type FitPointer, type FitScene } from './fitTool';

/** Two px of the screen to an em unit. */
const scene = (held: FitScene['held'] = null): FitScene => ({ scale: 2, held });
const edge = (side: 'left' | 'right', px: number, bearing = 50): FitPointer => ({
  type: 'down',
  on: { edge: { id: 'n', side, bearing } },
  px,
});
const white = (px: number): FitPointer => ({ type: 'down', on: { white: { left: 'n', right: 'o' } }, px });
const move = (px: number): FitPointer => ({ type: 'move', px });

/** What is asked for on the way, and what is held in the end. */
function go(events: readonly FitPointer[], s = scene()) {
  let gesture: FitGesture = idle;
  const asked: unknown[] = [];
  for (const e of events) {
    const { gesture: next, ...answer } = fitTool(gesture, e, s);
    gesture = next;
    asked.push(...Object.values(answer));
  }
  return { gesture, asked };
}

describe('an upright beside a letter', () => {
  test('gives the letter more white on the right when it goes right, and on the left when it goes left', () => {
    expect(go([edge('right', 100), move(120)]).asked).toEqual([
      { id: 'n', side: 'right', value: 60, continues: false },
    ]);
    expect(go([edge('left', 100), move(120)]).asked).toEqual([
      { id: 'n', side: 'left', value: 40, continues: false },
    ]);
  });

  test('is one step of history, measured from where the drag began', () => {
    const { asked } = go([edge('right', 100), move(120), move(110), move(90)]);
    expect(asked).toEqual([
      { id: 'n', side: 'right', value: 60, continues: false },
      { id: 'n', side: 'right', value: 55, continues: true },
      { id: 'n', side: 'right', value: 45, continues: true },
    ]);
  });

  test('that is only pressed changes nothing, not even a bearing between two units', () => {
    expect(go([edge('right', 100, 50.4), move(100), { type: 'up' }])).toEqual({ gesture: idle, asked: [] });
  });

  test('is let go of when the press is taken away', () => {
    expect(go([edge('right', 100), move(120), { type: 'cancel' }, move(160)]).asked).toHaveLength(1);
  });
});

describe('the white between two letters', () => {
  const held = scene({ left: 'n', right: 'o' });

  test('is taken in hand by a press, and not dragged by the same one', () => {
    expect(go([white(100), move(140)]).asked).toEqual([{ left: 'n', right: 'o' }]);
    expect(go([white(100), move(140)], scene({ left: 'o', right: 'n' })).asked).toEqual([
      { left: 'n', right: 'o' },
    ]);
  });

  test('in hand is kerned by what was dragged since the last move', () => {
    expect(go([white(100), move(104), move(105), move(90), { type: 'up' }, move(10)], held)).toEqual({
      gesture: idle,
      asked: [
        { left: 'n', right: 'o', by: 2, continues: false },
        { left: 'n', right: 'o', by: 1, continues: true },
        { left: 'n', right: 'o', by: -8, continues: true },
      ],
    });
  });
});
