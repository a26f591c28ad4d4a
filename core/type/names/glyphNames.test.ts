import { glyphNameOf } from './glyphNames';
import { codePointsOfName } from './readGlyphName';

// Examples of the Adobe Glyph List Specification 1.7, section 2, and of its AGLFN table.
test.each([
  ['Lcommaaccent', [0x013b]],
  ['uni20AC0308', [0x20ac, 0x0308]],
  ['u1040C', [0x1040c]],
  ['uniD801DC0C', null],
  ['uni20ac', null],
  ['Lcommaaccent_uni20AC0308_u1040C.alternate', [0x013b, 0x20ac, 0x0308, 0x1040c]],
  ['foo', null],
  ['.notdef', null],
] as const)('%s', (name, expected) => {
  expect(codePointsOfName(name)).toEqual(expected);
});

test('names are written from the list, else by number', () => {
  expect([0x41, 0x61, 0x2e, 0xdf, 0x1e9e, 0x1f41f].map(glyphNameOf)).toEqual([
    'A',
    'a',
    'period',
    'germandbls',
    'uni1E9E',
    'u1F41F',
  ]);
});

test('every name written is read back', () => {
  for (let cp = 0x20; cp < 0x3000; cp++) {
    if (cp === 0x7f) continue;
    expect(codePointsOfName(glyphNameOf(cp))).toEqual([cp]);
  }
});
