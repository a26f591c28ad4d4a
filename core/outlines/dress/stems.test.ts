import { chordsOf } from '../outline/flat';
import { polygon } from '../../foundations/geometry/contour';
import { reverseContour } from '../../foundations/geometry/contour';
import { box } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { inkAlong, oddStems, stemOf, stemsOf, thicknessAt } from './stems';

const h = [
  polygon([
    { x: 0, y: 0 },
    { x: 80, y: 0 },
    { x: 80, y: 300 },
    { x: 320, y: 300 },
    { x: 320, y: 0 },
    { x: 400, y: 0 },
    { x: 400, y: 700 },
    { x: 320, y: 700 },
    { x: 320, y: 380 },
    { x: 80, y: 380 },
    { x: 80, y: 700 },
    { x: 0, y: 700 },
  ]),
];

describe('stems', () => {
  test('two uprights and a bar of an H', () => {
    const stems = stemsOf(h);
    expect(stems.filter((s) => s.way === 'upright').every((s) => Math.abs(s.width - 80) < 0.01)).toBe(true);
    expect(stemOf(h, 'upright')).toBeCloseTo(80, 6);
    expect(stemOf(h, 'level')).toBeCloseTo(80, 6);
  });
  test('a slanted stem is measured across itself', () => {
    const lean = Math.tan((12 * Math.PI) / 180);
    const slanted = [
      polygon([
        { x: 0, y: 0 },
        { x: 80, y: 0 },
        { x: 80 + 700 * lean, y: 700 },
        { x: 700 * lean, y: 700 },
      ]),
    ];
    expect(stemOf(slanted, 'upright')).toBeCloseTo(80 * Math.cos((12 * Math.PI) / 180), 1);
  });
  test('thickness at a place, of a bar and of a ring', () => {
    expect(thicknessAt(h, { x: -3, y: 150 })!.width).toBeCloseTo(80, 3);
    const ring = [circle(0, 0, 100), reverseContour(circle(0, 0, 70))];
    expect(thicknessAt(ring, { x: 0, y: 104 })!.width).toBeCloseTo(30, 1);
    expect(thicknessAt([], { x: 0, y: 0 })).toBeNull();
  });
  test('a ruler laid across reads every stretch of ink', () => {
    const runs = inkAlong(chordsOf(h, 0.1), { x: -10, y: 100 }, { x: 500, y: 100 });
    expect(runs.map((r) => r.width)).toEqual([80, 80].map((v) => expect.closeTo(v, 6)));
  });
  test('two letters out of line are named', () => {
    const widths = { a: 78, b: 80, c: 81, d: 79, e: 80, f: 66, g: 80, h: 95, i: 82 };
    const { standard, lines } = oddStems(Object.entries(widths).map(([of, width]) => ({ of, width })));
    expect(standard).toBe(80);
    expect(
      lines
        .filter((l) => l.odd)
        .map((l) => l.of)
        .sort(),
    ).toEqual(['f', 'h']);
  });
  test('a dot has no stem', () => expect(stemOf([box(0, 0, 30, 30)], 'upright')).toBeNull());
});
