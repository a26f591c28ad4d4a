import { encode } from 'fast-png';
import { coverage, toPicture } from '../../testing/shapes';
import { looksLikePage } from './looksLikePage';
import { sortFiles } from './sortFiles';

/** Discs of a radius in a grid, as dark letters on light paper. */
const grid = (columns: number, rows: number, radius: number, pitch = 60) =>
  coverage(
    columns * pitch,
    rows * pitch,
    (x, y) => Math.hypot((x % pitch) - pitch / 2, (y % pitch) - pitch / 2) < radius,
  );
const picture = (field: ReturnType<typeof coverage>) => toPicture(field);
const file = (path: string, field: ReturnType<typeof coverage>) => {
  const { width, height, data } = toPicture(field);
  return { path, bytes: encode({ width, height, data, channels: 4 }) };
};

test('rows of letters are a page, a letter and its parts are none', () => {
  expect(looksLikePage(picture(grid(8, 3, 20)))).toBe(true);
  expect(looksLikePage(picture(grid(1, 1, 20)))).toBe(false);
  // Three dots, an i with its dot, a per ten thousand sign.
  expect(looksLikePage(picture(grid(3, 1, 12)))).toBe(false);
  expect(looksLikePage(picture(grid(5, 1, 20)))).toBe(false);
});

test('specks around a letter don’t make it a page', () => {
  const speckled = coverage(
    600,
    600,
    (x, y) => Math.hypot(x - 300, y - 300) < 180 || Math.hypot((x % 50) - 25, (y % 50) - 25) < 2,
  );
  expect(looksLikePage(picture(speckled))).toBe(false);
});

test('a page called like a glyph (second, section, one) is a page; a letter of that name is a letter', () => {
  const sorted = sortFiles([
    file('second.png', grid(9, 4, 20)),
    file('section.png', grid(1, 1, 20)),
    file('A.png', grid(1, 1, 22)),
  ]);
  expect(sorted.pages.map((f) => f.path)).toEqual(['second.png']);
  expect(sorted.pictures.map((f) => f.path)).toEqual(['section.png', 'A.png']);
});

test('among sixty named pictures only what stands out is looked into', () => {
  const letters = [...'abcdefghijklmnopqrst'].map((c) => file(`${c}.png`, grid(1, 1, 20)));
  const sorted = sortFiles([...letters, file('one.png', grid(20, 12, 20))]);
  expect(sorted.pages.map((f) => f.path)).toEqual(['one.png']);
  expect(sorted.pictures).toHaveLength(20);
});
