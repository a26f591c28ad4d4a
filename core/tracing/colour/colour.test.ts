import { normal, seededRandom } from '../../../demo/hand/random';
import { colourAt, transformPaint, type Paint } from '../../foundations/geometry/paint';
import { sub, unit } from '../../foundations/geometry/vec';
import { contoursBox } from '../../foundations/geometry/measure';
import { svgLayers } from '../../readers/svg/pathData';
import { contourArea } from '../../foundations/geometry/measure';
import type { Picture } from '../../foundations/raster/picture';
import { oklabDistance, oklabOf, rgbOf } from './oklab';
import { paletteOf } from './palette';
import { traceColours } from './traceColours';

const PAPER = [244, 238, 220] as const;
const SLATE = [40, 60, 90] as const;
const RUST = [170, 60, 30] as const;

/** A slate disc with a rust disc on its rim and paper around, edges blended over a px. */
function drawing(): Picture {
  const [width, height] = [160, 120];
  const data = new Uint8ClampedArray(width * height * 4);
  const share = (x: number, y: number, cx: number, cy: number, r: number) =>
    Math.max(0, Math.min(1, r - Math.hypot(x + 0.5 - cx, y + 0.5 - cy) + 0.5));
  for (let k = 0; k < width * height; k++) {
    const [x, y] = [k % width, Math.floor(k / width)];
    const slate = share(x, y, 70, 60, 40);
    const rust = share(x, y, 105, 60, 20);
    for (let c = 0; c < 3; c++) {
      const below = PAPER[c]! * (1 - slate) + SLATE[c]! * slate;
      data[4 * k + c] = below * (1 - rust) + RUST[c]! * rust;
    }
    data[4 * k + 3] = 255;
  }
  return { width, height, data };
}

test('Oklab of known colours, and back', () => {
  // Worked values of the paper's own table (Ottosson 2020): white, and sRGB red from the CSS Color 4 sample code, from memory.
  const white = oklabOf(255, 255, 255);
  expect(white[0]).toBeCloseTo(1, 3);
  expect(Math.hypot(white[1], white[2])).toBeLessThan(0.001);
  const red = oklabOf(255, 0, 0);
  [0.628, 0.225, 0.126].forEach((v, k) => expect(red[k]).toBeCloseTo(v, 2));
  for (const c of [PAPER, SLATE, RUST, [0, 0, 0], [255, 255, 255]] as const)
    expect(rgbOf(oklabOf(...(c as [number, number, number])))).toEqual([...c]);
});

test('the palette holds the flat colours, not the blends of their edges', () => {
  const palette = paletteOf(drawing(), 6);
  expect(palette).toHaveLength(3);
  for (const c of [PAPER, SLATE, RUST]) {
    expect(Math.min(...palette.map((p) => oklabDistance(p, oklabOf(c[0], c[1], c[2]))))).toBeLessThan(0.02);
  }
});

test('layers are stacked without a gap: a lower one runs on below those above it', () => {
  const traced = traceColours(drawing(), 4);
  if (!traced.ok) throw new Error(traced.problems[0]!.code);
  const [low, top, ...others] = traced.value;
  expect(others).toHaveLength(0);
  const area = (c: typeof low) => Math.abs(c!.contours.reduce((s, k) => s + contourArea(k), 0));
  expect(Math.abs(area(top) - Math.PI * 20 ** 2)).toBeLessThan(15);
  // Two discs, 35 px apart, less their lens (handbook formula for circles of radius 40 and 20).
  const [R, r, d] = [40, 20, 35];
  const lens =
    r * r * Math.acos((d * d + r * r - R * R) / (2 * d * r)) +
    R * R * Math.acos((d * d + R * R - r * r) / (2 * d * R)) -
    0.5 * Math.sqrt((-d + r + R) * (d + r - R) * (d - r + R) * (d + r + R));
  expect(Math.abs(area(low) - (Math.PI * (R * R + r * r) - lens))).toBeLessThan(30);
});

test('a picture of one colour is told', () => {
  const data = new Uint8ClampedArray(40 * 40 * 4).fill(200);
  const traced = traceColours({ width: 40, height: 40, data }, 3);
  expect(traced.ok ? '' : traced.problems[0]!.code).toBe('no-ink');
});

