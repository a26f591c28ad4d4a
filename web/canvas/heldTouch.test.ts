import { HeldTouch } from './heldTouch';

type Kind = 'down' | 'move' | 'up' | 'cancel';
const event = (type: Kind, x = 0, device = 'touch') => ({ type, screen: { x, y: 0 }, device });
const kinds = (events: readonly ReturnType<typeof event>[]) => {
  const held = new HeldTouch<ReturnType<typeof event>>();
  return events.map((e) => held.feed(e).map((told) => told.type));
};

test('a finger that a second one joins before it moved has done nothing', () => {
  expect(
    kinds([event('down'), event('move', 2), event('cancel'), event('move', 50), event('up', 50)]),
  ).toEqual([[], [], [], ['move'], ['up']]);
});

test('a tap is told when it is lifted, a pull from where it began', () => {
  expect(kinds([event('down'), event('up', 1)])).toEqual([[], ['down', 'up']]);
  expect(kinds([event('down'), event('move', 9), event('move', 12), event('up', 12)])).toEqual([
    [],
    ['down', 'move'],
    ['move'],
    ['up'],
  ]);
});

test('a mouse and a pen are told at once', () => {
  for (const device of ['mouse', 'pen'])
    expect(kinds([event('down', 0, device), event('up', 0, device)])).toEqual([['down'], ['up']]);
});
