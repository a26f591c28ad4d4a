/**
 * A family of three made-up styles as one variable font, as outside readers see it: HarfBuzz (package harfbuzzjs) shapes and draws it at
 * each style's place and between, fontkit reads it, Debian's Chromium sets it, fontTools' instancer cuts each style out of it, the sanitizer
 * takes it.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { browserPage } from '../../../../testing/browserPage';
import {
  hasFontTools,
  hasFreeType,
  hasSanitizer,
  outlineAt,
  parseWithFontkit,
  sanitize,
  shape,
  shapeAt,
  withFontTools,
} from '../../../../testing/outsideReaders';
import { circle, rect } from '../../../testing/shapes';
import {
  cornerAt,
  reverseContour,
  transformContours,
  type Contour,
} from '../../../foundations/geometry/contour';
import { describeProblem } from '../../../foundations/problems/describe';
import { unite } from '../../../outlines/boolean/unite';
import { penOutline, type PenShape } from '../../../outlines/dress/grow';
import { greatestDeviation } from '../../../outlines/outline/deviation';
import { addStyle } from '../../../project/document/commands/family/addStyle';
import { edit } from '../../../project/document/inStep/edit';
import { blankGlyph, newProject } from '../../../project/document/newProject';
import type { Doc, GlyphRow } from '../../../project/document/schema';
import { readSvg } from '../../../readers/svg/read/readSvg';
import { compileFont } from '../compileFont';
import { placeInFont } from '../compileGlyph';
import { fontData } from '../fontData';
import { parseSfnt } from '../../opentype/sfnt';
import { OS2 } from '../../opentype/tables/os2';
import { compileVariable } from './compileVariable';

const NOW = 1_700_000_000;
const page = browserPage();

const pen: PenShape = { width: 60, ends: 'round', joins: 'round' };
const line = (...points: [number, number][]): Contour => ({
  closed: false,
  nodes: points.map(([x, y]) => cornerAt(x, y)),
});
const arch: Contour = {
  closed: false,
  nodes: [
    cornerAt(250, 30),
    { ...cornerAt(250, 300), out: { x: 250, y: 420 } },
    { ...cornerAt(150, 470), in: { x: 210, y: 470 }, out: { x: 80, y: 470 } },
    { ...cornerAt(30, 380), in: { x: 50, y: 440 } },
  ],
};
const drawn = (name: string, char: string, lines: readonly Contour[]): GlyphRow => ({
  ...blankGlyph(name, name, [char.codePointAt(0)!]),
  contours: penOutline(lines, pen),
  skeleton: { lines, pen: { ...pen, contrast: 1, angle: 0, thinned: 0 } },
  bearings: { left: 50, right: 60 },
  spacing: 'hand',
});

/** Letters along skeletons, a plain outline, a mark, an accented letter made of parts; kerning by pairs and groups. */
function family(): Doc {
  const base = newProject('family', 'Tide', 0);
  const n = {
    ...drawn('n', 'n', [line([30, 470], [30, 30]), arch]),
    anchors: [{ name: 'top', x: 140, y: 560 }],
  };
  const acute = {
    ...drawn('acutecomb', '\u0301', [line([100, 600], [180, 720])]),
    anchors: [{ name: '_top', x: 130, y: 560 }],
  };
  const rows: GlyphRow[] = [
    n,
    drawn('v', 'v', [line([30, 470], [150, 30], [270, 470])]),
    drawn('T', 'T', [line([30, 670], [370, 670]), line([200, 670], [200, 30])]),
    {
      ...blankGlyph('o', 'o', [0x6f]),
      contours: [circle(250, 250, 250), reverseContour(circle(250, 250, 190))],
    },
    { ...blankGlyph('l', 'l', [0x6c]), contours: [rect(0, 0, 70, 720)] },
    acute,
    {
      ...blankGlyph('nacute', 'nacute', [0x144]),
      components: [
        { id: 'base', glyphId: 'n', transform: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }, mark: null },
        { id: 'mark', glyphId: 'acutecomb', transform: { a: 1, b: 0, c: 0, d: 1, e: 10, f: 0 }, mark: null },
      ],
      contours: [
        ...n.contours.map((c) => ({ ...c, of: 'base' })),
        ...transformContours(acute.contours, { a: 1, b: 0, c: 0, d: 1, e: 10, f: 0 }).map((c) => ({
          ...c,
          of: 'mark',
        })),
      ],
    },
  ];
  const kern = (left: string, right: string, value: number) => ({
    id: `${left} ${right}`,
    styleId: 'regular',
    left,
    right,
    value,
    fitted: false,
  });
  const doc: Doc = {
    ...base,
    glyphs: { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) },
    kerning: Object.fromEntries([kern('T', 'v', -40), kern('@stems', '@round', -12)].map((k) => [k.id, k])),
    groups: {
      '@stems': { id: '@stems', styleId: 'regular', side: 'left', glyphIds: ['n', 'l'], fitted: false },
      '@round': { id: '@round', styleId: 'regular', side: 'right', glyphIds: ['o', 'v'], fitted: false },
    },
  };
  const made = [
    { name: 'Light', weightClass: 300, heavier: -30 },
    { name: 'Bold', weightClass: 700, heavier: 50 },
  ].reduce((d, s) => edit(d, addStyle(d, s)!).doc, doc);
  return bolder(made);
}