/** A picture from a colour for each px centre, with some noise. */
function painted(
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly number[],
): Picture {
  const random = seededRandom(4);
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let k = 0; k < width * height; k++) {
    const c = colour((k % width) + 0.5, Math.floor(k / width) + 0.5);
    for (let q = 0; q < 3; q++) data[4 * k + q] = Math.round(c[q]! + normal(random) * 0.7);
  }
  return { width, height, data };
}
const mix = (a: readonly number[], b: readonly number[], t: number) => a.map((v, c) => v + (b[c]! - v) * t);

test('a linear gradient is found with its direction and end colours, beside a flat colour', () => {
  const [from, to] = [
    [30, 60, 140],
    [240, 170, 60],
  ];
  // Along (0.8, 0.6), from 60 px to 190 px.
  const picture = painted(220, 180, (x, y) => {
    const inside = x > 40 && x < 180 && y > 30 && y < 150;
    if (Math.hypot(x - 110, y - 90) < 22) return SLATE;
    return inside ? mix(from!, to!, Math.max(0, Math.min(1, (0.8 * x + 0.6 * y - 50) / 184))) : PAPER;
  });
  const traced = traceColours(picture, 4);
  if (!traced.ok) throw new Error(traced.problems[0]!.code);
  expect(traced.value.map((l) => l.paint.kind)).toEqual(['linear', 'flat']);
  const paint = traced.value[0]!.paint as Extract<Paint, { kind: 'linear' }>;
  const d = unit(sub(paint.to, paint.from));
  expect(Math.abs(d.x * 0.8 + d.y * 0.6)).toBeGreaterThan(0.999);
  expect(paint.stops).toHaveLength(2);
  for (const [x, y] of [
    [60, 50],
    [160, 60],
    [150, 140],
  ] as const) {
    const want = mix(from!, to!, (0.8 * x + 0.6 * y - 50) / 184);
    colourAt(paint, x, y).forEach((v, c) => expect(Math.abs(v - want[c]!)).toBeLessThan(4));
  }
  const box = contoursBox(traced.value[0]!.contours)!;
  expect([box.xMin, box.xMax, box.yMin, box.yMax].map(Math.round)).toEqual([40, 180, 30, 150]);
});

test('a radial gradient is found with its centre, and both ways through a map', () => {
  const picture = painted(200, 200, (x, y) => {
    const r = Math.hypot(x - 90, y - 105);
    return r < 70 ? mix([255, 240, 160], [190, 40, 30], r / 70) : PAPER;
  });
  const traced = traceColours(picture, 4);
  if (!traced.ok) throw new Error(traced.problems[0]!.code);
  expect(traced.value).toHaveLength(1);
  const paint = traced.value[0]!.paint as Extract<Paint, { kind: 'radial' }>;
  expect(paint.kind).toBe('radial');
  expect(Math.hypot(paint.centre.x - 90, paint.centre.y - 105)).toBeLessThan(1);
  colourAt(paint, 90, 70).forEach((v, c) => expect(Math.abs(v - [222.5, 140, 95][c]!)).toBeLessThan(5));
  const moved = transformPaint(paint, { a: 2, b: 0, c: 0, d: -2, e: 10, f: 500 });
  colourAt(moved, 190, 500 - 140).forEach((v, c) => expect(v).toBeCloseTo(colourAt(paint, 90, 70)[c]!, 6));
  const svg = svgLayers(traced.value, { x: 0, y: 0, width: 200, height: 200 });
  expect(svg).toContain('<radialGradient id="paint0" gradientUnits="userSpaceOnUse"');
  expect(svg).toContain('fill="url(#paint0)"');
});

test('noise and texture on a flat colour are no gradient', () => {
  const random = seededRandom(8);
  const picture = painted(160, 120, (x, y) =>
    Math.hypot(x - 80, y - 60) < 40 ? SLATE.map((v) => v + normal(random) * 10) : PAPER,
  );
  const traced = traceColours(picture, 3);
  if (!traced.ok) throw new Error(traced.problems[0]!.code);
  expect(traced.value.every((l) => l.paint.kind === 'flat')).toBe(true);
});
