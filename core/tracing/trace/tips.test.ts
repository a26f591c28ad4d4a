import fc from 'fast-check';
import { contourArea, flattenContour } from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import type { FloatImage } from '../../foundations/raster/picture';
import { coverage } from '../../testing/shapes';
import { deviationOf, tracePiece } from '../../lifting/find/tracePiece';
import { cleannessOf, settingsOfCleanness } from './cleanness';
import { traceField } from './traceRegion';
import { defaultTraceSettings } from './settings';

/** Inside of a convex polygon given in either direction. */
const inPolygon = (points: readonly Vec[]) => (x: number, y: number) => {
  const sides = points.map((a, i) => {
    const b = points[(i + 1) % points.length]!;
    return (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x);
  });
  return sides.every((s) => s >= 0) || sides.every((s) => s <= 0);
};

const traced = (inside: (x: number, y: number) => boolean, size = 110) =>
  traceField(coverage(size, size, inside), 0.5);

/** Means of 3 by 3 px, as a lens softens. */
function soft({ width, height, data }: FloatImage): FloatImage {
  const out = new Float32Array(data.length);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      let sum = 0;
      for (let j = -1; j <= 1; j++) for (let i = -1; i <= 1; i++) sum += data[(y + j) * width + x + i]!;
      out[y * width + x] = sum / 9;
    }
  return { width, height, data: out };
}

const cornersOf = (contours: ReturnType<typeof traceField>) =>
  contours.flatMap((c) => c.nodes.filter((n) => n.kind === 'corner'));

test('a sharp tip is carried out to where its sides meet, beyond what the px show', () => {
  const wedge = [
    { x: 55.3, y: 12.2 },
    { x: 80.6, y: 95.4 },
    { x: 30.1, y: 95.4 },
  ];
  const corners = cornersOf(traced(inPolygon(wedge)));
  for (const p of wedge) {
    expect(Math.min(...corners.map((c) => Math.hypot(c.x - p.x, c.y - p.y)))).toBeLessThan(0.35);
  }
  expect(corners).toHaveLength(3);
});

test('a tip that is cut off over less than two px has two corners', () => {
  const cut = [
    { x: 54.3, y: 30.2 },
    { x: 56.2, y: 30.2 },
    { x: 80.6, y: 95.4 },
    { x: 30.1, y: 95.4 },
  ];
  const corners = cornersOf(traced(inPolygon(cut)));
  expect(corners).toHaveLength(4);
  for (const p of cut) {
    expect(Math.min(...corners.map((c) => Math.hypot(c.x - p.x, c.y - p.y)))).toBeLessThan(0.8);
  }
});

test('a square with corners rounded by three px has none', () => {
  const rounded = (x: number, y: number) => {
    const [dx, dy] = [Math.max(0, Math.abs(x - 55) - 27), Math.max(0, Math.abs(y - 55) - 27)];
    return Math.hypot(dx, dy) < 3;
  };
  expect(cornersOf(traced(rounded))).toHaveLength(0);
});

test('a thin slanted stroke keeps its ink, though its ends are as narrow as tips', () => {
  for (const [r, k] of [
    [1.2, 6],
    [1.2, 20],
    [2.4, 12],
    [2.4, 22],
  ] as const) {
    const [a, length] = [Math.PI / 2 + 0.4 * (k / 12 - 1), 20 + (k % 5) * 3];
    const [cx, cy, cos, sin] = [40.3 + 0.1 * k, 40.6, Math.cos(a), Math.sin(a)];
    const sharp = coverage(80, 80, (x, y) => {
      const t = Math.max(-length, Math.min(length, (x - cx) * cos + (y - cy) * sin));
      return Math.hypot(x - cx - t * cos, y - cy - t * sin) < r;
    });
    const field = soft(soft(sharp));
    const inked = field.data.reduce((n, v) => n + (v > 0.5 ? 1 : 0), 0);
    const area = Math.abs(traceField(field, 0.5).reduce((sum, c) => sum + contourArea(c), 0));
    expect(area / inked).toBeGreaterThan(0.65);
    expect(area / inked).toBeLessThan(1.45);
  }
});

