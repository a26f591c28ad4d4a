import { contourArea } from '../geometry/measure';
import type { Picture } from '../raster/picture';
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
