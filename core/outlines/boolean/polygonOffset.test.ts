import fc from 'fast-check';
import { countNodes, reverseContour } from '../../foundations/geometry/contour';
import { contourArea, contoursBox, flattenContour } from '../../foundations/geometry/measure';
import { box, randomBlob, randomBy } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { ChordGrid, chordsOf } from '../outline/flat';
import { curvesOfPolygon } from './curvesOfPolygon';
import { offsetArea, sweptArea } from './polygonOffset';

const area = (cs: ReturnType<typeof offsetArea>) => cs.reduce((sum, c) => sum + contourArea(c), 0);

test('a polygon that was broken from curves and lines becomes them again: few points, extremes, corners, within the tolerance', () => {
  const shapes = [circle(200, 300, 250), box(0, 0, 300, 200), circle(0, 0, 12)];
  for (const [i, shape] of shapes.entries()) {
    const made = curvesOfPolygon(flattenContour(shape, 0.03), { tolerance: 0.1, longest: 24, cornerDeg: 14 });
    expect(made.nodes).toHaveLength([4, 4, 4][i]!);
    const grid = new ChordGrid(chordsOf([shape], 0.01));
    for (const p of flattenContour(made, 0.05)) expect(grid.nearest(p).distance).toBeLessThan(0.15);
    expect(made.nodes.every((n) => (i === 1 ? n.kind === 'corner' : n.kind === 'smooth'))).toBe(true);
  }
});

test('random blobs grown lie their distance away everywhere, or nearer only where a spike was cut off', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 5, max: 60 }), (seed, by) => {
      const blob = [randomBlob(randomBy(seed), 0, 0, 300)];
      const grid = new ChordGrid(chordsOf(blob, 0.02));
      const grown = offsetArea(blob, by);
      const points = grown.flatMap((c) => flattenContour(c, 0.1));
      expect(Math.min(...points.map((p) => grid.nearest(p).distance))).toBeGreaterThan(by - 0.3);
      // Mitres reach four times as far at the most.
      expect(Math.max(...points.map((p) => grid.nearest(p).distance))).toBeLessThan(4 * by + 0.3);
      expect(countNodes(grown)).toBeLessThan(12 * countNodes(blob) + 12);
    }),
    { numRuns: 25 },
  );
});

test('shrunk by more than it is thick, nothing is left; strokes that cross are one area', () => {
  expect(offsetArea([box(0, 0, 40, 300)], -21)).toEqual([]);
  const cross = [box(0, 100, 300, 40), box(130, 0, 40, 240)];
  expect(area(offsetArea(cross, 0))).toBeCloseTo(300 * 40 + 40 * 240 - 40 * 40, 1);
  expect(offsetArea(cross, 0)).toHaveLength(1);
  expect(offsetArea([circle(0, 0, 100), reverseContour(circle(0, 0, 50))], 0)).toHaveLength(2);
});

test('what a shape passes over has the area of the shape and of its breadth across the way, whatever the way', () => {
  fc.assert(
    fc.property(fc.integer({ min: -180, max: 180 }), fc.integer({ min: 1, max: 300 }), (deg, far) => {
      const [x, y] = [Math.cos((deg * Math.PI) / 180) * far, Math.sin((deg * Math.PI) / 180) * far];
      // A convex shape sweeps its area and its breadth times the way (Cavalieri).
      const swept = area(sweptArea([circle(0, 0, 100)], x, y));
      expect(Math.abs(swept - (Math.PI * 100 ** 2 + 200 * far))).toBeLessThan(0.003 * swept);
      const { xMin, xMax } = contoursBox(sweptArea([box(0, 0, 50, 80)], x, y))!;
      expect(xMax - xMin).toBeCloseTo(50 + Math.abs(x), 0);
    }),
    { numRuns: 25 },
  );
});
