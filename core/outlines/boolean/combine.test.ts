import { polygon, type Contour } from '../../foundations/geometry/contour';
import { contourArea } from '../../foundations/geometry/measure';
import { distance } from '../../foundations/geometry/vec';
import { ChordGrid, chordsOf } from '../outline/flat';
import { box, randomPair } from '../../testing/randomOutlines';
import { filledArea } from '../../testing/scanFill';
import { circle } from '../../testing/shapes';
import { combine } from './combine';
import { cutByLine, divide, mergeOverlaps } from './pieces';
import type { Operation } from './polygonTruth';

const shape = (contours: readonly Contour[]) => ({ contours, rule: 'nonzero' as const });
const area = (cs: readonly Contour[]) => cs.reduce((sum, c) => sum + contourArea(c), 0);
const RULES: Record<Operation, (inside: readonly boolean[]) => boolean> = {
  union: ([a, b]) => a! || b!,
  intersect: ([a, b]) => a! && b!,
  subtract: ([a, b]) => a! && !b!,
};

describe('booleans against rows of a raster', () => {
  // 10,000 pairs run in the bench; here each kind of trouble (coincident edges, tangencies, the same shape twice) comes up 20 times.
  test.each(['union', 'intersect', 'subtract'] as const)('%s of 160 pairs of outlines', (operation) => {
    for (let i = 0; i < 160; i++) {
      const { kind, a, b } = randomPair(i);
      const made = combine(operation, shape(a), shape(b));
      const truth = filledArea([a, b], RULES[operation]);
      const got = filledArea([made], ([inside]) => inside!);
      const base = Math.max(truth, 0.05 * filledArea([a], ([inside]) => inside!));
      expect({ i, kind, off: Math.abs(got - truth) / base < 2e-4 }).toEqual({ i, kind, off: true });
    }
  });

  test('new points are crossings only, and untouched points stay as they were', () => {
    for (let i = 0; i < 80; i += 8) {
      const { a, b } = randomPair(i);
      const made = combine('union', shape(a), shape(b));
      const [onA, onB] = [a, b].map((cs) => new ChordGrid(chordsOf(cs, 0.005)));
      const old = [...a, ...b].flatMap((c) => c.nodes);
      for (const n of made.flatMap((c) => c.nodes)) {
        if (old.some((o) => distance(o, n) < 1e-9)) continue;
        expect(onA!.nearest(n).distance).toBeLessThan(0.05);
        expect(onB!.nearest(n).distance).toBeLessThan(0.05);
      }
    }
  });

  test('outer contours run counter-clockwise and counters clockwise', () => {
    const ring = combine('subtract', shape([circle(0, 0, 100)]), shape([circle(0, 0, 60)]));
    expect(ring.map((c) => Math.sign(contourArea(c))).sort()).toEqual([-1, 1]);
    expect(area(ring)).toBeCloseTo(Math.PI * (100 ** 2 - 60 ** 2), -2);
  });

  test('shapes that are empty or apart', () => {
    expect(combine('intersect', shape([box(0, 0, 10, 10)]), shape([box(20, 0, 10, 10)]))).toEqual([]);
    expect(combine('subtract', shape([]), shape([box(0, 0, 10, 10)]))).toEqual([]);
    expect(area(combine('union', shape([]), shape([box(0, 0, 10, 10)])))).toBeCloseTo(100);
    expect(combine('union', shape([polygon([{ x: 0, y: 0 }])]), shape([]))).toEqual([]);
  });
});

describe('pieces', () => {
  test('dividing two squares gives three parts that make up both', () => {
    const parts = divide([box(0, 0, 10, 10)], [box(5, 5, 10, 10)]);
    expect(parts.map((c) => contourArea(c)).sort((a, b) => a - b)).toEqual(
      [25, 75, 75].map((v) => expect.closeTo(v, 4)),
    );
  });

  test('a cut gives two halves that make up the whole, counters shared out', () => {
    const ring = [
      circle(0, 0, 100),
      ...combine('union', shape([circle(0, 0, 50)]), null).map((c) => ({
        ...c,
        nodes: [...c.nodes].reverse().map((n) => ({ ...n, in: n.out, out: n.in })),
      })),
    ];
    const halves = cutByLine(ring, { x: -200, y: 0 }, { x: 200, y: 0 });
    expect(halves).toHaveLength(2);
    expect(area(halves)).toBeCloseTo(area(ring), 3);
    expect(contourArea(halves[0]!)).toBeCloseTo(contourArea(halves[1]!), 3);
  });

  test('crossing strokes are filled where they overlap; a letter without overlaps comes back as the same list', () => {
    const cross = [box(0, 40, 100, 20), box(40, 0, 20, 100)];
    const merged = mergeOverlaps(cross);
    expect(merged).toHaveLength(1);
    expect(area(merged)).toBeCloseTo(2000 + 2000 - 400, 3);
    expect(merged[0]!.nodes).toHaveLength(12);
    const apart = [box(0, 0, 10, 10), box(20, 0, 10, 10)];
    expect(mergeOverlaps(apart)).toBe(apart);
  });
});
