import fc from 'fast-check';
import { glyphFileNames, safeFileName } from './fileNames';

describe('file names', () => {
  test.each([
    ['My hand', 'My hand'],
    ['a/b\\c:d*e', 'a_b_c_d_e'],
    ['CON', '_CON'],
    ['com1.ttf', '_com1.ttf'],
    ['console', 'console'],
    ['..', 'untitled'],
    ['  .hidden. ', 'hidden'],
    ['***', 'untitled'],
    ['手書き', '手書き'],
    ['line\nbreak\u0000', 'line_break_'],
  ])('%j is %j', (text, name) => expect(safeFileName(text)).toBe(name));

  test('are short enough for every system, whatever the text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 2000 }), (text) => {
        const name = safeFileName(text);
        expect([...name].length).toBeLessThanOrEqual(81);
        expect(name).not.toMatch(/[/\\:*?"<>|\p{Cc}]/u);
        expect(name).not.toMatch(/^\.|[. ]$/);
        expect(name).not.toBe('');
      }),
      { seed: 3 },
    );
  });

  test('of glyphs differ, also where only case or odd signs do', () => {
    const nameOf = glyphFileNames();
    expect(['A', 'a', 'a', 'é', 'ä', 'x'.repeat(1000), 'con'].map(nameOf)).toEqual([
      'A_',
      'a',
      'a-2',
      'glyph',
      'glyph-2',
      'x'.repeat(80),
      '_con',
    ]);
  });
});
