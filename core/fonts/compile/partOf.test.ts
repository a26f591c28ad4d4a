import { parseWithOpentype, shape } from '../../../testing/outsideReaders';
import { edit } from '../../project/document/inStep/edit';
import { setKerning } from '../../project/document/commands/spacing/kerning';
import { setRules } from '../../project/document/commands/features/rules';
import { projectOf } from '../../project/document/newProject';
import { sampleProject } from '../../testing/sampleProject';
import { compileFont } from './compileFont';
import { partOf, readying } from './partOf';

const options = { format: 'otf' as const, styleId: 'regular', nowUnixS: 0 };

test('a part of a font sets its text as the whole does: same letters, same widths, same kerning (read by HarfBuzz)', () => {
  const doc = edit(sampleProject(), setKerning(sampleProject(), 'H', 'o', -40)!).doc;
  const text = 'Ho';
  const [whole, part] = [compileFont(doc, options), compileFont(partOf(doc, text), options)];
  expect(part.length).toBeLessThan(whole.length);
  const set = (bytes: Uint8Array) => shape(bytes, text).map(({ name, advance }) => `${name} ${advance}`);
  expect(set(part)).toEqual(set(whole));
  expect(set(part)[0]).not.toBe(shape(part, text, false).map((g) => `${g.name} ${g.advance}`)[0]);
  for (const c of text) {
    const path = (bytes: Uint8Array) => parseWithOpentype(bytes).charToGlyph(c).path.commands;
    expect(path(part)).toEqual(path(whole));
  }
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
  const ahead = readying(doc, 'regular');
  while (!ahead.next().done) steps++;
  expect(steps).toBe(Object.values(doc.glyphs).filter((g) => g.role === 'letter').length);
  expect(compileFont(doc, options)).toEqual(bytes);
});

test('a part of a font has the drawings that stand in place of its letters: ligatures, turns, ends, sets', () => {
  const base = sampleProject();
  const drawing = (name: string) => ({ ...base.glyphs.o!, id: name, name, codePoints: [] });
  const more = ['o_x', 'o.alt1', 'o_x.alt1', 'swash', 'T.alt1'].map(drawing);
  const drawn = { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(more.map((g) => [g.id, g])) } };
  const doc = edit(
    drawn,
    setRules(drawn, [
      { kind: 'ends', at: 'word-end', swaps: [{ from: 'x', to: 'swash' }], clearance: 0, despite: [] },
    ])!,
  ).doc;
  const names = Object.values(partOf(doc, 'oxx').glyphs).map((g) => g.name);
  expect(names).toEqual(expect.arrayContaining(['o_x', 'o.alt1', 'o_x.alt1', 'swash']));
  expect(names).not.toContain('T.alt1');
  const set = (d: typeof doc) => shape(compileFont(d, options), 'oxx').map((g) => g.name);
  expect(set(partOf(doc, 'oxx'))).toEqual(set(doc));
  expect(set(doc)).toEqual(['o_x', 'swash']);
});
