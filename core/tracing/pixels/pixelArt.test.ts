import fc from 'fast-check';
import type { Picture } from '../../foundations/raster/picture';
import { enlargeCells, readPixelArt } from './pixelArt';

const INK = [40, 30, 20, 255];
const GROUND = [250, 245, 230, 255];

/** A picture of cells, each `side` px, with a border of `x0`, `y0` px. */
function paint(rows: readonly string[], side: number, x0 = 0, y0 = 0, clear = false): Picture {
  const [width, height] = [rows[0]!.length * side + x0, rows.length * side + y0];
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const inked = rows[Math.floor((y - y0) / side)]?.[Math.floor((x - x0) / side)] === '#';
      // Px that are clear may hold any colour.
      data.set(inked ? INK : clear ? [x % 256, y % 256, 7, 0] : GROUND, 4 * (y * width + x));
    }
  return { width, height, data };
}
const inked = (p: Picture) =>
  Array.from({ length: p.height }, (_, y) =>
    Array.from({ length: p.width }, (_, x) =>
      p.data[4 * (y * p.width + x)] === INK[0] && p.data[4 * (y * p.width + x) + 3] === 255 ? '#' : '.',
    ).join(''),
  );
const DIGIT = ['......', '..##..', '.#..#.', '....#.', '..##..', '.#....', '.####.', '......'];

test('cells are read back whatever their size, place and ground', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 9 }),
      fc.integer({ min: 0, max: 8 }),
      fc.integer({ min: 0, max: 8 }),
      fc.boolean(),
      (side, x0, y0, clear) => {
        const art = readPixelArt(paint(DIGIT, side, x0 % side, y0 % side, clear));
        expect(art?.cellPx).toBe(side);
        const rows = inked(art!.cells)
          .filter((r) => r.includes('#'))
          .map((r) => r.replace(/^\.*/, '').padEnd(8, '.'));
        const wanted = DIGIT.filter((r) => r.includes('#'));
        // Rows keep their shapes; leading ground depends on the border.
        expect(rows.map((r) => r.replace(/\.+$/, ''))).toEqual(
          wanted.map((r) => r.replace(/^\.*/, '').replace(/\.+$/, '')),
        );
      },
    ),
    { numRuns: 80 },
  );
});

test('enlarged cells are read as the same cells again', () => {
  const { cells } = readPixelArt(paint(DIGIT, 3))!;
  const again = readPixelArt(enlargeCells(cells))!;
  expect(inked(again.cells)).toEqual(inked(cells));
});

test('a photograph, a soft edge and a scan in black and white are no pixel art', () => {
  const soft = paint(DIGIT, 5);
  for (let k = 0; k < soft.data.length / 4; k++)
    soft.data[4 * k] = Math.min(255, soft.data[4 * k]! + (k % 40));
  expect(readPixelArt(soft)).toBeNull();
  const disc: Picture = { width: 300, height: 300, data: new Uint8Array(300 * 300 * 4).fill(255) };
  for (let y = 0; y < 300; y++)
    for (let x = 0; x < 300; x++)
      if (Math.hypot(x - 150, y - 150) < 90.3) disc.data.set([0, 0, 0], 4 * (y * 300 + x));
  expect(readPixelArt(disc)).toBeNull();
  expect(readPixelArt({ width: 9, height: 9, data: new Uint8Array(324).fill(200) })).toBeNull();
});
