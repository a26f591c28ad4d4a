import fc from 'fast-check';
import { otsuBin, percentile } from '../../foundations/raster/histogram';
import { coverage, toPicture } from '../../testing/shapes';
import { inkField, inkMask } from './inkField';
import { isLightOnDark, learnInk } from './inkModel';

const blob = coverage(120, 100, (x, y) => Math.hypot(x - 60, y - 50) < 25);
const whole = { x: 0, y: 0, width: 120, height: 100 };

function meanError(picture: ReturnType<typeof toPicture>): number {
  const model = learnInk(picture);
  if (!model.ok) throw new Error('no ink');
  const field = inkField(picture, model.value, whole);
  return field.data.reduce((sum, d, i) => sum + Math.abs(d - blob.data[i]!), 0) / field.data.length;
}

describe('ink density', () => {
  test.each([
    ['black on white', [255, 255, 255], [0, 0, 0]],
    ['purple on cream', [244, 238, 220], [96, 40, 140]],
    ['red on yellow paper', [240, 220, 130], [190, 30, 30]],
    ['pale pencil', [250, 250, 250], [168, 168, 170]],
    ['white on black', [12, 12, 14], [245, 245, 240]],
  ] as const)('%s comes out as the drawn coverage', (_, paper, ink) => {
    expect(meanError(toPicture(blob, paper, ink))).toBeLessThan(0.01);
  });

  test('light that falls off over the page is divided out', () => {
    const picture = toPicture(blob);
    picture.data.forEach((v, i) => {
      if (i % 4 !== 3) picture.data[i] = v * (1 - (0.3 * ((i >> 2) % 120)) / 120);
    });
    expect(meanError(picture)).toBeLessThan(0.04);
  });

  test('transparent ground is paper, also where the colour under it is black', () => {
    const picture = { width: 120, height: 100, data: new Uint8Array(120 * 100 * 4) };
    blob.data.forEach((d, i) => (picture.data[i * 4 + 3] = Math.round(d * 255)));
    const model = learnInk(picture);
    expect(model.ok && model.value.source).toBe('alpha');
    const mask = model.ok ? inkMask(picture, model.value, 0.5) : null;
    expect(mask!.data[50 * 120 + 60]).toBe(1);
    expect(mask!.data[0]).toBe(0);
  });

  test.each([
    ['all light', 250],
    ['all dark', 5],
    ['flat', 128],
  ] as const)('a picture that is %s says so', (look, value) => {
    const result = learnInk({
      width: 60,
      height: 60,
      data: new Uint8Array(60 * 60 * 4).fill(value).map((v, i) => (i % 4 === 3 ? 255 : v)),
    });
    expect(result.ok).toBe(false);
    expect(result.problems[0]).toMatchObject({ code: 'no-ink', look });
  });

  test('polarity is told by the edge of the picture', () => {
    expect(isLightOnDark(toPicture(blob))).toBe(false);
    expect(isLightOnDark(toPicture(blob, [0, 0, 0], [255, 255, 255]))).toBe(true);
  });
});

test('Otsu parts two heaps in the middle of the empty valley', () => {
  const histogram = new Float64Array(256);
  histogram[40] = 100;
  histogram[200] = 300;
  const bin = otsuBin(histogram);
  expect(bin).toBeGreaterThanOrEqual(40);
  expect(bin).toBeLessThan(200);
});

test('percentiles interpolate', () => {
  expect(percentile([1, 2, 3, 4], 0.5)).toBe(2.5);
  expect(percentile([5], 0.9)).toBe(5);
  // Held against sorting, with many alike and with NaN, which sorting puts last.
  const entry = fc.oneof(fc.integer({ min: -3, max: 3 }), fc.double({ min: -1e6, max: 1e6, noNaN: true }));
  fc.assert(
    fc.property(
      fc.array(entry, { minLength: 1, maxLength: 200 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (v, share) => {
        const sorted = Float64Array.from(v).sort();
        const at = share * (v.length - 1);
        const [low, high] = [sorted[Math.floor(at)]!, sorted[Math.min(v.length - 1, Math.floor(at) + 1)]!];
        expect(percentile(v, share)).toBe(low + (high - low) * (at - Math.floor(at)));
      },
    ),
    { seed: 8, numRuns: 300 },
  );
  expect(percentile([...Array.from({ length: 40 }, (_, i) => i), NaN], 0.5)).toBe(20);
  expect(percentile([], 0.5)).toBeNaN();
});
