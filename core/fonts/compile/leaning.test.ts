/** Letters that lean by their neighbours, held against HarfBuzz (package harfbuzzjs) shaping texts with the fonts that are cast. */
import { outlineAt, sanitize, shape } from '../../../testing/outsideReaders';
import { nth } from '../../foundations/lists/nth';
import { addStyle } from '../../project/document/commands/family/addStyle';
import { setBounce } from '../../project/document/commands/features/turns';
import { setKerning } from '../../project/document/commands/spacing/kerning';
import { edit } from '../../project/document/inStep/edit';
import { blankGlyph, newProject } from '../../project/document/newProject';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { rect } from '../../testing/shapes';
import { castFile } from './casts/castFile';
import { compileFont } from './compileFont';
import { withLeaning } from './leaning';
import { setWord } from './setWord';
import { compileVariable } from './variable/compileVariable';
import { unzipSync } from 'fflate';

const DEG = 3;
const HEIGHT = 600;
const letter = (char: string): GlyphRow => ({
  ...blankGlyph(char, char, [nth([...char], 0).codePointAt(0) ?? 0]),
  contours: [rect(0, 0, 100, HEIGHT)],
});

/** Upright bars for letters and figures, a kerned pair, and a letter that joins what follows. */
function leaningDoc(): Doc {
  const base = newProject('lean', 'Lean', 0);
  const joining = { ...letter('j'), anchors: [{ name: 'exit', x: 100, y: 100 }] };
  const rows = [...[...'abcdefghinoprstu0123456789.'].map(letter), joining];
  const doc = { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
  const kerned = edit(doc, setKerning(doc, 'a', 'o', -60)!).doc;
  return edit(kerned, setBounce(kerned, { lean: DEG })!).doc;
}

const cast = (doc: Doc) => compileFont(doc, { format: 'otf', styleId: 'regular', nowUnixS: 0 });

/** How far the upright bar of a glyph leans, degrees against the clock, by its outline as HarfBuzz draws it. */
function leanOf(bytes: Uint8Array, gid: number): number {
  const ps = [...outlineAt(bytes, gid, {}).matchAll(/[ML](-?[\d.]+),(-?[\d.]+)/g)].map((m) => ({
    x: Number(m[1]),
    y: Number(m[2]),
  }));
  const middle = (of: typeof ps) => (Math.min(...of.map((p) => p.x)) + Math.max(...of.map((p) => p.x))) / 2;
  const [low, high] = [ps.filter((p) => p.y < HEIGHT / 2), ps.filter((p) => p.y >= HEIGHT / 2)];
  return (Math.atan2(middle(low) - middle(high), HEIGHT) * 180) / Math.PI;
}

const leansIn = (bytes: Uint8Array, text: string) =>
  shape(bytes, text, true).map(({ gid }) => Math.round(leanOf(bytes, gid) * 10) / 10);

test('letters lean to either side by what stands before them, by the degrees asked for, and stand where they stood', () => {
  const doc = leaningDoc();
  const bytes = cast(doc);
  const text = 'the sound of geese in the barn as rain passes';
  const words = [...text].filter((c) => 'abcdefghinoprstu'.includes(c)).join('');
  const leans = leansIn(bytes, words);
  for (const lean of leans) expect([-DEG, 0, DEG].some((d) => Math.abs(lean - d) < 0.15)).toBe(true);
  for (const way of [-1, 0, 1])
    expect(leans.filter((l) => Math.sign(l) === way).length).toBeGreaterThan(leans.length / 8);
  expect(leansIn(bytes, words)).toEqual(leans);
  expect(shape(bytes, words, true).map((g) => g.advance)).toEqual(
    shape(bytes, words, true, { calt: 0 }).map((g) => g.advance),
  );
  expect(new Set([...'abcdefgh'].map((c) => leansIn(bytes, `${c}n`)[1])).size).toBe(3);
  expect(sanitize(bytes, 'leaning.otf')).toBe('');
});

test('figures, signs and letters that join stand upright, and nothing leans when it is switched off', () => {
  const bytes = cast(leaningDoc());
  for (const text of ['0123456789', 'a.b.', 'ajbjcj'])
    shape(bytes, text, true).forEach(({ gid }, i) => {
      if (/[\d.j]/.test(text.charAt(i))) expect(Math.abs(leanOf(bytes, gid))).toBeLessThan(0.1);
    });
  const plain = shape(bytes, 'aobnst', true, { calt: 0 });
  for (const { gid } of plain) expect(Math.abs(leanOf(bytes, gid))).toBeLessThan(0.1);
});

test('letters that lean are kerned as they are upright', () => {
  const bytes = cast(leaningDoc());
  const gap = (text: string, calt: number) => {
    const at = text.indexOf('ao');
    return nth(shape(bytes, text, true, { calt }), at).advance;
  };
  for (const before of 'bcdefghin') expect(gap(`${before}ao`, 1)).toBe(gap(`${before}ao`, 0));
  expect(gap('bao', 1)).toBe(nth(shape(bytes, 'a'), 0).advance - 60);
});

test('words as drawings, other formats and fonts between weights lean alike', async () => {
  const doc = leaningDoc();
  const bytes = cast(doc);
  const text = 'gratings';
  expect(setWord(doc, text).letters.map((l) => l.name)).toEqual(shape(bytes, text, true).map((g) => g.name));
  const bold = edit(doc, addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 20 })!).doc;
  const variable = compileVariable(bold, 0);
  if (!variable.ok) throw new Error('no variable font');
  expect(shape(variable.value, text, true).map((g) => g.name)).toEqual(
    shape(bytes, text, true).map((g) => g.name),
  );
  const options = {
    styleId: 'regular',
    nowUnixS: 0,
    brotli: () => Promise.reject(new Error('not asked for')),
  };
  const ufo = await castFile(doc, 'ufo', options);
  if (!ufo.ok) throw new Error('no UFO');
  const glifs = Object.keys(unzipSync(ufo.value.bytes)).filter((n) => n.includes('.lean'));
  expect(glifs).toHaveLength(2 * [...'abcdefghinoprstu'].length);
  // Letters that are given one by one are those of the project.
  const letters = await castFile(doc, 'letters-svg', options);
  if (!letters.ok) throw new Error('no letters');
  expect(Object.keys(unzipSync(letters.value.bytes)).filter((n) => n.includes('lean'))).toEqual([]);
});

test('a document is made to lean once, and one without the rule is itself', () => {
  const doc = leaningDoc();
  const leaning = withLeaning(doc);
  expect(withLeaning(leaning)).toBe(leaning);
  expect(withLeaning(doc)).toBe(leaning);
  const upright = edit(doc, setBounce(doc, { lean: 0 })!).doc;
  expect(withLeaning(upright)).toBe(upright);
});