/** Bold kerns otherwise than Regular, and its accent stands higher. */
function bolder(doc: Doc): Doc {
  const bold = Object.values(doc.styles).find((s) => s.name === 'Bold')!.id;
  const kerning = Object.fromEntries(
    Object.values(doc.kerning).map((k) => [k.id, k.styleId === bold ? { ...k, value: k.value * 2 + 3 } : k]),
  );
  const glyphs = Object.fromEntries(
    Object.values(doc.glyphs).map((g) => [
      g.id,
      g.styleId === bold && g.name === 'n' ? { ...g, anchors: [{ name: 'top', x: 144, y: 590 }] } : g,
    ]),
  );
  return { ...doc, kerning, glyphs };
}

const doc = family();
const styles = Object.values(doc.styles);
const made = compileVariable(doc, NOW);
if (!made.ok) throw new Error(made.problems.map(describeProblem).join());
const font = made.value;
const styleFont = (styleId: string, of: Doc = doc) =>
  compileFont(of, { format: 'ttf', styleId, nowUnixS: NOW });
const united = (contours: readonly Contour[]) => unite([{ contours, rule: 'nonzero' as const }]);

/** A glyph as HarfBuzz draws it at a weight, overlaps united. */
function outlineOf(bytes: Uint8Array, gid: number, wght: number): Contour[] {
  const d = outlineAt(bytes, gid, { wght });
  if (d === '') return [];
  const read = readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 -1000 1000 2000"><path d="${d}"/></svg>`,
  );
  if (!read.ok) throw new Error(d);
  return united(read.value.shapes.flatMap((s) => s.contours));
}

test('every glyph agrees, and at each style’s weight it is that style’s within 1 unit: outline, width, kerning, accents', () => {
  expect(made.problems).toEqual([]);
  const texts = ['nvTol', 'Tvno', 'lonv', 'n\u0301l\u0301', '\u0144'];
  for (const style of styles) {
    const own = fontData(doc, style.id);
    const rows = new Map(Object.values(doc.glyphs).map((g) => [g.id, g]));
    own.glyphs.forEach((g, gid) => {
      const row = rows.get(g.id)!;
      const drawing = united(transformContours(row.contours, placeInFont(row)));
      expect(greatestDeviation(drawing, outlineOf(font, gid, style.weightClass))).toBeLessThanOrEqual(1);
    });
    for (const text of texts)
      expect(shapeAt(font, text, { wght: style.weightClass })).toEqual(shape(styleFont(style.id), text));
  }
});

