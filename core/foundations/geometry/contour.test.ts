import { circle } from '../../testing/shapes';
import { addExtremes } from './addExtremes';
import { compose, invert, rotation, scaling, translation, applyAffine } from './affine';
import { countNodes, polygon, reverseContour, transformContour } from './contour';
import { nestingDepths, rightDirections } from './direction';
import { contourArea, contoursBox, flattenContour, windingNumber } from './measure';
import { drawContours, recordingSink } from './outlineSink';
import { imageToEm } from './spaces';

const square = (x: number, y: number, size: number) =>
  polygon([
    { x, y },
    { x: x + size, y },
    { x: x + size, y: y + size },
    { x, y: y + size },
  ]);

test('area is positive counter-clockwise and exact for curves', () => {
  expect(contourArea(square(0, 0, 10))).toBe(100);
  expect(contourArea(reverseContour(square(0, 0, 10)))).toBe(-100);
  // Four cubics enclose a circle's area but for 0.03 %.
  expect(contourArea(circle(5, 5, 100)) / (Math.PI * 100 * 100)).toBeCloseTo(1, 3);
});

test('bounds are those of the curve, not of its handles', () => {
  const bow = {
    closed: true,
    nodes: [
      { x: 0, y: 0, in: null, out: { x: 0, y: 100 }, kind: 'corner' as const },
      { x: 100, y: 0, in: { x: 100, y: 100 }, out: null, kind: 'corner' as const },
    ],
  };
  expect(contoursBox([bow])).toEqual({ xMin: 0, yMin: 0, xMax: 100, yMax: 75 });
  expect(contoursBox([])).toBeNull();
});

test('a counter in an island in a counter alternates its direction', () => {
  const nested = [square(0, 0, 100), square(10, 10, 80), square(20, 20, 60), square(200, 0, 10)];
  expect(nestingDepths(nested)).toEqual([0, 1, 2, 0]);
  expect(rightDirections(nested).map((c) => Math.sign(contourArea(c)))).toEqual([1, -1, 1, 1]);
  // Whatever way they came in.
  expect(rightDirections(nested.map(reverseContour)).map((c) => Math.sign(contourArea(c)))).toEqual([
    1, -1, 1, 1,
  ]);
});

test('winding number counts turns with sign', () => {
  const points = flattenContour(square(0, 0, 10));
  expect(windingNumber(points, { x: 5, y: 5 })).toBe(1);
  expect(windingNumber([...points].reverse(), { x: 5, y: 5 })).toBe(-1);
  expect(windingNumber(points, { x: 15, y: 5 })).toBe(0);
});

test('a mirroring map keeps outer contours outer', () => {
  const flipped = transformContour(circle(0, 0, 50), scaling(1, -1));
  expect(contourArea(flipped)).toBeGreaterThan(0);
  expect(contoursBox([flipped])).toEqual(contoursBox([circle(0, 0, 50)]));
});

test('maps compose and invert', () => {
  const m = compose(translation(3, 4), compose(rotation(0.7), scaling(2, 5)));
  const p = applyAffine(invert(m), applyAffine(m, { x: 7, y: -9 }));
  expect(p.x).toBeCloseTo(7, 9);
  expect(p.y).toBeCloseTo(-9, 9);
  expect(() => invert(scaling(0))).toThrow(RangeError);
});

test('the map from picture to em straightens, scales and flips', () => {
  const skewRad = 0.1;
  const m = imageToEm({ originX: 100, baselineY: 200, emPerPx: 5, skewRad });
  // A point 40 px further along the turned baseline stays on the baseline.
  const along = applyAffine(m, { x: 100 + 40 * Math.cos(skewRad), y: 200 + 40 * Math.sin(skewRad) });
  expect(along.x).toBeCloseTo(200, 9);
  expect(along.y).toBeCloseTo(0, 9);
  // Up on the page is up in the em.
  expect(applyAffine(m, { x: 100, y: 100 }).y).toBeGreaterThan(0);
});

test('drawing walks lines and curves and leaves the closing line to the sink', () => {
  const sink = recordingSink();
  drawContours([square(0, 0, 10)], sink);
  expect(sink.drawn.map((d) => d.op)).toEqual(['move', 'line', 'line', 'line', 'close']);
  const round = recordingSink();
  drawContours([circle(0, 0, 10)], round);
  expect(round.drawn.map((d) => d.op)).toEqual(['move', 'curve', 'curve', 'curve', 'curve', 'close']);
});

test('points go to extremes without changing the shape; a full circle needs none', () => {
  expect(addExtremes(circle(0, 0, 100), 0.1)).toEqual(circle(0, 0, 100));
  const tilted = transformContour(circle(0, 0, 100), rotation(Math.PI / 4));
  const done = addExtremes(tilted, 0.01);
  expect(countNodes([done])).toBe(8);
  expect(contourArea(done)).toBeCloseTo(contourArea(tilted), 6);
  const box = contoursBox([tilted])!;
  expect(Math.max(...done.nodes.map((n) => n.x))).toBeCloseTo(box.xMax, 9);
});
