import { rect } from '../../testing/shapes';
import { fillOf, gradientOver, paintOf } from './fill';
import { colourAt, type Paint, type Stop } from './paint';

const stops: Stop[] = [
  { at: 0, rgb: [0, 0, 0] },
  { at: 1, rgb: [255, 255, 255] },
];
const BOX = { xMin: 100, yMin: 0, xMax: 300, yMax: 700 };
const bar = [rect(100, 0, 300, 700)];

test('a gradient begins and ends where the drawing does, along its way', () => {
  const up = gradientOver(BOX, 90, stops);
  expect(colourAt(up, 100, 0)[0]).toBeCloseTo(0, 6);
  expect(colourAt(up, 300, 350)[0]).toBeCloseTo(127.5, 6);
  expect(colourAt(up, 200, 700)[0]).toBeCloseTo(255, 6);
  const across = gradientOver(BOX, 45, stops);
  // The corners that lie first and last along the way.
  expect(colourAt(across, 100, 0)[0]).toBeCloseTo(0, 6);
  expect(colourAt(across, 300, 700)[0]).toBeCloseTo(255, 6);
});

test('a gradient stays where it lies while its stops change, and goes over the drawing when its way does', () => {
  const own: Paint = { kind: 'linear', from: { x: 0, y: 100 }, to: { x: 0, y: 300 }, stops };
  const other: Stop[] = [...stops, { at: 0.5, rgb: [9, 9, 9] }];
  const sorted = [other[0], other[2], other[1]];
  expect(paintOf({ kind: 'gradient', deg: 90, stops: other }, own, bar)).toEqual({ ...own, stops: sorted });
  expect(paintOf({ kind: 'gradient', deg: 0, stops }, own, bar)).toEqual(gradientOver(BOX, 0, stops));
  const round: Paint = { kind: 'radial', centre: { x: 0, y: 0 }, radius: 50, stops };
  expect(paintOf({ kind: 'gradient', deg: 30, stops: other }, round, bar)).toEqual({
    ...round,
    stops: sorted,
  });
  expect(paintOf({ kind: 'flat', rgb: [1, 2, 3] }, own, bar)).toEqual({ kind: 'flat', rgb: [1, 2, 3] });
});

test('what a paint is filled with says its way in whole degrees, and comes back as it was', () => {
  for (const deg of [-170, -90, 0, 33, 90, 180]) {
    const paint = gradientOver(BOX, deg, stops);
    const fill = fillOf(paint);
    expect(fill).toEqual({ kind: 'gradient', deg, stops });
    expect(paintOf(fill, paint, bar)).toEqual(paint);
  }
});