test('an accented letter is its parts at every weight, moved with them', () => {
  const script = `
import json, sys
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer
font = TTFont(sys.argv[1])
name = font.getBestCmap()[0x144]
parts = []
for weight in (300, 400, 700):
    cut = instancer.instantiateVariableFont(TTFont(sys.argv[1]), {'wght': weight})
    parts.append([[c.glyphName, c.x, c.y] for c in cut['glyf'][name].components])
print(json.dumps([[font['glyf'][name].numberOfContours, font['glyf'][name].components[0].flags & 0x400], parts]))`;
  const [glyph, parts] = JSON.parse(withFontTools(script, { 'a.ttf': font })) as [number[], unknown[][]];
  expect(glyph).toEqual([-1, 0x400]);
  const inWeight = [...styles].sort((a, b) => a.weightClass - b.weightClass);
  const own = inWeight.map((s) => {
    const { glyphs } = fontData(doc, s.id);
    const nameOf = new Map(glyphs.map((g) => [g.id, g.name]));
    return glyphs.find((g) => g.name === 'nacute')!.parts.map((p) => [nameOf.get(p.id), p.dx, p.dy]);
  });
  expect(parts).toEqual(own);
  expect(JSON.stringify(own[0])).not.toBe(JSON.stringify(own[2]));
});

test('between two styles everything lies between them', () => {
  const [regular, bold] = [400, 700].map((wght) => shapeAt(font, 'Tvno', { wght }));
  const middle = shapeAt(font, 'Tvno', { wght: 550 });
  middle.forEach((g, i) => {
    const mean = (regular![i]!.advance + bold![i]!.advance) / 2;
    expect(Math.abs(g.advance - mean)).toBeLessThanOrEqual(1);
  });
  // A pen between two pens along lines between theirs: letters are as tall at every weight.
  const [top, foot] = [670 - (85 - pen.width) / 2, 30 + (85 - pen.width) / 2];
  const stem = outlineOf(
    font,
    fontData(doc, 'regular').glyphs.findIndex((g) => g.name === 'T'),
    550,
  );
  const half = penOutline([line([30, top], [370, top]), line([200, top], [200, foot])], {
    ...pen,
    width: 85,
  });
  const box = (cs: readonly Contour[]) => Math.min(...cs.flatMap((c) => c.nodes.map((p) => p.x)));
  const moved = transformContours(half, { a: 1, b: 0, c: 0, d: 1, e: box(stem) - box(half), f: 0 });
  expect(greatestDeviation(stem, moved)).toBeLessThan(1.5);
});

test('a weight that lies on the straight way between two others takes no outlines of its own', () => {
  const more = edit(doc, addStyle(doc, { name: 'Medium', weightClass: 500, heavier: 20 })!).doc;
  const flat = { ...more, kerning: {}, groups: {} };
  // Only pens along skeletons: their outlines lie on a line, whatever the weights are called.
  const pens = Object.fromEntries(
    Object.values(flat.glyphs)
      .filter((g) => ['T', 'l', 'space', '.notdef'].includes(g.name))
      .map((g) => [
        g.id,
        g.name === 'l' ? { ...g, name: 'l', contours: rect(0, 0, 70, 720) && [rect(0, 0, 70, 720)] } : g,
      ]),
  );
  const four = compileVariable({ ...flat, glyphs: pens }, NOW);
  if (!four.ok) throw new Error('not made');
  const { tables } = parseSfnt(four.value);
  // 'gvar', sharedTupleCount: Light and Bold, not Medium; 'avar' says where Medium is.
  expect(new DataView(tables.get('gvar')!.slice().buffer).getUint16(6)).toBe(2);
  expect(tables.has('avar')).toBe(true);
  const medium = Object.values(flat.styles).find((s) => s.name === 'Medium')!;
  const own = styleFont(medium.id, { ...flat, glyphs: pens });
  for (const gid of [0, 1, 2, 3])
    expect(greatestDeviation(outlineOf(own, gid, 500), outlineOf(four.value, gid, 500))).toBeLessThanOrEqual(
      1,
    );
});

