import { nextByPlace, type Place } from './nextByPlace';

/** Two rows of three, and a last one of one that stands below the middle. */
const places: Place[] = [0, 1, 2, 3, 4, 5].map((i) => ({
  left: (i % 3) * 60,
  top: Math.floor(i / 3) * 80,
  width: 56,
  height: 74,
}));
places.push({ left: 60, top: 160, width: 56, height: 74 });
const go = (from: number, ...keys: string[]) => keys.map((key) => nextByPlace(places, from, key));

test('left and right follow the order over the ends of rows, and stop at both ends of all', () => {
  expect(go(2, 'ArrowRight', 'ArrowLeft')).toEqual([3, 1]);
  expect([...go(0, 'ArrowLeft'), ...go(6, 'ArrowRight')]).toEqual([null, null]);
});

test('up and down keep to the column, or to the nearest where the row is shorter', () => {
  expect(go(1, 'ArrowDown', 'ArrowUp')).toEqual([4, null]);
  expect(go(5, 'ArrowDown', 'ArrowUp')).toEqual([6, 2]);
  expect(go(6, 'ArrowUp', 'ArrowDown')).toEqual([4, null]);
});

test('Home and End lead to the ends; other keys nowhere', () => {
  expect(go(3, 'Home', 'End', 'Enter', 'a')).toEqual([0, 6, null, null]);
  expect(nextByPlace([], 0, 'ArrowDown')).toBeNull();
});
