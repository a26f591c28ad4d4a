import { countNodes } from '../../foundations/geometry/contour';
import { angleBetweenDeg, sub } from '../../foundations/geometry/vec';
import { contourArea, contoursBox, flattenContour } from '../../foundations/geometry/measure';
import { coverage } from '../../testing/shapes';
import { isoContours, ringArea } from './isoContours';
import { traceField } from './traceRegion';

/** Greatest and mean distance of an outline's points from a true shape given as a signed distance. */
function deviation(outline: ReturnType<typeof traceField>, distance: (x: number, y: number) => number) {
  const offs = outline.flatMap((c) => flattenContour(c, 0.01)).map((p) => Math.abs(distance(p.x, p.y)));
  return { max: Math.max(...offs), mean: offs.reduce((a, b) => a + b, 0) / offs.length };
}

describe('level lines', () => {
  test('run with the ink on their left and close at the border', () => {
    const field = coverage(20, 20, (x, y) => x < 12 && y > 4 && y < 15);
    const rings = isoContours(field, 0.5);
    expect(rings).toHaveLength(1);
    expect(ringArea(rings[0]!)).toBeLessThan(0);
  });

  test('px that touch at a corner stay apart unless the four say otherwise', () => {
    const field = coverage(
      12,
      12,
      (x, y) => (x > 3 && x < 6 && y > 3 && y < 6) || (x > 6 && x < 9 && y > 6 && y < 9),
    );
    expect(isoContours(field, 0.5)).toHaveLength(2);
  });
});

describe('tracing known shapes', () => {
  test('a disc: four points at its extremes, within 0.05 px of the truth', () => {
    const [cx, cy, r] = [50.3, 49.6, 36.4];
    const [contour, ...rest] = traceField(
      coverage(100, 100, (x, y) => Math.hypot(x - cx, y - cy) < r),
      0.5,
    );
    expect(rest).toHaveLength(0);
    expect(contour!.nodes.length).toBeLessThanOrEqual(8);
    for (const [x, y] of [
      [cx + r, cy],
      [cx - r, cy],
      [cx, cy + r],
      [cx, cy - r],
    ] as const) {
      const near = contour!.nodes.find((n) => Math.hypot(n.x - x, n.y - y) < 1);
      expect(near?.kind).toBe('smooth');
    }
    const off = deviation([contour!], (x, y) => Math.hypot(x - cx, y - cy) - r);
    expect(off.mean).toBeLessThan(0.05);
    expect(off.max).toBeLessThan(0.2);
  });

  test('a rectangle between the px: four corners, exact to 0.02 px, edges exactly level and upright', () => {
    const [contour] = traceField(
      coverage(80, 60, (x, y) => x > 10.3 && x < 61.7 && y > 12.4 && y < 45.2),
      0.5,
    );
    expect(contour!.nodes).toHaveLength(4);
    expect(contour!.nodes.every((n) => n.kind === 'corner' && !n.in && !n.out)).toBe(true);
    const box = contoursBox([contour!])!;
    // The reference itself is sampled 8 times a px: a sixteenth is its grain.
    expect(box.xMin).toBeCloseTo(10.3, 0);
    expect(Math.abs(box.xMin - 10.3)).toBeLessThan(0.08);
    expect(Math.abs(box.xMax - 61.7)).toBeLessThan(0.08);
    contour!.nodes.forEach((n, i) => {
      const next = contour!.nodes[(i + 1) % 4]!;
      expect(Math.min(Math.abs(n.x - next.x), Math.abs(n.y - next.y))).toBeLessThan(1e-9);
    });
  });

  test('a ring: the counter runs the other way', () => {
    const ring = traceField(
      coverage(90, 90, (x, y) => {
        const d = Math.hypot(x - 45, y - 45);
        return d < 38 && d > 20;
      }),
      0.5,
    );
    expect(ring).toHaveLength(2);
    const signs = ring.map((c) => Math.sign(contourArea(c))).sort();
    expect(signs).toEqual([-1, 1]);
    const outer = ring.find((c) => contourArea(c) < 0)!;
    expect(Math.abs(contourArea(outer))).toBeGreaterThan(
      Math.abs(contourArea(ring.find((c) => c !== outer)!)),
    );
  });

  test('sharp and blunt corners of a triangle are kept', () => {
    const inside = (x: number, y: number) =>
      y < 80 && y > 10 && x > 10 + (80 - y) * 0.5 && x < 100 - (80 - y) * 0.3;
    const [contour] = traceField(coverage(110, 90, inside), 0.5);
    expect(contour!.nodes.filter((n) => n.kind === 'corner')).toHaveLength(4);
    expect(contour!.nodes).toHaveLength(4);
  });

  test('smooth points really are smooth: both handles in one line', () => {
    const [contour] = traceField(
      coverage(120, 100, (x, y) => ((x - 60) / 50) ** 4 + ((y - 50) / 35) ** 2 < 1),
      0.5,
    );
    for (const n of contour!.nodes.filter((m) => m.kind === 'smooth' && m.in && m.out)) {
      expect(angleBetweenDeg(sub(n, n.in!), sub(n.out!, n))).toBeLessThan(3);
    }
    expect(countNodes([contour!])).toBeLessThanOrEqual(12);
  });

  test('seeds pick one of several patches, with its counter', () => {
    const field = coverage(120, 60, (x, y) => {
      const d = Math.hypot(x - 30, y - 30);
      return (d < 20 && d > 8) || Math.hypot(x - 90, y - 30) < 15;
    });
    expect(traceField(field, 0.5)).toHaveLength(3);
    const picked = traceField(field, 0.5, undefined, [{ x: 16, y: 30 }]);
    expect(picked).toHaveLength(2);
    expect(contoursBox(picked)!.xMax).toBeLessThan(60);
  });

  test('writing turned on the page: level strokes come out exactly along the writing', () => {
    const turn = 0.03;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const field = coverage(120, 60, (x, y) => {
      const [u, v] = [(x - 60) * cos + (y - 30) * sin, -(x - 60) * sin + (y - 30) * cos];
      return Math.abs(u) < 45 && Math.abs(v) < 12;
    });
    const [contour] = traceField(field, 0.5, undefined, undefined, turn);
    expect(contour!.nodes).toHaveLength(4);
    contour!.nodes.forEach((n, i) => {
      const next = contour!.nodes[(i + 1) % 4]!;
      const [dx, dy] = [next.x - n.x, next.y - n.y];
      const along = Math.abs(dx * -sin + dy * cos);
      const across = Math.abs(dx * cos + dy * sin);
      expect(Math.min(along, across)).toBeLessThan(1e-6);
    });
  });
});
