import type { Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { reverseContour, countNodes, transformContours } from '../../foundations/geometry/contour';
import { scaling } from '../../foundations/geometry/affine';
import { greatestDeviation } from '../outline/deviation';
import { box, randomBlob, randomBy } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { grow } from './grow';
import { movedEdges } from './movedEdges';
import { regainWeight } from './regainWeight';
import { stemOf } from './stems';

test('a circle keeps its four points and becomes the circle around it', () => {
  const made = movedEdges(circle(300, 300, 200), 20)!;
  expect(made.nodes).toHaveLength(4);
  // Four cubics leave a true circle by 0.0273 % of its radius (published, see cubic.test).
  expect(greatestDeviation([made], [circle(300, 300, 220)])).toBeLessThan(0.13);
});

test('a square grows by its corners; shrunk away, or with a needle’s tip, there is no such outline', () => {
  expect(contoursBox([movedEdges(box(0, 0, 100, 60), 10)!])).toEqual({
    xMin: -10,
    yMin: -10,
    xMax: 110,
    yMax: 70,
  });
  expect(movedEdges(box(0, 0, 100, 60), -31)).toBeNull();
  const needle: Contour = {
    closed: true,
    nodes: [
      [0, 0],
      [300, 4],
      [0, 8],
    ].map(([x, y]) => ({ x: x!, y: y!, in: null, out: null, kind: 'corner' })),
  };
  expect(movedEdges(needle, 5)).toBeNull();
});

test('it lies where exact growing lies, for outlines of every kind', () => {
  let same = 0;
  for (let seed = 1; seed <= 20; seed++) {
    const blob = randomBlob(randomBy(seed), 300, 300, 250);
    for (const by of [4, -4]) {
      const made = movedEdges(blob, by);
      if (made && greatestDeviation([made], grow([blob], by)) < 0.5) same++;
    }
  }
  expect(same).toBeGreaterThan(34);
});

describe('stems kept while scaling', () => {
  /** An upright, and a bowl with its counter, as in b or p. */
  const letter = [box(0, 0, 90, 700), circle(330, 230, 230), reverseContour(circle(330, 230, 150))];

  test.each([0.92, 1.1, 0.8])('by %d the letter has as many points as before, and its stem', (k) => {
    const scaled = transformContours(letter, scaling(k, k));
    const made = regainWeight(scaled, stemOf(letter, 'upright')!)!;
    expect(countNodes(made)).toBe(countNodes(letter));
    expect(stemOf(made, 'upright')).toBeCloseTo(stemOf(letter, 'upright')!, 0);
  });
});
