import fc from 'fast-check';
import { pointOnCubic } from '../../foundations/geometry/cubic';
import { fitCubic } from '../../foundations/geometry/fitCubic';
import { seededRandom, normal } from '../../../demo/hand/random';
import { findCorners } from './corners';
import { findExtremes } from './extremes';
import { fitParabola } from './parabola';
import { endOfStretch, evenRing, fitLine, turnRing, type EvenRing } from './path';
import { edgeNoise, smoothRing } from './smoothRing';
import { RingSums } from './ringSums';
import { findStraights, snapToAxis } from './straights';

/** A ring of samples half a px apart around a closed curve given by angle 0 .. 1. */
function ring(at: (t: number) => [number, number], noise = 0, seed = 1): EvenRing {
  const random = seededRandom(seed);
  const flat = Array.from({ length: 4000 }, (_, i) => at(i / 4000)).flat();
  const even = evenRing(Float64Array.from(flat));
  const shake = (v: number) => v + normal(random) * noise;
  return { ...even, xs: even.xs.map(shake), ys: even.ys.map(shake) };
}

const disc = (r: number, noise = 0) =>
  ring((t) => [100 + r * Math.cos(t * 2 * Math.PI), 100 + r * Math.sin(t * 2 * Math.PI)], noise);

/** A rectangle walked at even speed. */
const rectangle = (w: number, h: number, noise = 0) =>
  ring((t) => {
    const s = t * 2 * (w + h);
    if (s < w) return [s, 0];
    if (s < w + h) return [w, s - w];
    if (s < 2 * w + h) return [2 * w + h - s, h];
    return [0, 2 * (w + h) - s];
  }, noise);

test('a parabola through its own points is found again', () => {
  expect(fitParabola([-1, 0, 1], [3, 1, 1], 3)).toEqual({ c0: 1, c1: -1, c2: 1 });
  fc.assert(
    fc.property(fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: -50, max: 50 }))), ([a, b, c]) => {
      const us = [-3, -2, -0.5, 0, 1, 2.5, 4];
      const fit = fitParabola(
        us,
        us.map((u) => a! + b! * u + c! * u * u),
        us.length,
      )!;
      expect(fit.c0).toBeCloseTo(a!, 6);
      expect(fit.c1).toBeCloseTo(b!, 6);
      expect(fit.c2).toBeCloseTo(c!, 6);
    }),
    { seed: 1 },
  );
  expect(fitParabola([2, 2, 2], [1, 5, 9], 3)).toBeNull();
});

describe('corners', () => {
  test('of a rectangle: four, each where its sides meet', () => {
    const corners = findCorners(new RingSums(rectangle(80, 50)), 28);
    expect(corners).toHaveLength(4);
    for (const c of corners) {
      expect(Math.min(Math.abs(c.point.x), Math.abs(c.point.x - 80))).toBeLessThan(0.05);
      expect(Math.min(Math.abs(c.point.y), Math.abs(c.point.y - 50))).toBeLessThan(0.05);
      expect(c.turnDeg).toBeCloseTo(90, 0);
    }
  });
  test('a round of 6 px radius and more has none, however sharp it turns', () => {
    for (const radius of [6, 9, 20, 60]) expect(findCorners(new RingSums(disc(radius)), 28)).toHaveLength(0);
  });
});

describe('straights', () => {
  test('the sides of a rectangle, exactly level and upright', () => {
    const r = rectangle(80, 50);
    const corners = findCorners(new RingSums(r), 28);
    const side = findStraights(new RingSums(r), corners[0]!.index + 2, corners[1]!.index - 2, 0);
    expect(side).toHaveLength(1);
    expect(Math.min(Math.abs(side[0]!.line.dx), Math.abs(side[0]!.line.dy))).toBe(0);
  });
  test('of a rough edge are found as whole as those of a clean one', () => {
    const rough = rectangle(80, 50, 0.12);
    const found = findStraights(new RingSums(rough), 4, Math.round(76 / rough.step), 0.12);
    expect(found).toHaveLength(1);
    expect((found[0]!.to - found[0]!.from) * rough.step).toBeGreaterThan(60);
    expect(found[0]!.line.dy).toBe(0);
  });
  test('a round holds none', () => {
    const r = disc(60);
    expect(findStraights(new RingSums(r), 0, r.n, 0)).toHaveLength(0);
  });
  test('only what is nearly level or upright is made so', () => {
    const line = (deg: number) => {
      const a = (deg * Math.PI) / 180;
      return snapToAxis({ x: 0, y: 0, dx: Math.cos(a), dy: Math.sin(a) }, 60);
    };
    expect(line(0.6).dy).toBe(0);
    expect(line(179.5).dx).toBe(-1);
    expect(line(90.7).dx).toBe(0);
    expect(line(3).dy).not.toBe(0);
  });
});

