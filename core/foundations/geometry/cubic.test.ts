import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { circle, KAPPA } from '../../testing/shapes';
import { segmentAt } from './contour';
import {
  cubicLength,
  cubicSweep,
  extremeParameters,
  flattenCubic,
  nearestParameter,
  pointOnCubic,
  raiseQuadratic,
  splitCubic,
  type Cubic,
} from './cubic';
import { cubicToQuadratics } from './quadratic';

const coordinate = fc.integer({ min: -1000, max: 1000 });
const point = fc.record({ x: coordinate, y: coordinate });
const cubic = fc.record({ p0: point, p1: point, p2: point, p3: point });
const toBezier = (c: Cubic) => new Bezier([c.p0, c.p1, c.p2, c.p3]);

describe('cubics against bezier-js (general Bezier library from the npm registry)', () => {
  test('points and extremes agree', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0, max: 1, noNaN: true }), (c, t) => {
        const ours = pointOnCubic(c, t);
        const theirs = toBezier(c).get(t);
        expect(ours.x).toBeCloseTo(theirs.x, 6);
        expect(ours.y).toBeCloseTo(theirs.y, 6);
        const box = toBezier(c).bbox();
        const xs = [c.p0.x, c.p3.x, ...extremeParameters(c, 'x').map((s) => pointOnCubic(c, s).x)];
        expect(Math.min(...xs)).toBeCloseTo(box.x.min, 3);
        expect(Math.max(...xs)).toBeCloseTo(box.x.max, 3);
      }),
      { seed: 1, numRuns: 300 },
    );
  });

  test('lengths of curves without a cusp agree within a thousandth', () => {
    fc.assert(
      fc.property(point, point, fc.integer({ min: 10, max: 400 }), (a, b, bulge) => {
        const c: Cubic = { p0: a, p1: { x: a.x, y: a.y + bulge }, p2: { x: b.x, y: b.y + bulge }, p3: b };
        // Handles that run against each other along the chord make cusps.
        fc.pre(Math.abs(a.x - b.x) > 200);
        const theirs = toBezier(c).length();
        expect(Math.abs(cubicLength(c) - theirs) / theirs).toBeLessThan(1e-3);
      }),
      { seed: 3, numRuns: 200 },
    );
  });

  test('the nearest parameter is as near as a fine projection table', () => {
    fc.assert(
      fc.property(cubic, point, (c, p) => {
        const q = pointOnCubic(c, nearestParameter(c, p));
        const table = Math.min(
          ...Array.from({ length: 17 }, (_, i) => pointOnCubic(c, i / 16)).map((s) =>
            Math.hypot(s.x - p.x, s.y - p.y),
          ),
        );
        expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeLessThanOrEqual(table + 1e-9);
      }),
      { seed: 2, numRuns: 200 },
    );
  });
});

test('a quarter circle by one cubic is off by 0.0273 % of the radius at most (published figure, e.g. Goldapp 1991)', () => {
  const s = segmentAt(circle(0, 0, 1), 0);
  const worst = Math.max(
    ...Array.from({ length: 1001 }, (_, i) => Math.hypot(...Object.values(pointOnCubic(s, i / 1000)))),
  );
  expect(worst - 1).toBeLessThan(0.000274);
  expect(worst - 1).toBeGreaterThan(0.00027);
  expect(KAPPA).toBeCloseTo(0.5522847498, 9);
});

test('a raised quadratic is the same curve', () => {
  const [a, q, b] = [
    { x: 0, y: 0 },
    { x: 30, y: 90 },
    { x: 100, y: 10 },
  ];
  const raised = raiseQuadratic(a, q, b);
  for (const t of [0.1, 0.37, 0.5, 0.9]) {
    const u = 1 - t;
    expect(pointOnCubic(raised, t).x).toBeCloseTo(u * u * a.x + 2 * u * t * q.x + t * t * b.x, 9);
    expect(pointOnCubic(raised, t).y).toBeCloseTo(u * u * a.y + 2 * u * t * q.y + t * t * b.y, 9);
  }
});

test('split halves join in the point and keep the swept area', () => {
  fc.assert(
    fc.property(cubic, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (c, t) => {
      const [a, b] = splitCubic(c, t);
      expect(a.p3).toEqual(b.p0);
      expect(cubicSweep(a) + cubicSweep(b)).toBeCloseTo(cubicSweep(c), 2);
    }),
    { seed: 3 },
  );
});

test('flattened chords stay within the tolerance', () => {
  fc.assert(
    fc.property(cubic, (c) => {
      const tolerance = 2;
      const chords = [c.p0, ...flattenCubic(c, tolerance)];
      for (let i = 0; i <= 60; i++) {
        const p = pointOnCubic(c, i / 60);
        const off = Math.min(
          ...chords.slice(1).map((b, k) => {
            const a = chords[k]!;
            const [dx, dy] = [b.x - a.x, b.y - a.y];
            const l2 = dx * dx + dy * dy;
            const s = l2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / l2));
            return Math.hypot(p.x - a.x - dx * s, p.y - a.y - dy * s);
          }),
        );
        expect(off).toBeLessThanOrEqual(tolerance + 1e-6);
      }
    }),
    { seed: 4, numRuns: 150 },
  );
});

test('quadratics follow the cubic within the stated tolerance', () => {
  fc.assert(
    fc.property(cubic, (c) => {
      const tolerance = 0.5;
      const parts = cubicToQuadratics(c, tolerance);
      let from = c.p0;
      parts.forEach((q, k) => {
        const raised = raiseQuadratic(from, q.handle, q.end);
        // The same parameter on both curves bounds the distance from above.
        for (const t of [0.2, 0.5, 0.8]) {
          const p = pointOnCubic(c, (k + t) / parts.length);
          const r = pointOnCubic(raised, t);
          expect(Math.hypot(p.x - r.x, p.y - r.y)).toBeLessThanOrEqual(tolerance + 1e-6);
        }
        from = q.end;
      });
      expect(from).toEqual(c.p3);
    }),
    { seed: 5 },
  );
});
