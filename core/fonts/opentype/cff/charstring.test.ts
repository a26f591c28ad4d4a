import { ByteWriter } from '../bytes';
import { polygon } from '../../../foundations/geometry/contour';
import { circle } from '../../../testing/shapes';
import { buildIndex } from './cff';
import { charstringBytes, charstringParts, writeNumber } from './charstring';
import { STANDARD_STRINGS } from './standardStrings';

const buildCharstring = (...drawn: Parameters<typeof charstringParts>) =>
  charstringBytes(charstringParts(...drawn));

const number = (v: number) => {
  const w = new ByteWriter();
  writeNumber(w, v);
  return [...w.done()];
};

test('numbers as in the example of Technical Note 5177 / 5176 table 4', () => {
  // 5176, table 4: sample integer encodings.
  expect(number(0)).toEqual([0x8b]);
  expect(number(100)).toEqual([0xef]);
  expect(number(-100)).toEqual([0x27]);
  expect(number(1000)).toEqual([0xfa, 0x7c]);
  expect(number(-1000)).toEqual([0xfe, 0x7c]);
  expect(number(10000)).toEqual([0x1c, 0x27, 0x10]);
  expect(number(-10000)).toEqual([0x1c, 0xd8, 0xf0]);
});

test('a square: one move, lines that take turns in one operator, no closing line', () => {
  const square = polygon([
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 50 },
    { x: 0, y: 50 },
  ]);
  const widths = { defaultWidth: 500, nominalWidth: 600 };
  const bytes = [...buildCharstring([square], 500, widths)];
  // 0 hmoveto 100 50 -100 hlineto endchar
  expect(bytes).toEqual([...number(0), 22, ...number(100), ...number(50), ...number(-100), 6, 14]);
  // Another width stands first, as the difference from the nominal one.
  expect([...buildCharstring([square], 620, widths)].slice(0, 1)).toEqual(number(20));
});

test('a circle takes one curve operator for all four quarters', () => {
  const bytes = buildCharstring([circle(0, 0, 100)], 0, { defaultWidth: 0, nominalWidth: 0 });
  expect(bytes.filter((b) => b === 30 || b === 31)).toHaveLength(1);
});

test('an INDEX holds offsets of the least size (5176, 5)', () => {
  expect([...buildIndex([])]).toEqual([0, 0]);
  expect([...buildIndex([Uint8Array.of(7), Uint8Array.of(8, 9)])]).toEqual([0, 2, 1, 1, 2, 4, 7, 8, 9]);
  expect(buildIndex([new Uint8Array(300)])[2]).toBe(2);
});

test('there are 391 standard strings, first .notdef, last Semibold (5176, appendix A)', () => {
  expect(STANDARD_STRINGS).toHaveLength(391);
  expect([STANDARD_STRINGS[0], STANDARD_STRINGS[1], STANDARD_STRINGS[34], STANDARD_STRINGS[390]]).toEqual([
    '.notdef',
    'space',
    'A',
    'Semibold',
  ]);
});
