import { blankGlyph } from '../../../core/project/document/newProject';
import { ledgerRows, ledgerSections, OTHERS, rowWith } from './ledgerRows';

const glyph = (char: string) => ({ ...blankGlyph(char, char, [char.codePointAt(0)!]) });
const drawn = new Map([...'Abé1'].map((c) => [c, glyph(c)]));
const sections = ledgerSections([...'Ab.é1AñЖ+'], (c) => drawn.get(c) ?? null, [glyph('x')]);

test('characters stand in their blocks, each once, with how many of them are drawn', () => {
  expect(sections.map((s) => [s.name, s.count, s.fields.map((f) => f.char).join('')])).toEqual([
    ['Latin capitals', '1 of 1', 'A'],
    ['Latin small letters', '1 of 1', 'b'],
    ['Accented small letters', '1 of 2', 'éñ'],
    ['Cyrillic', '0 of 1', 'Ж'],
    ['Figures and fractions', '1 of 1', '1'],
    ['Punctuation', '0 of 1', '.'],
    ['Signs', '0 of 1', '+'],
    [OTHERS, '1', ''],
  ]);
});

test('sections are rows of so many fields, each behind its head', () => {
  const many = ledgerSections(
    Array.from({ length: 3000 }, (_, i) => String.fromCodePoint(0xe000 + i)),
    () => null,
    [],
  );
  const rows = ledgerRows(many, 13);
  expect(rows[0]).toEqual({ kind: 'head', name: 'Icons', count: '0 of 3000' });
  expect(rows).toHaveLength(1 + Math.ceil(3000 / 13));
  expect(rows.slice(1).flatMap((r) => (r.kind === 'fields' ? r.fields : []))).toHaveLength(3000);
  expect(ledgerRows(many, 0)).toHaveLength(3001);
});

test('the row of a field is found, wherever it is scrolled to', () => {
  const rows = ledgerRows(sections, 1);
  const at = rowWith(rows, (f) => f.char === 'ñ');
  expect(rows[at]).toMatchObject({ kind: 'fields', fields: [{ char: 'ñ' }] });
  expect(rowWith(rows, (f) => f.char === 'q')).toBe(-1);
});
