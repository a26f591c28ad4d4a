import type { PenPoint } from '../../../core/tracing/pen/strokes';
import { slotIdle, slotTool, type SlotAnswer, type SlotPointer, type SlotScene } from './slotTool';

const point = (x: number, y: number, at: number): PenPoint => [x, y, 0.5, 0, at];
const event = (
  type: SlotPointer['type'],
  points: readonly PenPoint[],
  change: Partial<SlotPointer> = {},
): SlotPointer => ({ type, pointerId: 1, kind: 'pen', main: true, eraserEnd: false, points, ...change });
const scene = (change: Partial<SlotScene> = {}): SlotScene => ({
  inHand: true,
  erases: false,
  penSeen: false,
  tapPx: 12,
  ...change,
});

/** All events in turn; a slot that is chosen is in hand from then on, as in the app. */
function run(first: SlotScene, events: readonly SlotPointer[]): SlotAnswer[] {
  let [gesture, now] = [slotIdle, first];
  return events.map((e) => {
    const answer = slotTool(gesture, e, now);
    gesture = answer.gesture;
    if (answer.choose) now = { ...now, inHand: true };
    return answer;
  });
}

const tap = [event('down', [point(300, 400, 50)]), event('up', [point(303, 402, 90)])];
const stroke = [
  event('down', [point(300, 400, 50)]),
  event('move', [point(310, 450, 60), point(320, 500, 64)]),
  event('up', [point(330, 560, 80)]),
];

test('a tap on another slot takes its letter in hand and writes no dot; the next tap does', () => {
  const answers = run(scene({ inHand: false }), [...tap, ...tap]);
  expect(answers.map((a) => [a.choose ?? false, a.stroke !== undefined])).toEqual([
    [true, false],
    [false, false],
    [false, false],
    [false, true],
  ]);
});

test('a stroke into another slot is written at once, with its times from the beginning', () => {
  const answers = run(scene({ inHand: false }), stroke);
  expect(answers[0]!.choose).toBe(true);
  expect(answers[2]!.stroke).toEqual({
    erases: false,
    points: [point(300, 400, 0), point(310, 450, 10), point(320, 500, 14), point(330, 560, 30)],
  });
});

test('a palm is left alone once a pen was seen, and so is another button than the main one', () => {
  const palm = stroke.map((e) => ({ ...e, kind: 'touch' as const }));
  expect(run(scene({ penSeen: true }), palm).every((a) => a.stroke === undefined)).toBe(true);
  expect(run(scene(), palm)[2]!.stroke).toBeDefined();
  const right = stroke.map((e) => ({ ...e, kind: 'mouse' as const, main: e.type !== 'down' }));
  expect(run(scene(), right).every((a) => a.stroke === undefined)).toBe(true);
});

test('a second pointer does not disturb the first; a cancelled stroke is none', () => {
  const other = event('move', [point(0, 0, 70)], { pointerId: 2 });
  const lifted = event('up', [point(0, 0, 75)], { pointerId: 2 });
  const answers = run(scene(), [stroke[0]!, other, lifted, stroke[1]!, stroke[2]!]);
  expect(answers[4]!.stroke!.points.every(([x]) => x >= 300)).toBe(true);
  expect(run(scene(), [stroke[0]!, event('cancel', [])])[1]).toEqual({ gesture: slotIdle });
});

test('the other end of a pen rubs out, and so does every end when the eraser is chosen', () => {
  const turned = stroke.map((e) => ({ ...e, eraserEnd: true }));
  expect(run(scene(), turned)[2]!.stroke!.erases).toBe(true);
  expect(run(scene({ erases: true }), stroke)[2]!.stroke!.erases).toBe(true);
});
