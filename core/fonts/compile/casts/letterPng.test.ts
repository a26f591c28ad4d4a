import { decode } from 'fast-png';
import { polygon } from '../../../foundations/geometry/contour';
import { identity } from '../../../foundations/geometry/affine';
import type { Rgb } from '../../../foundations/geometry/paint';
import { pngToRgba } from '../../../readers/pictures/png';
import { Canvas } from './letterPng';

const GROUND: Rgb = [252, 250, 245];
/** A square from (1, 1) to (3, 3) px. */
const square = (rgb: Rgb) => ({
  paint: { kind: 'flat', rgb } as const,
  contours: [
    polygon([1, 1, 3, 1, 3, 3, 1, 3].flatMap((v, i, all) => (i % 2 ? [{ x: all[i - 1] ?? 0, y: v }] : []))),
  ],
});
const at = (bytes: Uint8Array, x: number, y: number) => {
  const { width, data } = pngToRgba(bytes);
  return [...data.slice(4 * (y * width + x), 4 * (y * width + x) + 4)];
};

describe('a PNG is as small as what it shows allows, and shows the same', () => {
  test('black on clear ground: grey with opacity', () => {
    const canvas = new Canvas(5, 4);
    canvas.paint(square([0, 0, 0]), identity);
    expect(decode(canvas.png()).channels).toBe(2);
    expect(at(canvas.png(), 1, 1)).toEqual([0, 0, 0, 255]);
    expect(at(canvas.png(), 4, 3)[3]).toBe(0);
  });
  test('colour on clear ground: all four channels', () => {
    const canvas = new Canvas(5, 4);
    canvas.paint(square([200, 30, 60]), identity);
    expect(decode(canvas.png()).channels).toBe(4);
    expect(at(canvas.png(), 2, 2)).toEqual([200, 30, 60, 255]);
  });
  test('a few colours on paper: by their numbers, the ground everywhere else', () => {
    const canvas = new Canvas(5, 4, GROUND);
    canvas.paint(square([0, 0, 0]), identity);
    expect(decode(canvas.png()).palette).toHaveLength(2);
    expect(at(canvas.png(), 2, 2)).toEqual([0, 0, 0, 255]);
    for (const [x, y] of [
      [0, 0],
      [4, 0],
      [0, 3],
      [4, 3],
    ] as const)
      expect(at(canvas.png(), x, y)).toEqual([...GROUND, 255]);
  });
  test('one ink on paper: by numbers however its edges blend', () => {
    const canvas = new Canvas(300, 300, GROUND);
    const round = Array.from({ length: 400 }, (_, k) => ({
      x: 150 + 140.3 * Math.cos((k * Math.PI) / 200),
      y: 150 + 133.7 * Math.sin((k * Math.PI) / 200),
    }));
    canvas.paint({ paint: { kind: 'flat', rgb: [30, 20, 10] }, contours: [polygon(round)] }, identity);
    const { palette, channels } = decode(canvas.png());
    expect(channels).toBe(1);
    expect(palette?.length).toBeGreaterThan(100);
  });
  test('more colours than a palette holds on paper: three channels', () => {
    const canvas = new Canvas(300, 1, GROUND);
    const data = new Uint8Array(1200).map(
      (_, i) => [Math.floor(i / 4) % 256, Math.floor(i / 1024), 9, 255][i % 4] ?? 0,
    );
    canvas.lay({ width: 300, height: 1, data }, identity);
    expect(decode(canvas.png())).toMatchObject({ channels: 3 });
    expect(at(canvas.png(), 299, 0)).toEqual([43, 1, 9, 255]);
  });
});