test('the axis, its named places and names are read by fontkit; static styles of the family group by the naming rules', () => {
  const read = parseWithFontkit(font) as unknown as {
    variationAxes: Record<string, { min: number; default: number; max: number }>;
    namedVariations: Record<string, { wght: number }>;
  };
  expect(read.variationAxes.wght).toMatchObject({ min: 300, default: 400, max: 700 });
  expect(read.namedVariations).toEqual({ Light: { wght: 300 }, Regular: { wght: 400 }, Bold: { wght: 700 } });
  const namesOf = (bytes: Uint8Array) =>
    (parseWithFontkit(bytes) as unknown as { name: { records: Record<string, Record<string, string>> } }).name
      .records;
  const records = styles.map((s) => namesOf(styleFont(s.id)));
  // OpenType, name ids 1, 2, 16 and 17: Regular and Bold share a family; Light has its own there, and the family above it.
  expect(
    records.map((r) => [
      r.fontFamily?.en,
      r.fontSubfamily?.en,
      r.preferredFamily?.en,
      r.preferredSubfamily?.en,
    ]),
  ).toEqual([
    ['Tide', 'Regular', undefined, undefined],
    ['Tide Light', 'Regular', 'Tide', 'Light'],
    ['Tide', 'Bold', undefined, undefined],
  ]);
  expect(new Set(records.map((r) => r.postscriptName?.en)).size).toBe(3);
});

test('all styles share their line metrics, and each says in STAT what it is', () => {
  const metrics = [...styles.map((s) => styleFont(s.id)), font].map((bytes) => {
    const { tables } = parseSfnt(bytes);
    expect(tables.has('STAT')).toBe(true);
    const { sTypoAscender, sTypoDescender, sTypoLineGap, usWinAscent, usWinDescent } = OS2.parse(
      tables.get('OS/2')!,
    );
    return [sTypoAscender, sTypoDescender, sTypoLineGap, usWinAscent, usWinDescent].join();
  });
  expect(new Set(metrics).size).toBe(1);
});

test('the sanitizer takes it, FreeType has the same widths, and fontTools cuts each style out of it', () => {
  expect(hasSanitizer && hasFontTools && hasFreeType).toBe(true);
  expect(sanitize(font, 'variable.ttf')).toBe('');
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-'));
  const path = join(folder, 'variable.ttf');
  writeFileSync(path, font);
  for (const s of styles) {
    const set = (reader: string) =>
      execFileSync(
        'hb-shape',
        [path, 'nvTol', `--variations=wght=${s.weightClass}`, `--font-funcs=${reader}`, '--no-glyph-names'],
        { encoding: 'utf8' },
      );
    expect(set('ft')).toBe(set('ot'));
  }
  const script = `
import json, sys
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer
out = {}
for weight in (300, 400, 700):
    font = instancer.instantiateVariableFont(TTFont(sys.argv[1]), {'wght': weight})
    font.save(sys.argv[1] + '.cut')
    cut = TTFont(sys.argv[1] + '.cut')
    out[weight] = {'widths': [cut['hmtx'][g][0] for g in cut.getGlyphOrder()], 'class': cut['OS/2'].sxHeight,
      'points': [len(cut['glyf'][g].getCoordinates(cut['glyf'])[0]) for g in cut.getGlyphOrder()]}
print(json.dumps(out))`;
  const result = spawnSync('/usr/bin/python3', ['-c', script, path], { encoding: 'utf8' });
  expect(result.stderr).not.toMatch(/Traceback/);
  const cut = JSON.parse(result.stdout) as Record<string, { widths: number[]; class: number }>;
  for (const s of styles) {
    const own = fontData(doc, s.id);
    expect(cut[s.weightClass]!.widths).toEqual(own.glyphs.map((g) => g.advance));
    expect(cut[s.weightClass]!.class).toBe(
      OS2.parse(parseSfnt(styleFont(s.id)).tables.get('OS/2')!).sxHeight,
    );
  }
});

