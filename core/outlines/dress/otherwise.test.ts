import fc from 'fast-check';
import { contoursBox } from '../../foundations/geometry/measure';
import { reverseContour } from '../../foundations/geometry/contour';
import { nth } from '../../foundations/lists/nth';
import { circle, rect } from '../../testing/shapes';
import { greatestDeviation } from '../outline/deviation';
import { thicknessAt } from './stems';
import { slightlyOtherwise, type Otherwise } from './otherwise';

const b = [rect(0, 0, 70, 700), circle(250, 220, 230), reverseContour(circle(250, 220, 160))];
const how = (seed: number, amount = 1, fixed: Otherwise['fixed'] = []): Otherwise => ({
  box: contoursBox(b)!,
  amount,
  seed,
  fixed,
});

test('a variant has as many points, smooth where the letter is smooth, and parts from it by no more than the amount allows', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      (seed, amount) => {
        const made = slightlyOtherwise(b, how(seed, amount));
        expect(made.map((c) => c.nodes.length)).toEqual(b.map((c) => c.nodes.length));
        expect(greatestDeviation(made, b)).toBeLessThan(75 * amount);
        for (const c of made)
          for (const n of c.nodes) {
            if (n.kind !== 'smooth' || !n.in || !n.out) continue;
            const [ax, ay, bx, by] = [n.x - n.in.x, n.y - n.in.y, n.out.x - n.x, n.out.y - n.y];
            const sine = (ax * by - ay * bx) / (Math.hypot(ax, ay) * Math.hypot(bx, by));
            expect(Math.abs(sine)).toBeLessThan(0.01);
          }
      },
    ),
    { numRuns: 40 },
  );
});

test('two variants are neither alike nor the letter, the same seed gives the same, and heads and feet keep their lines within 8 u', () => {
  const [one, two] = [slightlyOtherwise(b, how(1)), slightlyOtherwise(b, how(2))];
  expect(slightlyOtherwise(b, how(1))).toEqual(one);
  expect(greatestDeviation(one, two)).toBeGreaterThan(15);
  for (const made of [one, two]) {
    expect(greatestDeviation(made, b)).toBeGreaterThan(8);
    const [was, is] = [contoursBox(b)!, contoursBox(made)!];
    expect(Math.abs(is.yMin - was.yMin)).toBeLessThan(8);
    expect(Math.abs(is.yMax - was.yMax)).toBeLessThan(8);
  }
});

test('strokes keep their thickness within a tenth', () => {
  for (const seed of [1, 2, 3, 4]) {
    const made = slightlyOtherwise(b, how(seed));
    const stem = nth(made, 0);
    const middle = { x: stem.nodes.reduce((s, n) => s + n.x, 0) / 4, y: 350 };
    expect(Math.abs((thicknessAt([stem], middle)?.width ?? 0) - 70)).toBeLessThan(7);
  }
});

test('where strokes of neighbours join nothing moves', () => {
  const exit = { x: 480, y: 220 };
  const made = slightlyOtherwise(b, how(3, 1, [exit]));
  const rightmost = nth(made, 1).nodes.reduce((m, n) => (n.x > m.x ? n : m));
  expect(rightmost.x).toBeCloseTo(480, 6);
  expect(rightmost.y).toBeCloseTo(220, 6);
});
