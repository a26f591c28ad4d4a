import { setKerning } from '../../project/document/commands/spacing/kerning';
import { edit } from '../../project/document/inStep/edit';
import { advanceOf } from '../../project/document/queries/metrics';
import { projectOf } from '../../project/document/newProject';
import type { Doc } from '../../project/document/schema';
import type { Contour } from '../../foundations/geometry/contour';
import { contourArea } from '../../foundations/geometry/measure';
import { readArtwork } from '../../lifting/artwork/readArtwork';
import { byName } from '../../testing/named';
import { sampleProject } from '../../testing/sampleProject';
import { shape } from '../../../testing/outsideReaders';
import { compileFont } from './compileFont';
import { setWord, unitedWord } from './setWord';
import { wordSvg } from './wordSvg';

const doc = sampleProject();
const { H, o } = byName(doc);
const contoursArea = (cs: readonly Contour[]) => cs.reduce((n, c) => n + contourArea(c), 0);
const area = (d: ReturnType<typeof setWord>) =>
  d.letters.reduce((n, l) => n + Math.abs(contoursArea(l.layers[0]!.contours)), 0);

test('letters stand where HarfBuzz sets them, kerning included; a line break begins a line below', () => {
  const kerned = edit(doc, setKerning(doc, H!.id, o!.id, -80)!).doc;
  const { letters } = setWord(kerned, 'Hox');
  const font = compileFont(kerned, { format: 'otf', styleId: 'regular', nowUnixS: 0 });
  const set = shape(font, 'Hox');
  expect(letters.map((l) => l.name)).toEqual(set.map((g) => g.name));
  let pen = 0;
  letters.forEach((l, i) => {
    const glyph = byName(kerned)[l.name]!;
    const box = setWord(kerned, 'Hox'.slice(0, i + 1)).letters.at(-1)!.layers[0]!.contours;
    const left = Math.min(...box.flatMap((c) => c.nodes.map((n) => n.x)));
    expect(Math.abs(left - pen - glyph.bearings.left)).toBeLessThan(2);
    pen += set[i]!.advance;
  });
  const { box } = setWord(doc, 'H\nH');
  const { unitsPerEm, lineSpacing } = projectOf(doc);
  const high = setWord(doc, 'H').box!;
  expect(box!.yMax - high.yMax).toBeCloseTo(lineSpacing * unitsPerEm, 6);
});

test('letters that run into each other are one shape when united, and each its own when parted', () => {
  const tight = edit(doc, setKerning(doc, H!.id, o!.id, -(advanceOf(H!) / 2))!).doc;
  const parted = setWord(tight, 'Ho');
  expect(parted.letters).toHaveLength(2);
  const united = unitedWord(parted);
  expect(united.letters).toHaveLength(1);
  expect(area(united)).toBeLessThan(area(parted) - 100);
  // Where nothing meets nothing is lost.
  const apart = setWord(doc, 'Ho');
  expect(area(unitedWord(apart)) / area(apart)).toBeCloseTo(1, 4);
});

test('what the font lacks is told; ligatures by name are drawn as such; nothing at all gives no drawing', () => {
  const joined = { ...o!, id: 'o_x', name: 'o_x', codePoints: [], source: null };
  const with2: Doc = { ...doc, glyphs: { ...doc.glyphs, o_x: joined } };
  expect(setWord(with2, 'Hoxo').letters.map((l) => l.name)).toEqual(['H', 'o_x', 'o']);
  expect(setWord(doc, 'Hñ¿H').lacking).toEqual(['ñ', '¿']);
  expect(wordSvg(doc, '  ', 'united').svg).toBeNull();
});

test("the picture read back by the app's own reader of drawings has the same ink", () => {
  for (const how of ['united', 'parted'] as const) {
    const { svg } = wordSvg(doc, 'Hox', how);
    const read = readArtwork(svg!, 'word.svg');
    if (!read.ok) throw new Error('not read');
    expect(Math.abs(contoursArea(read.value.outline)) / area(setWord(doc, 'Hox'))).toBeCloseTo(1, 2);
  }
});
