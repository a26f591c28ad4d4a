import fc from 'fast-check';
import { fontFileName, fontNames, postScriptName, versionOf } from './fontNames';
import { NAME_ID } from '../opentype/tables/name';

/** What PostScript names may hold (OpenType, "name", name id 6). */
const ALLOWED = /^[\x21-\x7e]{1,63}$/;
const DELIMITERS = /[[\](){}<>/%]/;

test('plain names stay as they are', () => {
  expect(postScriptName('Skerry Lane', 'Regular')).toBe('SkerryLane-Regular');
  expect(postScriptName('', '')).toBe('Untitled-Regular');
  expect(postScriptName('Café Olé', 'Bold Italic')).toBe('CafeOle-BoldItalic');
});

test('families without a Latin letter get names of their own, not one for all', () => {
  const families = ['手書き', '手書', 'Приливная мельница', 'Χειρόγραφο', 'ירוק', '🐟', '🐠'];
  const names = families.map((f) => postScriptName(f, 'Regular'));
  expect(new Set(names).size).toBe(families.length);
  for (const name of names) expect(name).toMatch(/^Font\w*-Regular$|^\w+-Regular$/);
});

test('long names that differ at their ends only stay apart', () => {
  const long = 'A very long name for a family that goes on and on until nobody reads it any more, number ';
  const names = ['one', 'two'].map((n) => postScriptName(long + n, 'Regular'));
  expect(names[0]).not.toBe(names[1]);
});

test('whatever is typed, the name is allowed, and files of it are too', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 300 }),
      fc.string({ unit: 'grapheme', maxLength: 80 }),
      (family, style) => {
        const name = postScriptName(family, style);
        expect(name).toMatch(ALLOWED);
        expect(name).not.toMatch(DELIMITERS);
        expect(name.split('-')).toHaveLength(2);
        expect(fontFileName(family, style, 'otf')).toMatch(/^[\w .()+-]+\.otf$/);
      },
    ),
    { seed: 6 },
  );
});

test('the four classic styles share a family; others bring their own for old programs', () => {
  const input = {
    family: 'Mill',
    designer: '',
    designerUrl: '',
    licence: '',
    licenceUrl: '',
    copyright: '',
    version: '1.000',
    madeUnixS: 0,
  };
  expect(fontNames({ ...input, style: 'Bold' }).get(NAME_ID.family)).toBe('Mill');
  const light = fontNames({ ...input, style: 'Light' });
  expect([light.get(NAME_ID.family), light.get(NAME_ID.style)]).toEqual(['Mill Light', 'Regular']);
  expect([light.get(NAME_ID.typographicFamily), light.get(NAME_ID.typographicStyle)]).toEqual([
    'Mill',
    'Light',
  ]);
});

test.each([
  ['1.25', '1.250'],
  ['1,25', '1.250'],
  ['2', '2.000'],
  ['0.001', '0.001'],
])('a version typed as %s is %s in the files', (typed, version) => {
  expect(versionOf(typed)).toBe(version);
});