test('extremes of a disc lie where they are, to a twentieth of a px', () => {
  const r = disc(40);
  const found = findExtremes(r, 10, r.n + 9, 0.2);
  expect(found).toHaveLength(4);
  for (const e of found) {
    const off = e.axis === 'x' ? Math.abs(Math.abs(e.x - 100) - 40) : Math.abs(Math.abs(e.y - 100) - 40);
    expect(off).toBeLessThan(0.05);
  }
});

describe('noise', () => {
  test('a clean edge has none, a rough one more the rougher it is', () => {
    expect(edgeNoise(new RingSums(disc(40)))).toBe(0);
    expect(edgeNoise(new RingSums(disc(40, 0.02)))).toBeGreaterThan(0.1);
    expect(edgeNoise(new RingSums(disc(40, 0.04)))).toBeGreaterThan(edgeNoise(new RingSums(disc(40, 0.02))));
  });
  test('smoothing brings a rough disc at least twice as near to the true one and leaves a clean one alone', () => {
    const off = (r: EvenRing) => {
      const sum = r.xs.reduce((s, x, i) => s + (Math.hypot(x - 100, r.ys[i]! - 100) - 40) ** 2, 0);
      return Math.sqrt(sum / r.n);
    };
    const rough = disc(40, 0.12);
    expect(off(smoothRing(new RingSums(rough), [], 0.3))).toBeLessThan(off(rough) / 2);
    const clean = disc(40);
    expect(smoothRing(new RingSums(clean), [], 0)).toBe(clean);
  });
  test('corners stay sharp', () => {
    const r = rectangle(80, 50);
    const smooth = smoothRing(new RingSums(r), findCorners(new RingSums(r), 28), 0.3);
    const worst = Math.max(...smooth.xs.map((x, i) => Math.hypot(x - r.xs[i]!, smooth.ys[i]! - r.ys[i]!)));
    expect(worst).toBeLessThan(0.3);
  });
});

test('rings turn about the origin and lines fit along the run', () => {
  const r = turnRing(rectangle(80, 50), Math.PI / 2);
  expect(Math.min(...r.xs)).toBeCloseTo(-50, 1);
  const line = fitLine(rectangle(80, 50), 10, 60);
  expect([line.dx, Math.abs(line.dy) < 1e-9]).toEqual([1, true]);
  const end = endOfStretch(disc(40), 0, 1, 2, 12);
  expect(Math.hypot(end.x - 140, end.y - 100)).toBeLessThan(0.02);
});

test('one cubic fitted to points of a cubic finds it again', () => {
  const c = { p0: { x: 0, y: 0 }, p1: { x: 0, y: 30 }, p2: { x: 25, y: 60 }, p3: { x: 70, y: 60 } };
  const points = Array.from({ length: 40 }, (_, i) => pointOnCubic(c, (i + 1) / 41));
  const fit = fitCubic(
    c.p0,
    { x: 0, y: 1 },
    { x: -1, y: 0 },
    c.p3,
    Float64Array.from(points, (p) => p.x),
    Float64Array.from(points, (p) => p.y),
  );
  expect(fit.maxOff).toBeLessThan(0.01);
  expect(Math.hypot(fit.cubic.p1.x - c.p1.x, fit.cubic.p1.y - c.p1.y)).toBeLessThan(0.1);
});
