/** Two versions of a made-up font, and an open font with itself; widths of words against HarfBuzz (package harfbuzzjs). */
import { openTtf } from '../../../testing/openFonts';
import { shape } from '../../../testing/outsideReaders';
import { movePoints } from '../../project/document/commands/outline';
import { removeGlyphs } from '../../project/document/commands/glyphs/removing';
import { startGlyph } from '../../project/document/commands/glyphs/renaming';
import { changeCasting } from '../../project/document/commands/font/casting';
import { setBearings } from '../../project/document/commands/spacing/bearings';
import { setKerning } from '../../project/document/commands/spacing/kerning';
import { editAll } from '../../project/document/inStep/edit';
import type { Doc } from '../../project/document/schema';
import { byName } from '../../testing/named';
import { sampleProject } from '../../testing/sampleProject';
import { circle } from '../../testing/shapes';
import { compileFont } from '../compile/compileFont';
import { openFont } from '../open/openFont';
import { readFont } from '../opentype/read/readFont';
import { compareFonts } from './compareFonts';

const doc = sampleProject();
const target = (glyphId: string) => ({ glyphId, of: 'outline' as const });

/** A point of H moved, o with more white, T and o kerned otherwise, x gone, an n begun and drawn. */
function later(): Doc {
  const made = editAll(doc, 'Later', [
    (d) => movePoints(d, target('H'), [{ contour: 0, node: 0, part: 'node' }], { x: 0, y: -30 }),
    (d) => setBearings(d, 'o', { left: 90 }),
    (d) => setKerning(d, 'T', 'o', -20),
    (d) => removeGlyphs(d, ['x']),
    (d) => startGlyph(d, 'n'),
    (d) => changeCasting(d, { version: '1.001' }),
  ])!.doc;
  const n = Object.values(made.glyphs).find((g) => g.name === 'n')!;
  return { ...made, glyphs: { ...made.glyphs, [n.id]: { ...n, contours: [circle(200, 200, 200)] } } };
}

const openedTtf = (bytes: Uint8Array): Doc => {
  const font = readFont(bytes);
  const opened = font.ok ? openFont(font.value, { id: 'a', family: 'A', nowMs: 0 }) : font;
  if (!opened.ok) throw new Error('not opened');
  return opened.value.doc;
};

test('what changed is told with what moved most first; new and gone letters, words and facts by name', () => {
  const found = compareFonts(doc, later(), 'To HoH xo oo');
  expect(found.letters.map((l) => [l.change, l.name])).toEqual([
    ['outline', 'H'],
    ['white', 'o'],
    ['new', 'n'],
    ['gone', 'x'],
  ]);
  const [H, o] = found.letters;
  expect(H!.moved).toBeGreaterThan(20);
  expect(H!.moved).toBeLessThanOrEqual(30.5);
  expect(o).toMatchObject({ left: 90 - doc.glyphs.o!.bearings.left, right: 0 });
  // A word with a letter that one of them hasn't can't be compared.
  // What changed most comes first.
  expect(found.words.map((w) => w.word)).toEqual(['To', 'oo', 'HoH']);
  const grew = found.words.map((w) => Math.max(w.moved, Math.abs(w.after - w.before)));
  expect(grew).toEqual([...grew].sort((a, b) => b - a));
  expect(found.facts).toContainEqual({ of: 'version', before: expect.any(String), after: '1.001' });
  expect(found.facts).not.toContainEqual(expect.objectContaining({ of: 'family' }));
});

test('a letter that is empty in one of them moved by as much as its ink is large, not without end', () => {
  const notdef = byName(doc)['.notdef']!;
  const empty = { ...doc, glyphs: { ...doc.glyphs, [notdef.id]: { ...notdef, contours: [] } } };
  for (const [a, b] of [
    [doc, empty],
    [empty, doc],
  ] as const) {
    const found = compareFonts(a, b, '').letters;
    expect(found.map((l) => [l.name, l.change])).toEqual([['.notdef', 'outline']]);
    expect(found[0]!.moved).toBeGreaterThan(300);
    expect(found[0]!.moved).toBeLessThan(1000);
  }
});

test('widths of words are those that HarfBuzz sets of the cast fonts', () => {
  const now = later();
  const width = (d: Doc, text: string) =>
    shape(compileFont(d, { format: 'ttf', styleId: 'regular', nowUnixS: 0 }), text).reduce(
      (n, g) => n + g.advance,
      0,
    );
  for (const { word, before, after } of compareFonts(doc, now, 'To HoH oo').words) {
    expect(before).toBeCloseTo(width(doc, word), 0);
    expect(after).toBeCloseTo(width(now, word), 0);
  }
});

test('a font and itself, and a project and its cast, are the same; another em changes nothing but the em', () => {
  const karla = openedTtf(openTtf('karla'));
  const same = compareFonts(karla, karla, 'Tide mill AVATAR');
  expect(same).toMatchObject({ letters: [], words: [], facts: [] });
  const cast = openedTtf(compileFont(karla, { format: 'ttf', styleId: 'regular', nowUnixS: 0 }));
  expect(compareFonts(karla, cast, 'Tide mill AVATAR').letters).toEqual([]);
  expect(compareFonts(karla, cast, 'Tide mill AVATAR').words).toEqual([]);
  const only = (d: Doc, names: string) => ({
    ...d,
    glyphs: Object.fromEntries(Object.entries(d.glyphs).filter(([, g]) => names.split(' ').includes(g.name))),
  });
  const dekko = only(openedTtf(openTtf('dekko')), 'T i d e');
  expect(
    compareFonts(only(karla, 'T i d e'), dekko, 'Tide')
      .letters.map((l) => l.name)
      .sort(),
  ).toEqual(['T', 'd', 'e', 'i']);
});
