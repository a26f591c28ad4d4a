import { box } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { squaresOf } from './squares';

const letter = (cell: number) => [
  box(0, 0, cell, 7 * cell),
  box(cell, 3 * cell, 2 * cell, cell),
  box(3 * cell, 0, cell, 7 * cell),
];

test('letters of squares have their side, others none', () => {
  const pixels = [letter(100), letter(100), letter(100)];
  expect(squaresOf(pixels)).toBe(100);
  expect(squaresOf([...pixels, [circle(0, 0, 100)]])).toBeNull();
  expect(squaresOf([...pixels, [box(0, 0, 150, 100)]])).toBeNull();
  // One letter of bars is a letter, not a grid.
  expect(squaresOf([letter(100)])).toBeNull();
});
