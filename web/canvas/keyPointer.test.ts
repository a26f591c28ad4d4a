import { keyPointer, moveTo, type KeyPointer } from './keyPointer';

const free: KeyPointer = { at: { x: 5, y: 7 }, held: false };
const held: KeyPointer = { ...free, held: true };
const press = (pointer: KeyPointer, key: string, more: { shift?: boolean; ctrl?: boolean } = {}) =>
  keyPointer(pointer, { key, shift: false, ctrl: false, ...more });
const types = (answer: ReturnType<typeof press>) => answer?.doings.map((d) => d.type);

test('arrows move it by 1, 10 and 100, y down as screens have it, held or not', () => {
  expect(press(free, 'ArrowRight')?.pointer).toEqual({ at: { x: 6, y: 7 }, held: false });
  expect(press(free, 'ArrowUp', { shift: true })?.pointer?.at).toEqual({ x: 5, y: -3 });
  expect(press(held, 'ArrowDown', { ctrl: true })?.pointer).toEqual({ at: { x: 5, y: 107 }, held: true });
  expect(press(held, 'ArrowLeft')?.doings).toEqual([{ type: 'move', at: { x: 4, y: 7 } }]);
});

test('Space is a click; Enter holds, and lets go again: a drag without a hand', () => {
  expect(types(press(free, ' '))).toEqual(['move', 'down', 'up']);
  expect(press(free, ' ')?.pointer?.held).toBe(false);
  const down = press(free, 'Enter');
  expect([types(down), down?.pointer?.held]).toEqual([['move', 'down'], true]);
  const up = press(held, 'Enter');
  expect([types(up), up?.pointer?.held]).toEqual([['up'], false]);
  // A click while it holds lets go of what it holds, and presses nothing anew.
  expect(types(press(held, ' '))).toEqual(['up']);
});

test('Escape first gives up what is held, and only then puts the pointer away', () => {
  expect(press(held, 'Escape')).toEqual({ pointer: free, doings: [{ type: 'cancel', at: free.at }] });
  expect(press(free, 'Escape')).toEqual({ pointer: null, doings: [] });
});

test('keys of the bench stay the bench’s', () => {
  expect(['d', '+', 'Delete', 'Tab'].map((key) => press(free, key))).toEqual([null, null, null, null]);
});

test('it can be sent anywhere by numbers, and drags along what it holds', () => {
  expect(moveTo(held, { x: 1, y: 2 })).toEqual({
    pointer: { at: { x: 1, y: 2 }, held: true },
    doings: [{ type: 'move', at: { x: 1, y: 2 } }],
  });
});
