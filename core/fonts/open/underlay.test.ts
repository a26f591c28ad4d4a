/** An open font laid behind letters, its measures held against fontTools' reading of the same file. */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { openFontPath } from '../../../testing/openFonts';
import { withFontTools } from '../../../testing/outsideReaders';
import { contoursBox } from '../../foundations/geometry/measure';
import { addStyle } from '../../project/document/commands/family/addStyle';
import { removeStyle } from '../../project/document/commands/family/styles';
import { changeProject } from '../../project/document/commands/font/project';
import { edit } from '../../project/document/inStep/edit';
import { projectOf } from '../../project/document/newProject';
import { advanceOf } from '../../project/document/queries/metrics';
import { inStyle } from '../../project/document/queries/styles';
import { sampleProject } from '../../testing/sampleProject';
import { readFont } from '../opentype/read/readFont';
import {
  besideUnderlay,
  styleBeneath,
  underlayFont,
  underlayLetter,
  underlayOfStyle,
  underlayScale,
} from './underlay';

const path = openFontPath('dekko');
const bytes = new Uint8Array(readFileSync(path));
const read = readFont(bytes, brotliDecompressSync);
if (!read.ok) throw new Error('not read');
const made = underlayFont(read.value, 'Hnao\u00e9\u4e00');
if (!made.ok) throw new Error('no letters');
const font = made.value;
const doc = sampleProject();

test('letters, their widths and the heights of x and H are the font’s', () => {
  const script = `
import json, sys
from fontTools.ttLib import TTFont
from fontTools.pens.boundsPen import BoundsPen
font = TTFont(sys.argv[1])
glyphs = font.getGlyphSet()
out = {}
for cp in (0x48, 0x6e, 0x61, 0x6f, 0xe9, 0x78):
    name = font.getBestCmap()[cp]
    pen = BoundsPen(glyphs)
    glyphs[name].draw(pen)
    out[cp] = [font['hmtx'][name][0], *pen.bounds]
print(json.dumps([font['head'].unitsPerEm, out]))`;
  const [unitsPerEm, theirs] = JSON.parse(withFontTools(script, { 'a.woff2': bytes })) as [
    number,
    Record<string, number[]>,
  ];
  expect(font.unitsPerEm).toBe(unitsPerEm);
  for (const [cp, [advance, xMin, yMin, xMax, yMax]] of Object.entries(theirs)) {
    const letter = font.letters.get(Number(cp))!;
    const box = contoursBox(letter.contours)!;
    expect(letter.advance).toBe(advance);
    [
      [box.xMin, xMin],
      [box.yMin, yMin],
      [box.xMax, xMax],
      [box.yMax, yMax],
    ].forEach(([a, b]) => expect(Math.abs(a! - b!)).toBeLessThan(0.5));
  }
  expect(font.xHeight).toBeCloseTo(theirs['120']![4]!, 0);
  expect(font.capHeight).toBeCloseTo(theirs['72']![4]!, 0);
  // What the font hasn't is simply not there.
  expect(font.letters.has(0x4e00)).toBe(false);
});

test('at the same x-height both x end on one line; at the same em units are multiplied by the ems', () => {
  const { lines, unitsPerEm } = projectOf(doc);
  const alike = underlayScale(doc, font, 'x-height');
  const x = underlayLetter(font, { codePoints: [0x78] }, alike)!;
  expect(contoursBox(x.contours)!.yMax).toBeCloseTo(lines.xHeight, 6);
  expect(underlayScale(doc, font, 'em')).toBe(unitsPerEm / font.unitsPerEm);
  // Capitals alone are matched by their height; a font with neither by the em.
  expect(underlayScale(doc, { ...font, xHeight: null }, 'x-height')).toBe(lines.capHeight / font.capHeight!);
  expect(underlayScale(doc, { ...font, xHeight: null, capHeight: null }, 'x-height')).toBe(
    unitsPerEm / font.unitsPerEm,
  );
});

test('measures stand side by side; of a letter that the font lacks only the lines are told', () => {
  const scale = underlayScale(doc, font, 'em');
  const beside = besideUnderlay(doc, doc.glyphs.H!, font, scale);
  const of = (key: string) => beside.find((b) => b.of === key)!;
  expect(of('stem').own).toBe(80);
  expect(of('stem').theirs).toBeGreaterThan(20);
  expect(of('width').theirs).toBeCloseTo(font.letters.get(0x48)!.advance * scale, 6);
  expect(of('left').theirs! + of('right').theirs!).toBeLessThan(of('width').theirs!);
  const lacking = besideUnderlay(doc, { ...doc.glyphs.H!, codePoints: [0x1f41f] }, font, scale);
  expect(lacking.map((b) => b.theirs === null)).toEqual([false, false, true, true, true, true]);
});

test('another style of the family lies beneath at its own size, and is read anew only when its letters change', () => {
  const doc = sampleProject();
  const two = edit(doc, addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 30 })!).doc;
  const regular = inStyle(two, 'regular');
  const font = underlayOfStyle(regular);
  expect(underlayOfStyle({ ...regular, project: { ...regular.project } })).toBe(font);
  expect(underlayScale(two, font, 'em')).toBe(1);
  for (const g of Object.values(regular.glyphs).filter(
    (row) => row.codePoints.length > 0 && row.contours.length > 0,
  )) {
    const letter = underlayLetter(font, g, 1)!;
    expect(letter.advance).toBeCloseTo(advanceOf(g), 6);
    expect(contoursBox(letter.contours)!.xMin).toBeCloseTo(g.bearings.left, 6);
  }
});

test('a style that lies beneath and is taken away lies beneath no longer', () => {
  const doc = sampleProject();
  const two = edit(doc, addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 30 })!).doc;
  const bold = Object.values(two.styles).find((s) => s.name === 'Bold')!;
  const underlay = { fileId: null, styleId: bold.id, name: 'Bold', size: 'em', strength: 0.25 } as const;
  const laid = edit(two, changeProject(two, { underlay }, 'Lay')!).doc;
  expect(projectOf(edit(laid, removeStyle(laid, bold.id)!).doc).underlay).toBeNull();
  expect(projectOf(edit(laid, removeStyle(laid, 'regular')!).doc).underlay).toEqual(underlay);
});

test('a style doesn’t lie beneath itself, nor does one that is gone', () => {
  const doc = sampleProject();
  const two = edit(doc, addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 30 })!).doc;
  const bold = Object.values(two.styles).find((s) => s.name === 'Bold')!;
  const lay = (styleId: string) => {
    const underlay = { fileId: null, styleId, name: '', size: 'em', strength: 0.25 } as const;
    return edit(two, changeProject(two, { underlay }, 'Lay')!).doc;
  };
  expect(styleBeneath(lay(bold.id), 'regular')).toBe(bold.id);
  expect(styleBeneath(lay(bold.id), bold.id)).toBeNull();
  expect(styleBeneath(lay('gone'), 'regular')).toBeNull();
  expect(styleBeneath(two, 'regular')).toBeNull();
});
