import { normal, seededRandom } from '../../../demo/hand/random';
import type { Contour } from '../../foundations/geometry/contour';
import { coverage } from '../../testing/shapes';
import { traceField } from './traceRegion';

/** Directions of the straights longer than `least` px, degrees 0..180. */
function straightAngles(contours: readonly Contour[], least: number): number[] {
  return contours.flatMap(({ nodes }) =>
    nodes.flatMap((a, k) => {
      const b = nodes[(k + 1) % nodes.length]!;
      if (a.out || b.in || Math.hypot(b.x - a.x, b.y - a.y) < least) return [];
      const deg = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;
      return [(deg + 360) % 180];
    }),
  );
}

const noisy = (inside: (x: number, y: number) => boolean, noise: number) => {
  const random = seededRandom(7);
  const field = coverage(140, 160, inside);
  return { ...field, data: field.data.map((v) => v + normal(random) * noise) };
};

test('both edges of a slanted stem become parallel, whatever the grain', () => {
  for (const noise of [0, 0.06, 0.1]) {
    const stem = noisy((x, y) => y > 20 && y < 140 && Math.abs(x - 70 - (80 - y) * 0.3) < 11, noise);
    const slanted = straightAngles(traceField(stem, 0.5), 60);
    expect(slanted).toHaveLength(2);
    expect(Math.abs(slanted[0]! - slanted[1]!)).toBeLessThan(0.01);
    // True direction: 0.3 px across for each px down.
    expect(slanted[0]!).toBeCloseTo(180 - (Math.atan2(1, 0.3) * 180) / Math.PI, noise > 0 ? 0 : 1);
  }
});

test('edges on different rings of one stem are held parallel too', () => {
  // A triangle within a triangle: the stems of an A without its bar's lower part.
  const within = (x: number, y: number, inset: number) =>
    y < 140 - inset && Math.abs(x - 70) < (y - 20 - inset * 2.6) * 0.45;
  const ring = noisy((x, y) => within(x, y, 0) && !within(x, y, 14), 0.08);
  const slanted = straightAngles(traceField(ring, 0.5), 40).filter((a) => a > 20 && a < 160);
  expect(slanted).toHaveLength(4);
  const [left, right] = [slanted.filter((a) => a < 90), slanted.filter((a) => a > 90)];
  expect(Math.abs(left[0]! - left[1]!)).toBeLessThan(0.01);
  expect(Math.abs(right[0]! - right[1]!)).toBeLessThan(0.01);
});

test('a stem drawn to taper keeps its taper', () => {
  const taper = noisy((x, y) => y > 20 && y < 140 && Math.abs(x - 70 - (80 - y) * 0.3) < 6 + y * 0.06, 0);
  const slanted = straightAngles(traceField(taper, 0.5), 60);
  expect(Math.abs(slanted[0]! - slanted[1]!)).toBeGreaterThan(4);
});