test('outlines of blots are closed, run round their ink, keep their promise and do not cross themselves', () => {
  const disc = fc.record({
    x: fc.double({ min: 30, max: 80, noNaN: true }),
    y: fc.double({ min: 30, max: 80, noNaN: true }),
    r: fc.double({ min: 6, max: 24, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(disc, { minLength: 1, maxLength: 4 }), (discs) => {
      const inside = (x: number, y: number) => discs.some((d) => Math.hypot(x - d.x, y - d.y) < d.r);
      const field = coverage(110, 110, inside);
      const contours = traceField(field, 0.5);
      expect(contours.length).toBeGreaterThan(0);
      const ink = field.data.reduce((a, b) => a + b, 0);
      // y down: ink on the left makes outer contours negative, counters positive.
      const area = -contours.reduce((sum, c) => sum + contourArea(c), 0);
      expect(Math.abs(area - ink)).toBeLessThan(0.01 * ink + 4);
      for (const c of contours) {
        expect(c.closed).toBe(true);
        expect(crossings(flattenContour(c, 0.05))).toBe(0);
      }
      const { greatestPx, meanPx } = deviationOf({ field, level: 0.5, x: 0, y: 0 }, contours);
      expect(meanPx).toBeLessThan(0.2);
      // Sharp notches between discs are carried on further than the px show.
      expect(greatestPx).toBeLessThan(4);
    }),
    { numRuns: 40, seed: 7 },
  );
});

function crossings(points: readonly Vec[]): number {
  const side = (p: Vec, q: Vec, r: Vec) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  let count = 0;
  for (let i = 0; i < points.length; i++) {
    const [a, b] = [points[i]!, points[(i + 1) % points.length]!];
    for (let j = i + 2; j < points.length; j++) {
      const [c, d] = [points[j]!, points[(j + 1) % points.length]!];
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) count++;
    }
  }
  return count;
}

test('the slider runs from faithful to clean and back to where it stood', () => {
  for (const at of [0, 20, 50, 80, 100]) expect(cleannessOf(settingsOfCleanness(at))).toBe(at);
  expect(settingsOfCleanness(50)).toEqual({ tolerancePx: defaultTraceSettings.tolerancePx, smoothing: 1 });
  const wavy = (x: number, y: number) => Math.abs(y - 55) < 20 + 0.9 * Math.sin(x * 1.1) && x > 10 && x < 100;
  const points = [10, 50, 95].map((at) =>
    traceField(coverage(110, 110, wavy), 0.5, { ...defaultTraceSettings, ...settingsOfCleanness(at) }).reduce(
      (n, c) => n + c.nodes.length,
      0,
    ),
  );
  expect(points[0]!).toBeGreaterThan(points[2]! * 2);
  expect(points[1]!).toBeGreaterThanOrEqual(points[2]!);
});

test('a piece is traced by its recipe, in px of its picture', () => {
  const square = coverage(60, 60, (x, y) => x > 12 && x < 48 && y > 12 && y < 48);
  const region = { field: square, level: 0.5, x: 200, y: 100 };
  for (const mode of ['outline', 'pixel', 'centreline'] as const) {
    const [outline] = tracePiece(region, { ...defaultTraceSettings, mode }, 0).outline;
    const xs = outline!.nodes.map((n) => n.x);
    expect(Math.min(...xs)).toBeGreaterThan(205);
    expect(Math.max(...xs)).toBeLessThan(255);
  }
  const [exact] = tracePiece(region, { ...defaultTraceSettings, mode: 'pixel' }, 0).outline;
  expect(exact!.nodes.map((n) => [n.x, n.y]).sort()).toEqual([
    [212, 112],
    [212, 148],
    [248, 112],
    [248, 148],
  ]);
});
