/** Held against areas worked out by hand and against distances to the outline; nothing here knows how the shapes are made. */
import { contourArea, contoursBox, flattenContour } from '../../foundations/geometry/measure';
import { reverseContour, type Contour } from '../../foundations/geometry/contour';
import { box } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { ChordGrid, chordsOf } from '../outline/flat';
import { hollowed, innerLine, shadowOf, withOuterLine } from './effects';

const areaOf = (cs: readonly Contour[]) => cs.reduce((sum, c) => sum + contourArea(c), 0);
const RING = [circle(0, 0, 300), reverseContour(circle(0, 0, 200))];

/** Greatest and least distance of a shape's edge from the outline, em units. */
function distances(shape: readonly Contour[], of: readonly Contour[]): { least: number; most: number } {
  const grid = new ChordGrid(chordsOf(of, 0.05));
  const all = shape.flatMap((c) => flattenContour(c, 0.05).map((p) => grid.nearest(p).distance));
  return { least: Math.min(...all), most: Math.max(...all) };
}

test('a line around a square keeps its corners sharp; its area is the larger square’s', () => {
  const made = withOuterLine([box(0, 0, 400, 600)], 25);
  expect(areaOf(made)).toBeCloseTo(450 * 650, 0);
  expect(contoursBox(made)).toMatchObject({ xMin: -25, xMax: 425, yMin: -25, yMax: 625 });
  expect(made[0]?.nodes).toHaveLength(4);
});

test('a line around a ring lies its width away all round, outside and in its counter, with few points', () => {
  const made = withOuterLine(RING, 20);
  expect(areaOf(made)).toBeCloseTo(Math.PI * (320 ** 2 - 180 ** 2), -3);
  const { least, most } = distances(made, RING);
  expect(least).toBeGreaterThan(19.8);
  expect(most).toBeLessThan(20.2);
  expect(made.map((c) => c.nodes.length)).toEqual([4, 4]);
});

test('a counter narrower than the line closes up', () => {
  expect(withOuterLine([circle(0, 0, 300), reverseContour(circle(0, 0, 15))], 20)).toHaveLength(1);
});

test('a line within lies where it should, and is solid where strokes are too thin for its hollow', () => {
  const made = innerLine(RING, 20, 15);
  expect(areaOf(made)).toBeCloseTo(Math.PI * (280 ** 2 - 265 ** 2 + (235 ** 2 - 220 ** 2)), -3);
  // The stroke of 100 has 60 left between insets of 20: a line of 40 fills it.
  expect(areaOf(innerLine(RING, 20, 40))).toBeCloseTo(Math.PI * (280 ** 2 - 220 ** 2), -3);
  expect(innerLine(RING, 60, 10)).toEqual([]);
});

test('a hollow letter has its own outline outside and an edge of even width; overlapping strokes are one letter', () => {
  const cross = [box(0, 200, 600, 320), box(240, 0, 360, 520)];
  const made = hollowed(cross, 20);
  expect(contoursBox(made)).toMatchObject({ xMin: 0, xMax: 600, yMin: 0, yMax: 520 });
  const whole = 600 * 120 + 120 * 520 - 120 * 120;
  const inside = 560 * 80 + 80 * 480 - 80 * 80;
  expect(areaOf(made)).toBeCloseTo(whole - inside, 0);
});

test('a shadow is the letter moved; a solid one has all that lies on the way', () => {
  expect(areaOf(shadowOf([box(0, 0, 100, 100)], 40, -30, false))).toBeCloseTo(100 * 100, 3);
  // A square pushed aside: two squares joined by their sides, by the shoelace formula.
  expect(areaOf(shadowOf([box(0, 0, 100, 100)], 40, -30, true))).toBeCloseTo(
    100 * 100 + 40 * 100 + 30 * 100,
    0,
  );
  // A circle pushed aside: itself, and a strip as wide as it is.
  const swept = shadowOf([circle(0, 0, 100)], 30, 40, true);
  expect(areaOf(swept)).toBeCloseTo(Math.PI * 100 ** 2 + 200 * 50, -2);
  // A ring's counter stays open where the shadow is shorter than it is wide.
  expect(shadowOf(RING, 50, 0, true)).toHaveLength(2);
  expect(shadowOf(RING, 500, 0, true)).toHaveLength(1);
});
