import fc from 'fast-check';
import { contourArea, flattenContour, windingNumber } from '../../foundations/geometry/measure';
import { segmentCount } from '../../foundations/geometry/contour';
import { moduleContours } from './moduleContours';
import { MODULE_SHAPES, withCell, type Module } from './modules';

const full = (x: number, y: number): Module => ({ x, y, shape: 'full', turn: 0 });
const area = (cells: readonly Module[]) => moduleContours(cells).reduce((sum, c) => sum + contourArea(c), 0);

/** Share of a cell that a shape covers: plane geometry. */
const SHARES = { full: 1, quarter: Math.PI / 4, hollow: 1 - Math.PI / 4, wedge: 0.5, dot: Math.PI / 4 };

test('a row of cells is one rectangle of four points', () => {
  const [only, ...more] = moduleContours([full(0, 0), full(1, 0), full(2, 0)]);
  expect(more).toEqual([]);
  expect(only!.nodes.map((n) => [n.x, n.y, n.kind])).toEqual(
    expect.arrayContaining([
      [0, 0, 'corner'],
      [3, 0, 'corner'],
      [3, 1, 'corner'],
      [0, 1, 'corner'],
    ]),
  );
  expect(only!.nodes).toHaveLength(4);
});

test('a ring of cells has a counter that runs the other way', () => {
  const ring = [0, 1, 2]
    .flatMap((x) => [0, 1, 2].map((y) => full(x, y)))
    .filter((c) => c.x !== 1 || c.y !== 1);
  const areas = moduleContours(ring)
    .map(contourArea)
    .sort((a, b) => a - b);
  expect(areas).toEqual([-1, 9]);
});

test('cells that only touch at a corner stay apart', () => {
  const contours = moduleContours([full(0, 0), full(1, 1), full(2, 0)]);
  expect(contours.map((c) => c.nodes.length)).toEqual([4, 4, 4]);
});

test('a bowl of two quarters and cells flows from straight into curve', () => {
  const bowl: Module[] = [
    { x: 1, y: 1, shape: 'quarter', turn: 0 },
    { x: 1, y: 0, shape: 'quarter', turn: 3 },
    full(0, 0),
    full(0, 1),
  ];
  const [only] = moduleContours(bowl);
  expect(only!.nodes.map((n) => n.kind).sort()).toEqual(['corner', 'corner', 'smooth', 'tangent', 'tangent']);
});

test('all paintings cover what their cells cover, wind right, and have no straight cut in two', () => {
  const cell = fc.record({
    x: fc.integer({ min: 0, max: 5 }),
    y: fc.integer({ min: -2, max: 4 }),
    shape: fc.constantFrom(...MODULE_SHAPES),
    turn: fc.integer({ min: 0, max: 3 }),
  });
  fc.assert(
    fc.property(fc.array(cell, { maxLength: 30 }), (painted) => {
      const cells = painted.reduce((all: readonly Module[], c) => withCell(all, c.x, c.y, c), []);
      const wanted = cells.reduce((sum, c) => sum + SHARES[c.shape], 0);
      // Quarter circles by cubics cover 0.03 % too much at the most.
      expect(Math.abs(area(cells) - wanted)).toBeLessThan(0.0005 * cells.length + 1e-9);
      const contours = moduleContours(cells);
      const flat = contours.map((c) => flattenContour(c, 0.01));
      for (const c of cells) {
        // The middle of every full cell is inked once.
        const middle = { x: c.x + 0.5, y: c.y + 0.5 };
        if (c.shape === 'full')
          expect(flat.reduce((sum, points) => sum + windingNumber(points, middle), 0)).toBe(1);
      }
      for (const c of contours) {
        for (let i = 0; i < segmentCount(c); i++) {
          const [a, b, d] = [
            c.nodes[i]!,
            c.nodes[(i + 1) % c.nodes.length]!,
            c.nodes[(i + 2) % c.nodes.length]!,
          ];
          if (a.out || b.in || b.out || d.in) continue;
          expect(Math.abs((b.x - a.x) * (d.y - b.y) - (b.y - a.y) * (d.x - b.x))).toBeGreaterThan(1e-9);
        }
      }
    }),
    { numRuns: 300 },
  );
});