test('Chromium sets it at every weight as wide as HarfBuzz does', async () => {
  const weights = [300, 350, 400, 550, 700];
  const widths = await page().evaluate(
    async ({ base64, weights }) => {
      const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
      const face = await new FontFace('varying', bytes, { weight: '300 700' }).load();
      document.fonts.add(face);
      const span = document.createElement('span');
      span.style.cssText = 'font: 1000px varying; white-space: pre; position: absolute';
      span.textContent = 'Tvnol';
      document.body.append(span);
      return weights.map((w) => {
        span.style.fontWeight = String(w);
        return span.getBoundingClientRect().width;
      });
    },
    { base64: Buffer.from(font).toString('base64'), weights },
  );
  widths.forEach((width, i) => {
    const expected = shapeAt(font, 'Tvnol', { wght: weights[i]! }).reduce((n, g) => n + g.advance, 0);
    expect(Math.abs(width - expected)).toBeLessThanOrEqual(3);
  });
});

test('what does not agree is named with its reason and stays as in the default style; styles of one weight are told', () => {
  const light = styles.find((s) => s.name === 'Light')!;
  const glyphs = Object.fromEntries(
    Object.values(doc.glyphs)
      .filter((g) => !(g.styleId === light.id && g.name === 'v'))
      .map((g) => [
        g.id,
        g.styleId === light.id && g.name === 'o' ? { ...g, contours: g.contours.slice(0, 1) } : g,
      ]),
  );
  const same = edit(doc, addStyle(doc, { name: 'Inked', weightClass: 700, heavier: 10 })!).doc.styles;
  const odd = compileVariable({ ...doc, glyphs, styles: same }, NOW);
  if (!odd.ok) throw new Error('not made');
  expect(odd.problems.map(describeProblem)).toEqual([
    expect.stringContaining('nother style has the weight of Inked'),
    expect.stringContaining('glyph o: the letter has more contours in one style than in another'),
    expect.stringContaining("glyph v: the letter isn't drawn in Light"),
  ]);
  const gid = fontData(doc, 'regular').glyphs.findIndex((g) => g.name === 'o');
  expect(outlineAt(odd.value, gid, { wght: 300 })).toBe(outlineAt(odd.value, gid, { wght: 700 }));
  const one = compileVariable(newProject('one', 'One', 0), NOW);
  expect(one.ok).toBe(false);
  expect(one.problems.map(describeProblem)).toEqual([
    expect.stringMatching(/needs two styles of different weight/),
  ]);
});

(hasFontTools ? test : test.skip)(
  'the cursor within a ligature follows the weight, as fontTools’ instancer cuts it',
  () => {
    const base = newProject('ligature', 'Tide', 0);
    const rows: GlyphRow[] = [
      drawn('T', 'T', [line([30, 670], [370, 670]), line([200, 670], [200, 30])]),
      { ...blankGlyph('l', 'l', [0x6c]), contours: [rect(0, 0, 70, 720)], bearings: { left: 30, right: 30 } },
      { ...drawn('T_l', 'T', [line([30, 670], [500, 670]), line([200, 670], [200, 30])]), codePoints: [] },
    ];
    const glyphs = { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) };
    const doc = edit({ ...base, glyphs }, addStyle({ ...base, glyphs }, { name: 'Bold', weightClass: 700, heavier: 60 })!).doc; // prettier-ignore
    const made = compileVariable(doc, NOW);
    if (!made.ok) throw new Error('no variable font');
    const script = `
import json, sys
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer
out = []
for weight in (400, 700):
    font = instancer.instantiateVariableFont(TTFont(sys.argv[1]), {'wght': weight})
    out.append(font['GDEF'].table.LigCaretList.LigGlyph[0].CaretValue[0].Coordinate)
print(json.dumps(out))`;
    const carets = JSON.parse(withFontTools(script, { 'a.ttf': made.value })) as number[];
    const own = Object.values(doc.styles).map((s) => fontData(doc, s.id).layout.carets[0]?.at[0]);
    expect(carets).toEqual(own);
    expect(carets[1]).not.toBe(carets[0]);
  },
);
