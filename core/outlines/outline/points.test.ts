import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { segmentAt, type Contour } from '../../foundations/geometry/contour';
import { pointOnCubic } from '../../foundations/geometry/cubic';
import { contourArea } from '../../foundations/geometry/measure';
import { distance } from '../../foundations/geometry/vec';
import { box, randomBlob, randomBy } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { greatestDeviation } from './deviation';
import {
  bendSegment,
  breakAt,
  closeRun,
  curvature,
  insertNode,
  joinRuns,
  removeNode,
  startAt,
  straightSegment,
  withKind,
} from './points';

const blob = (seed: number) => randomBlob(randomBy(seed), 0, 0, 300);

describe('points', () => {
  test('a point put in leaves the shape as it is; taken out again it stays nearly so', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        (seed, t) => {
          const c = blob(seed);
          const more = insertNode(c, 1, t);
          expect(more.nodes).toHaveLength(c.nodes.length + 1);
          expect(contourArea(more)).toBeCloseTo(contourArea(c), 5);
          expect(greatestDeviation([c], [removeNode(more, 2)])).toBeLessThan(1);
        },
      ),
      { seed: 4, numRuns: 40 },
    );
  });

  test('a pulled curve passes exactly where it was pulled to', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.double({ min: 0.15, max: 0.85, noNaN: true }),
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        (seed, t, x, y) => {
          const c = blob(seed);
          const before = pointOnCubic(segmentAt(c, 0), t);
          const after = pointOnCubic(segmentAt(bendSegment(c, 0, t, { x, y }), 0), t);
          expect(after.x).toBeCloseTo(before.x + x, 6);
          expect(after.y).toBeCloseTo(before.y + y, 6);
        },
      ),
      { seed: 5, numRuns: 60 },
    );
  });

  test('at smooth ends a pulled curve keeps the join smooth', () => {
    const c = circle(0, 0, 100);
    const made = bendSegment(c, 0, 0.5, { x: 12, y: 7 });
    for (const i of [0, 1]) {
      const n = made.nodes[i]!;
      const turn = (n.out!.x - n.x) * (n.in!.y - n.y) - (n.out!.y - n.y) * (n.in!.x - n.x);
      expect(turn).toBeCloseTo(0, 6);
    }
    const at = pointOnCubic(segmentAt(made, 0), 0.5);
    expect(distance(at, pointOnCubic(segmentAt(c, 0), 0.5))).toBeCloseTo(Math.hypot(12, 7), 6);
  });

  test('breaking, closing and joining', () => {
    const square = box(0, 0, 10, 10);
    const [run] = breakAt(square, 2);
    expect(run!.closed).toBe(false);
    expect(run!.nodes.map((n) => [n.x, n.y])).toEqual([
      [10, 10],
      [0, 10],
      [0, 0],
      [10, 0],
      [10, 10],
    ]);
    expect(contourArea(closeRun(run!))).toBeCloseTo(100);
    expect(closeRun(run!).nodes).toHaveLength(4);
    const [left, right] = breakAt(run!, 2);
    expect(joinRuns(left!, right!).nodes).toHaveLength(5);
    expect(breakAt(run!, 0)).toEqual([run]);
  });

  test('the start moves round without changing the shape', () => {
    const moved = startAt(circle(0, 0, 100), 2);
    expect(moved.nodes[0]!.x).toBe(-100);
    expect(contourArea(moved)).toBeCloseTo(contourArea(circle(0, 0, 100)));
  });

  test('kinds: smooth lines handles up, tangent follows the straight', () => {
    const c: Contour = {
      closed: true,
      nodes: [
        { x: 0, y: 0, in: null, out: null, kind: 'corner' },
        { x: 100, y: 0, in: null, out: { x: 130, y: 30 }, kind: 'corner' },
        { x: 100, y: 100, in: { x: 140, y: 70 }, out: null, kind: 'corner' },
      ],
    };
    const tangent = withKind(c, 1, 'tangent').nodes[1]!;
    expect(tangent.out).toEqual({ x: expect.closeTo(100 + Math.hypot(30, 30), 6), y: expect.closeTo(0, 6) });
    const straight = straightSegment(c, 1);
    expect(straight.nodes[1]!.out).toBeNull();
    expect(contourArea(straight)).toBeCloseTo(5000);
  });

  test('curvature agrees with bezier-js (general Bezier library from the npm registry)', () => {
    const s = { p0: { x: 0, y: 0 }, p1: { x: 30, y: 90 }, p2: { x: 120, y: 100 }, p3: { x: 160, y: 10 } };
    const theirs = new Bezier([s.p0, s.p1, s.p2, s.p3]);
    for (const t of [0.1, 0.4, 0.5, 0.9])
      expect(Math.abs(curvature(s, t))).toBeCloseTo(Math.abs(theirs.curvature(t).k), 6);
  });
});
