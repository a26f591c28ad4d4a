import type { Standing } from '../../../core/type/seat/standing';
import { inOrder, through } from './skylineOrder';

const bar = (id: string, top: number, change: Partial<Standing> = {}): Standing => ({
  id,
  char: id,
  bottom: 0,
  top,
  foot: 0,
  head: top,
  footOff: 0,
  topOff: 0,
  fault: null,
  mend: null,
  ...change,
});
const letters = [
  bar('a', 500),
  bar('b', 700, { fault: 'too tall', topOff: 20 }),
  bar('c', 480, { fault: 'floats', footOff: 40 }),
  bar('d', 720),
];
const ids = (list: readonly Standing[]) => list.map((s) => s.id).join('');

test('a skyline is ordered by the alphabet, by height, or with what stands out furthest first', () => {
  expect(ids(inOrder(letters, 'alphabet'))).toBe('abcd');
  expect(ids(inOrder(letters, 'height'))).toBe('dbac');
  expect(ids(inOrder(letters, 'outliers'))).toBe('cbad');
});

test('all letters between two are chosen in the order that is shown, whichever was taken first', () => {
  expect(through(letters, 'b', 'd')).toEqual(['b', 'c', 'd']);
  expect(through(inOrder(letters, 'height'), 'c', 'b')).toEqual(['b', 'a', 'c']);
});

test('choosing through a letter when none is in hand begins with the first', () => {
  expect(through(letters, undefined, 'b')).toEqual(['a', 'b']);
});
