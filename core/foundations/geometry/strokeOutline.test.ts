import { filledArea } from '../../testing/scanFill';
import { circle } from '../../testing/shapes';
import { cornerAt, reverseContour, type Contour } from './contour';
import { contourArea, contoursBox } from './measure';
import { bendsTightly, strokeOutline, type StrokeStyle } from './strokeOutline';

const PEN: StrokeStyle = {
  width: 20,
  cap: 'butt',
  join: 'round',
  miterLimit: 4,
  dashes: [],
  dashOffset: 0,
};
const line = (...points: [number, number][]): Contour => ({
  closed: false,
  nodes: points.map(([x, y]) => cornerAt(x, y)),
});
const bySize = (a: Contour, b: Contour) => Math.abs(contourArea(b)) - Math.abs(contourArea(a));
/** A quarter of a circle about a centre, as one cubic (common practice: handles of 0.5523 radii). */
const K = 0.5522847498;

/** An upright box whose corners are rounded by a radius. */
function roundedBox(size: number, r: number): Contour {
  const at = (x: number, y: number, inX: number, inY: number, outX: number, outY: number) => ({
    ...cornerAt(x, y),
    in: inX || inY ? { x: x + inX * K * r, y: y + inY * K * r } : null,
    out: outX || outY ? { x: x + outX * K * r, y: y + outY * K * r } : null,
  });
  const [a, b] = [r, size - r];
  return {
    closed: true,
    nodes: [
      at(a, 0, -1, 0, 0, 0),
      at(b, 0, 0, 0, 1, 0),
      at(size, a, 0, -1, 0, 0),
      at(size, b, 0, 0, 0, 1),
      at(b, size, 1, 0, 0, 0),
      at(a, size, 0, 0, -1, 0),
      at(0, b, 0, 1, 0, 0),
      at(0, a, 0, 0, 0, -1),
    ],
  };
}

test('the inner side of a corner is cut where its edges meet, so that the outline does not cross itself', () => {
  const [only, ...more] = strokeOutline(line([0, 0], [100, 0], [100, 100]), { ...PEN, join: 'miter' });
  expect(more).toEqual([]);
  expect(only!.nodes.map(({ x, y }) => [x, y])).toContainEqual([
    expect.closeTo(90, 6),
    expect.closeTo(10, 6),
  ]);
  // Two arms of 100 by 20, and the square of the corner counted once.
  expect(Math.abs(contourArea(only!))).toBeCloseTo(2 * 100 * 20, 6);
});

test('a corner between a bend and a straight is cut where the two edges cross', () => {
  const bend: Contour = {
    closed: false,
    nodes: [
      { ...cornerAt(0, 0), out: { x: 60, y: 0 } },
      { ...cornerAt(100, 100), in: { x: 100, y: 40 } },
      cornerAt(0, 180),
    ],
  };
  for (const c of [
    bend,
    {
      ...bend,
      nodes: bend.nodes.map((n) => ({
        ...n,
        y: -n.y,
        in: n.in && { x: n.in.x, y: -n.in.y },
        out: n.out && { x: n.out.x, y: -n.out.y },
      })),
    },
  ]) {
    const made = strokeOutline(c, PEN);
    const signed = Math.abs(made.reduce((n, k) => n + contourArea(k), 0));
    // An outline that doesn't cross itself has the area that it fills.
    expect(Math.abs(signed - filledArea([made], ([inside]) => inside!)) / signed).toBeLessThan(1e-4);
  }
});

test('corners rounded by half the pen are sharp inside, without points on top of each other', () => {
  const [outer, inner] = strokeOutline(roundedBox(200, 10), PEN).sort(bySize);
  expect(inner!.nodes).toHaveLength(4);
  expect(inner!.nodes.every((n) => n.in === null && n.out === null)).toBe(true);
  expect(Math.abs(contourArea(inner!))).toBeCloseTo(180 * 180, 0);
  expect(Math.abs(contourArea(outer!))).toBeCloseTo(220 * 220 - (4 - Math.PI) * 400, -1);
});

test('a circle as wide as the pen has no counter', () => {
  const made = strokeOutline(circle(0, 0, 10), PEN);
  expect(made).toHaveLength(1);
  expect(Math.abs(contourArea(made[0]!))).toBeCloseTo(Math.PI * 400, -1);
});

test('a line that turns right back on itself has its join, whichever way it runs', () => {
  const cusp: Contour = {
    closed: false,
    nodes: [
      { ...cornerAt(0, 100), out: { x: 0, y: 45 } },
      { ...cornerAt(-100, 0), in: { x: -45, y: 0 }, out: { x: -45, y: 0 } },
      { ...cornerAt(0, -100), in: { x: 0, y: -45 } },
    ],
  };
  const mirrored: Contour = {
    ...cusp,
    nodes: cusp.nodes.map((n) => {
      const turned = (p: { x: number; y: number } | null) => p && { x: -p.x, y: p.y };
      return { ...n, ...turned(n)!, in: turned(n.in), out: turned(n.out) };
    }),
  };
  for (const c of [cusp, mirrored, reverseContour(cusp), reverseContour(mirrored)]) {
    const box = contoursBox(strokeOutline(c, PEN))!;
    expect(Math.max(box.xMax, -box.xMin)).toBeCloseTo(110, 3);
  }
});

test('joints that hardly turn are smooth: no point of a join between them', () => {
  const bent = line([0, 0], [100, 0], [200, 0.5], [300, 1.5]);
  const [made] = strokeOutline(bent, PEN);
  expect(made!.nodes).toHaveLength(8);
});

test('a bend tighter than the pen is known', () => {
  expect(bendsTightly(circle(0, 0, 9), PEN)).toBe(true);
  expect(bendsTightly(circle(0, 0, 11), PEN)).toBe(false);
  expect(bendsTightly(line([0, 0], [10, 0], [0, 1]), PEN)).toBe(false);
});
