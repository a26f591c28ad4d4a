import { parse } from 'opentype.js';
import { edit } from '../document/inStep/edit';
import { setKerning } from '../document/commands/fitting';
import { projectOf } from '../document/newProject';
import { sampleProject } from '../testing/sampleProject';
import { compileFont } from './compileFont';
import { partOf, readying } from './partOf';

const options = { format: 'otf' as const, styleId: 'regular', nowUnixS: 0 };
const read = (bytes: Uint8Array) => parse(bytes.slice().buffer as ArrayBuffer);

test('a part of a font sets its text as the whole does: same letters, same widths, same kerning', () => {
  const doc = edit(sampleProject(), setKerning(sampleProject(), 'H', 'o', -40)!).doc;
  const text = 'Ho';
  const whole = read(compileFont(doc, options));
  const part = read(compileFont(partOf(doc, text), options));
  expect(part.glyphs.length).toBeLessThan(whole.glyphs.length);
  for (const c of text) {
    expect(part.charToGlyph(c).advanceWidth).toBe(whole.charToGlyph(c).advanceWidth);
    expect(part.charToGlyph(c).path.toPathData(0)).toBe(whole.charToGlyph(c).path.toPathData(0));
  }
  const width = (font: typeof part) => font.getAdvanceWidth(text, 1000);
  expect(width(part)).toBe(width(whole));
});

test('glyphs that are asked for by id come along, and what a typed name stands for', () => {
  const doc = sampleProject();
  const [first, second] = Object.values(doc.glyphs).filter((g) => g.codePoints.length > 0);
  const named = { ...doc, glyphs: { ...doc.glyphs, [second!.id]: { ...second!, typed: ['mill'] } } };
  const names = (d: typeof doc) => Object.values(d.glyphs).map((g) => g.id);
  expect(names(partOf(named, 'zz', new Set([first!.id])))).toContain(first!.id);
  expect(names(partOf(named, 'a mill here'))).toContain(second!.id);
  expect(names(partOf(named, 'a mile'))).not.toContain(second!.id);
  expect(projectOf(partOf(named, ''))).toBe(projectOf(named));
});

test('working ahead changes nothing of the font', () => {
  const bytes = compileFont(sampleProject(), options);
  const doc = sampleProject();
  let steps = 0;
  for (const _ of readying(doc, 'regular')) steps++;
  expect(steps).toBe(Object.values(doc.glyphs).filter((g) => g.role === 'letter').length);
  expect(compileFont(doc, options)).toEqual(bytes);
});
