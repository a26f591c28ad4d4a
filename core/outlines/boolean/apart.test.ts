import { reverseContour, polygon } from '../../foundations/geometry/contour';
import { contourArea } from '../../foundations/geometry/measure';
import { box, randomBlob, randomBy } from '../../testing/randomOutlines';
import { filledArea } from '../../testing/scanFill';
import { circle } from '../../testing/shapes';
import { coveredApart } from './apart';
import { areaChords } from './areaChords';

const turns = (cs: ReturnType<typeof coveredApart>) => cs?.map((c) => Math.sign(contourArea(c)));

describe('contours that don’t meet need no boolean', () => {
  test('a ring, an island in its counter, and one beside it', () => {
    const [outer, counter, island] = [circle(0, 0, 100), circle(0, 0, 60), circle(0, 0, 20)];
    const ring = [outer, reverseContour(counter), island, circle(300, 0, 50)];
    expect(turns(coveredApart(ring, 'nonzero'))).toEqual([1, -1, 1, 1]);
    // All run one way: by nonzero the inner ones change nothing, by evenodd they are a counter and an island.
    expect(coveredApart([outer, counter, island], 'nonzero')).toEqual([outer]);
    expect(turns(coveredApart([outer, counter, island], 'evenodd'))).toEqual([1, -1, 1]);
    // The same the other way round.
    expect(turns(coveredApart(ring.map(reverseContour), 'nonzero'))).toEqual([1, -1, 1, 1]);
  });

  test.each([
    ['cross', [box(0, 0, 100, 20), box(40, -40, 20, 100)]],
    ['touch along an edge', [box(0, 0, 50, 50), box(50, 0, 50, 50)]],
    ['touch at a corner', [box(0, 0, 50, 50), box(50, 50, 50, 50)]],
    ['touch in a bend', [circle(0, 0, 50), circle(100, 0, 50)]],
    ['lie on each other', [circle(0, 0, 50), circle(0, 0, 50)]],
    ['nearly touch', [circle(0, 0, 50), circle(100.02, 0, 50)]],
    [
      'cross themselves',
      [
        polygon([
          { x: 0, y: 0 },
          { x: 100, y: 100 },
          { x: 100, y: 0 },
          { x: 0, y: 100 },
        ]),
      ],
    ],
    [
      'run back along themselves',
      [
        polygon([
          { x: 0, y: 0 },
          { x: 100, y: 0 },
          { x: 50, y: 1 },
          { x: 50, y: 0 },
        ]),
      ],
    ],
  ])('outlines that %s are left to the boolean', (_, contours) => {
    expect(coveredApart(contours, 'nonzero')).toBeNull();
  });

  test('random outlines: what is told without a boolean is what a raster fills', () => {
    let told = 0;
    for (let i = 0; i < 120; i++) {
      const r = randomBy(i);
      const blob = () => randomBlob(r, 600 * r(), 600 * r(), 20 + 160 * r());
      const cs = [blob(), blob(), blob()].map((c) => (r() < 0.5 ? c : reverseContour(c)));
      const made = coveredApart(cs, 'nonzero');
      if (!made) continue;
      told++;
      const sum = made.reduce((n, c) => n + contourArea(c), 0);
      const truth = filledArea([made], ([inside]) => inside!);
      expect(Math.abs(sum - truth) / truth).toBeLessThan(1e-3);
      expect(Math.abs(filledArea([cs], ([inside]) => inside!) - truth) / truth).toBeLessThan(1e-6);
    }
    expect(told).toBeGreaterThan(30);
  });
});

describe('coarse polygons that keep the area', () => {
  const polygonArea = (points: readonly { x: number; y: number }[]) =>
    points.reduce((sum, a, i) => {
      const b = points[(i + 1) % points.length]!;
      return sum + (a.x * b.y - b.x * a.y) / 2;
    }, 0);

  test('a circle and random outlines: ten times nearer to the exact area than plain chords are allowed to be', () => {
    const outlines = [
      circle(0, 0, 100),
      ...Array.from({ length: 30 }, (_, i) => randomBlob(randomBy(i), 0, 0, 200)),
    ];
    for (const c of outlines) {
      const points = areaChords(c, 0.03);
      const girth = points.reduce((n, a, i) => {
        const b = points[(i + 1) % points.length]!;
        return n + Math.hypot(a.x - b.x, a.y - b.y);
      }, 0);
      const off = Math.abs(polygonArea(points) - contourArea(c));
      expect(off).toBeLessThan((0.5 * 0.03 * girth) / 10);
      expect(polygonArea(areaChords(reverseContour(c), 0.03))).toBeCloseTo(-polygonArea(points), 6);
    }
  });
});
