import { compose, rotation, scaling, translation } from '../geometry/affine';
import type { Picture } from './picture';
import { resample } from './resample';

const picture = (
  width: number,
  height: number,
  at: (x: number, y: number) => readonly number[],
): Picture => ({
  width,
  height,
  data: Uint8Array.from(
    { length: 4 * width * height },
    (_, i) => at((i >> 2) % width, Math.floor((i >> 2) / width))[i % 4]!,
  ),
});
const px = (p: Picture, x: number, y: number) => [
  ...p.data.subarray(4 * (y * p.width + x), 4 * (y * p.width + x) + 4),
];
/** Four colours, and a clear column. */
const some = picture(8, 6, (x, y) => [x * 30, y * 40, 90, x === 3 ? 0 : 255]);

test('laid where it was it is the same; moved by whole px it is the same elsewhere', () => {
  const same = resample(some, scaling(1), 8, 6);
  for (let y = 0; y < 6; y++)
    for (let x = 0; x < 8; x++) if (x !== 3) expect(px(same, x, y)).toEqual(px(some, x, y));
  expect(px(same, 3, 2)[3]).toBe(0);
  const moved = resample(some, translation(2, 1), 12, 8);
  expect(px(moved, 2, 1)).toEqual(px(some, 0, 0));
  expect(px(moved, 1, 1)[3]).toBe(0);
});

test('half as large each px is the mean of four, and clear ones lend no colour', () => {
  const flat = picture(8, 8, (x) => (x < 4 ? [200, 100, 50, 255] : [0, 0, 0, 0]));
  const half = resample(flat, scaling(0.5), 4, 4);
  expect(px(half, 0, 1)).toEqual([200, 100, 50, 255]);
  expect(px(half, 2, 1)[3]).toBe(0);
  const third = resample(flat, scaling(1 / 8), 1, 1);
  expect(px(third, 0, 0).slice(0, 3)).toEqual([200, 100, 50]);
  expect(Math.abs(px(third, 0, 0)[3]! - 128)).toBeLessThan(3);
});

test('turned by a quarter, rows become columns', () => {
  const turned = resample(some, compose(translation(6, 0), rotation(Math.PI / 2)), 6, 8);
  for (const [x, y] of [
    [0, 0],
    [7, 5],
    [5, 2],
  ] as const)
    expect(px(turned, 5 - y, x)).toEqual(px(some, x, y));
});
