import { circle, rect } from '../../testing/shapes';
import { cornerAt, reverseContour, type Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { measureIcon, oddIcons } from './iconMeasures';
import { blurredEdges, onPixels } from './pixelEdges';

const hole = reverseContour;
const ring = (r: number, thick: number) => [
  circle(300, 300, r + thick / 2),
  hole(circle(300, 300, r - thick / 2)),
];

test('size and thickness are those of the shapes by geometry: circles, squares, rings, frames', () => {
  // Area of a circle and of a square, by their formulas.
  expect(measureIcon([circle(0, 0, 100)])?.size).toBeCloseTo(100 * Math.sqrt(Math.PI), 0);
  expect(measureIcon([rect(0, 0, 200, 200)])?.size).toBeCloseTo(200, 6);
  expect(measureIcon(ring(250, 50))?.thickness).toBeCloseTo(50, 0);
  const frame = measureIcon([rect(0, 0, 500, 500), hole(rect(40, 40, 460, 460))]);
  expect(frame?.thickness).toBeCloseTo(40, 6);
  expect(measureIcon([])).toBeNull();
});

test('shapes that are drawn to look alike on a board of 24 are even, and what is drawn to another measure is odd', () => {
  // Circle of 20, square of 18, bars of 16 by 20 and 20 by 16, strokes of 2 (common practice, no published source).
  const u = 25;
  const frame = (w: number, h: number, t = 2) => [
    rect(0, 0, w * u, h * u),
    hole(rect(t * u, t * u, (w - t) * u, (h - t) * u)),
  ];
  const even = {
    circle: ring(9 * u, 2 * u),
    square: frame(18, 18),
    tall: frame(16, 20),
    wide: frame(20, 16),
    plain: frame(18, 18),
    round: ring(9 * u, 2 * u),
  };
  const icons = (all: Readonly<Record<string, readonly Contour[]>>) =>
    Object.entries(all).map(([id, contours]) => ({ id, contours }));
  expect(oddIcons(icons(even))).toEqual([]);
  const found = oddIcons(icons({ ...even, large: frame(24, 24), heavy: frame(18, 18, 3) }));
  expect(found.map((o) => [o.id, o.what])).toEqual([
    ['heavy', 'thickness'],
    ['large', 'size'],
  ]);
  const heavy = found[0];
  expect(heavy?.by).toBeCloseTo(0.5, 1);
  expect(found[1]?.factor).toBeCloseTo(18 / 24, 1);
  // Three icons say nothing of what is usual.
  expect(oddIcons(icons({ a: frame(18, 18), b: frame(18, 18), c: frame(24, 24) }))).toEqual([]);
});

test('edges between pixels are found with how grey they come out, those on lines and slanted ones are not', () => {
  const px = 1000 / 24;
  const sharp = rect(2 * px, 0, 10 * px, 12 * px);
  expect(blurredEdges([sharp], px)).toEqual([]);
  const off = rect(2.5 * px, 0, 10 * px, 12.25 * px);
  const found = blurredEdges([off], px).map((e) => [e.way, Math.round(100 * e.blur)]);
  expect(found.sort()).toEqual([
    ['level', 25],
    ['upright', 50],
  ]);
  const slanted: Contour = {
    closed: true,
    nodes: [cornerAt(0, 0), cornerAt(8 * px, 3.3 * px), cornerAt(0, 6 * px)],
  };
  expect(blurredEdges([slanted], px)).toEqual([]);
});

test('an icon on pixels has no blurred edge, keeps strokes of a pixel and more, and nothing moves further than half a pixel', () => {
  const px = 1000 / 24;
  const frame = [
    rect(2.3 * px, 0.4 * px, 18.6 * px, 17.7 * px),
    hole(rect(4.4 * px, 2.1 * px, 16.8 * px, 15.8 * px)),
  ];
  const put = onPixels(frame, px);
  expect(blurredEdges(put, px)).toEqual([]);
  put.forEach((c, k) =>
    c.nodes.forEach((n, i) => {
      const was = frame[k]?.nodes[i] ?? n;
      expect(Math.abs(n.x - was.x)).toBeLessThanOrEqual(px / 2 + 1e-9);
      expect(Math.abs(n.y - was.y)).toBeLessThanOrEqual(px / 2 + 1e-9);
    }),
  );
  const thin = onPixels([rect(3.1 * px, 0, 3.45 * px, 9 * px)], px);
  const box = contoursBox(thin);
  expect((box?.xMax ?? 0) - (box?.xMin ?? 0)).toBeCloseTo(px, 6);
});
