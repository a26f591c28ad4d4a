import { Presses } from './presses';

test('a second press soon and near is one more; a third begins anew; far or late ones are first ones', () => {
  let now = 0;
  const presses = new Presses(() => now);
  const press = (x: number, at: number) => {
    now = at;
    return presses.isAgain({ type: 'down', screen: { x, y: 0 } });
  };
  expect([press(10, 0), press(12, 200), press(12, 300), press(12, 500)]).toEqual([false, true, false, true]);
  expect([press(10, 1000), press(40, 1100)]).toEqual([false, false]);
  expect([press(10, 2000), press(10, 2600)]).toEqual([false, false]);
  now = 2650;
  expect(presses.isAgain({ type: 'move', screen: { x: 10, y: 0 } })).toBe(false);
});
