import { blankGlyph } from '../../../core/project/document/newProject';
import type { GlyphRow } from '../../../core/project/document/schema';
import { rowsOf, setText } from './setText';

/** A glyph without ink has its bearings for an advance width: 100 units. */
const glyph = (char: string): GlyphRow => ({
  ...blankGlyph(char, char === ' ' ? 'space' : char, [char.codePointAt(0) ?? 0]),
  bearings: { left: 50, right: 50 },
});
const unkerned: (left: string, right: string) => number = () => 0;
const set = (text: string, kern = unkerned) => setText([...text].map(glyph), kern);
const words = (rows: ReturnType<typeof rowsOf>) => rows.map((r) => r.map((l) => l.glyph.id).join(''));

test('a text is set by advance widths and kerning', () => {
  const kern = (a: string, b: string) => (a === 'A' && b === 'V' ? -30 : 0);
  expect(set('AVA', kern).map((l) => l.x)).toEqual([0, 70, 170]);
});

test('rows break after a space, and within a word only when it alone is too wide', () => {
  expect(words(rowsOf(set('mole sea tide'), 520))).toEqual(['mole ', 'sea ', 'tide']);
  expect(words(rowsOf(set('breakwater'), 420))).toEqual(['brea', 'kwat', 'er']);
  expect(words(rowsOf(set('m'), 10))).toEqual(['m']);
  expect(rowsOf([], 100)).toEqual([]);
});
