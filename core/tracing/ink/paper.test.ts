import fc from 'fast-check';
import { smallerPicture } from '../../foundations/raster/picture';
import { groundRows, paperAt, type Paper } from './paper';

const papers = fc
  .record({
    columns: fc.integer({ min: 1, max: 5 }),
    rows: fc.integer({ min: 1, max: 5 }),
    cell: fc.integer({ min: 1, max: 40 }),
  })
  .chain((grid) =>
    fc
      .array(fc.integer({ min: 0, max: 255 }), {
        minLength: 3 * grid.columns * grid.rows,
        maxLength: 3 * grid.columns * grid.rows,
      })
      .map((rgb): Paper => ({ ...grid, lightOnDark: false, rgb: Float32Array.from(rgb) })),
  );

test('rows of the ground are px for px what is asked for one by one, also between px and beyond the last cell', () => {
  fc.assert(
    fc.property(
      papers,
      fc.constantFrom(1, 2, 3),
      fc.constantFrom(0, 0.5, 1.5),
      fc.array(fc.integer({ min: 0, max: 200 }), { minLength: 1, maxLength: 8 }),
      (paper, step, from, ys) => {
        const rows = groundRows(paper, 30, { from, step });
        const one = [0, 0, 0];
        for (const y of ys) {
          const row = rows(y);
          for (let k = 0; k < 30; k++) {
            paperAt(paper, from + k * step, y, one);
            expect([...row.subarray(3 * k, 3 * k + 3)]).toEqual(one);
          }
        }
      },
    ),
    { numRuns: 100 },
  );
});

test('a picture made smaller has the means of whole squares, and what is left at its edges is left out', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 5 }),
      fc.integer({ min: 5, max: 17 }),
      fc.uint8Array({ minLength: 17 * 9 * 4, maxLength: 17 * 9 * 4 }),
      (step, width, bytes) => {
        const picture = { width, height: 9, data: bytes.subarray(0, width * 9 * 4) };
        const small = smallerPicture(picture, step);
        expect([small.width, small.height]).toEqual([Math.floor(width / step), Math.floor(9 / step)]);
        small.data.forEach((v, i) => {
          const [x, y, c] = [Math.floor(i / 4) % small.width, Math.floor(i / 4 / small.width), i % 4];
          let sum = 0;
          for (let j = 0; j < step; j++)
            for (let k = 0; k < step; k++)
              sum += picture.data[((y * step + j) * width + x * step + k) * 4 + c] ?? NaN;
          expect(v).toBe(Math.floor(sum / step ** 2));
        });
      },
    ),
    { numRuns: 60 },
  );
});
