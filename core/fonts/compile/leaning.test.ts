/** Letters that lean by their neighbours, held against HarfBuzz (package harfbuzzjs) shaping texts with the fonts that are cast. */
import { outlineAt, sanitize, shape } from '../../../testing/outsideReaders';
import { cornerAt } from '../../foundations/geometry/contour';
import { nth } from '../../foundations/lists/nth';
import { penOutline } from '../../outlines/dress/grow';
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

test('letters that a pen draws lean between weights and as single strokes, too', async () => {
  const doc = leaningDoc();
  const line = { closed: false, nodes: [cornerAt(50, 0), cornerAt(50, HEIGHT)] };
  const pen = { width: 60, ends: 'flat', joins: 'sharp', contrast: 1, angle: 0, thinned: 0 } as const;
  const drawn = Object.fromEntries(
    Object.entries(doc.glyphs).map(([id, g]) => [
      id,
      g.codePoints.length > 0 && g.contours.length > 0
        ? { ...g, contours: penOutline([line], pen), skeleton: { lines: [line], pen } }
        : g,
    ]),
  );
  const own = { ...doc, glyphs: drawn };
  const family = edit(own, addStyle(own, { name: 'Bold', weightClass: 700, heavier: 30 })!).doc;
  const variable = compileVariable(family, 0);
  if (!variable.ok) throw new Error('no variable font');
  const text = 'gratings';
  const leans = leansIn(cast(own), text);
  expect(leans.some((l) => Math.abs(l) > 2)).toBe(true);
  leansIn(variable.value, text).forEach((lean, i) =>
    expect(Math.abs(lean - nth(leans, i))).toBeLessThan(0.3),
  );
  const row = Object.values(withLeaning(own).glyphs).find((g) => g.name === 'a.lean1');
  const [foot, head] = row?.skeleton?.lines[0]?.nodes ?? [];
  expect(Math.atan2((foot?.x ?? 0) - (head?.x ?? 0), HEIGHT)).toBeCloseTo((DEG * Math.PI) / 180, 2);
});

test('gradients of a letter’s own colours lean with it', () => {
  const doc = leaningDoc();
  const a = nth(
    Object.values(doc.glyphs).filter((g) => g.name === 'a'),
    0,
  );
  const paint = {
    kind: 'linear' as const,
    from: { x: 50, y: 0 },
    to: { x: 50, y: HEIGHT },
    stops: [
      { at: 0, rgb: [0, 0, 0] as const },
      { at: 1, rgb: [255, 0, 0] as const },
    ],
  };
  const painted = {
    ...doc,
    glyphs: { ...doc.glyphs, [a.id]: { ...a, layers: [{ paint, contours: a.contours }] } },
  };
  const leaning = Object.values(withLeaning(painted as Doc).glyphs).find((g) => g.name === 'a.lean1');
  const turned = leaning?.layers[0]?.paint;
  if (turned?.kind !== 'linear') throw new Error('no gradient');
  expect(Math.atan2(turned.from.x - turned.to.x, turned.to.y - turned.from.y)).toBeCloseTo(
    (DEG * Math.PI) / 180,
    4,
  );
});
