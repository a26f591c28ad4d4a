import { circle, rect } from '../../testing/shapes';
import { reverseContour, polygon } from '../../foundations/geometry/contour';
import { greatestDeviation } from '../outline/deviation';
import { grow } from './grow';
import { heavier } from './heavier';

const ring = [circle(300, 300, 200), reverseContour(circle(300, 300, 140))];
const corner = polygon([
  { x: 0, y: 0 },
  { x: 400, y: 0 },
  { x: 400, y: 70 },
  { x: 70, y: 70 },
  { x: 70, y: 700 },
  { x: 0, y: 700 },
]);

test.each([-12, 15])(
  'edges that can be moved by %i keep their points and lie where a pen would have put them',
  (by) => {
    for (const letter of [ring, [corner], [rect(0, 0, 80, 700), rect(200, 0, 280, 700)]]) {
      const made = heavier(letter, by);
      expect(made.map((c) => c.nodes.length)).toEqual(letter.map((c) => c.nodes.length));
      expect(greatestDeviation(made, grow(letter, by))).toBeLessThan(1);
    }
  },
);

test('a counter that closes up, and parts that run together, are grown as a whole', () => {
  // The counter is 20 wide: 15 from both sides is more than there is.
  const slit = [rect(0, 0, 200, 500), reverseContour(rect(90, 100, 110, 400))];
  expect(heavier(slit, 15)).toHaveLength(1);
  const near = [rect(0, 0, 80, 500), rect(100, 0, 180, 500)];
  const grown = heavier(near, 15);
  expect(grown).toHaveLength(1);
  expect(greatestDeviation(grown, grow(near, 15))).toBeLessThan(1e-6);
});
