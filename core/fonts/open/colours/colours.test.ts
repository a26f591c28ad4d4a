/**
 * Fonts with colours, opened and cast again, as Debian's Chromium paints them before and after: our own, one of every kind of paint built by
 * fontTools, and drawings in SVG, of our own and of an open font (@fontsource/bungee-spice).
 */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import fc from 'fast-check';
import { browserPage } from '../../../../testing/browserPage';
import { mutate, mutations } from '../../../../testing/mutate';
import { openFontPath } from '../../../../testing/openFonts';
import { hasFontTools, withFontTools } from '../../../../testing/outsideReaders';
import { contoursBox } from '../../../foundations/geometry/measure';
import { colourKey } from '../../../foundations/geometry/paint';
import { describeProblem } from '../../../foundations/problems/describe';
import { addPalette } from '../../../project/document/commands/colours/palettes';
import { edit } from '../../../project/document/inStep/edit';
import { projectOf } from '../../../project/document/newProject';
import { danglingReferences } from '../../../project/document/queries/dangling';
import type { Doc } from '../../../project/document/schema';
import { drawnProject } from '../../../testing/drawnProject';
import { byName } from '../../../testing/named';
import { compileFont } from '../../compile/compileFont';
import { buildSfnt, parseSfnt, SFNT_CFF, SFNT_TRUETYPE } from '../../opentype/sfnt';
import { ByteWriter } from '../../opentype/bytes';
import { readFont } from '../../opentype/read/readFont';
import { openFont } from '../openFont';
import { svgLayers } from './svgColours';

const page = browserPage();

const DRAWINGS = {
  'A.svg':
    '<rect x="10" y="10" width="80" height="80" fill="#1d5a6c"/><circle cx="50" cy="50" r="30" fill="#e0a030"/><rect x="40" y="40" width="20" height="50" fill="#7a1f1f"/>',
  'B.svg':
    '<defs><linearGradient id="l" gradientUnits="userSpaceOnUse" x1="20" y1="10" x2="80" y2="90"><stop offset="0" stop-color="#103060"/><stop offset="0.4" stop-color="#40a0c0"/><stop offset="1" stop-color="#f0e0a0"/></linearGradient>' +
    '<radialGradient id="r" gradientUnits="userSpaceOnUse" cx="50" cy="50" r="22"><stop offset="0" stop-color="#fff0c0"/><stop offset="1" stop-color="#902010"/></radialGradient></defs>' +
    '<rect x="10" y="10" width="80" height="80" rx="12" fill="url(#l)"/><circle cx="50" cy="50" r="22" fill="url(#r)"/>',
};

const cast = (doc: Doc, format: 'otf' | 'ttf' = 'ttf') =>
  compileFont(doc, { format, styleId: projectOf(doc).styleId, nowUnixS: 0 });

function opened(bytes: Uint8Array) {
  const font = readFont(bytes, (packed) => brotliDecompressSync(packed));
  const made = font.ok ? openFont(font.value, { id: 'opened', family: 'Tide Other', nowMs: 0 }) : font;
  if (!made.ok) throw new Error(made.problems.map(describeProblem).join());
  expect(danglingReferences(made.value.doc)).toEqual([]);
  const leftOut = made.value.problems.flatMap((p) => (p.code === 'font-left-out' ? p.what : []));
  return { doc: made.value.doc, leftOut };
}

/** Mean difference of what two fonts paint for a letter, over px that the first paints, 0 to 1. */
const difference = (before: Uint8Array, after: Uint8Array, char: string): Promise<number> =>
  page().evaluate(
    async ({ fonts, char }) => {
      const painted: Uint8ClampedArray[] = [];
      for (const base64 of fonts) {
        const face = await new FontFace('colours', Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))).load();
        document.fonts.add(face);
        const canvas = document.createElement('canvas');
        canvas.width = canvas.height = 300;
        const g = canvas.getContext('2d');
        if (!g) throw new Error('no canvas');
        g.fillStyle = '#fff';
        g.fillRect(0, 0, 300, 300);
        g.fillStyle = '#000';
        g.font = '240px colours';
        g.fillText(char, 20, 230);
        painted.push(g.getImageData(0, 0, 300, 300).data);
        document.fonts.delete(face);
      }
      const [a, b] = painted;
      let [sum, inked] = [0, 0];
      a?.forEach((v, i) => {
        sum += Math.abs(v - (b?.[i] ?? 0));
        inked += v < 250 ? 1 : 0;
      });
      if (inked === 0) throw new Error('nothing was painted');
      return sum / inked / 255;
    },
    { fonts: [before, after].map((b) => Buffer.from(b).toString('base64')), char },
  ); // prettier-ignore

test('letters of flat colours and gradients keep them, and palettes their names and grounds', async () => {
  const plain = await drawnProject(DRAWINGS, 'text');
  const diff = addPalette(plain, { name: 'At night', ground: 'dark' });
  if (!diff) throw new Error('no palette');
  const { doc } = edit(plain, diff);
  const font = cast(doc);
  const again = opened(font);
  expect(again.leftOut.filter((w) => /colour|gradient/.test(w))).toEqual([]);
  expect(byName(again.doc).A?.layers).toHaveLength(3);
  expect(Object.keys(byName(again.doc)).filter((n) => n.startsWith('paint'))).toEqual([]);
  // A palette says of a colour only what it is instead.
  const said = (d: Doc) =>
    projectOf(d).palettes.map(({ name, ground, colours }) => [
      name,
      ground,
      Object.fromEntries(Object.entries(colours).filter(([key, rgb]) => colourKey(rgb) !== key)),
    ]);
  expect(said(again.doc)).toEqual(said(doc));
  expect(said(doc)[0]?.[0]).toBe('At night');
  for (const char of ['A', 'B']) expect(await difference(font, cast(again.doc), char)).toBeLessThan(0.005);
  const { A } = byName(again.doc);
  if (!A) throw new Error('no A');
  const other = { ...again.doc, glyphs: { ...again.doc.glyphs, [A.id]: { ...A, layers: A.layers.slice(0, 1) } } };
  expect(await difference(font, cast(other), 'A')).toBeGreaterThan(0.03);
}); // prettier-ignore

test('letters that are drawings in SVG alone become layers', async () => {
  const doc = await drawnProject(DRAWINGS, 'text');
  const { tables } = parseSfnt(cast(doc, 'otf'));
  const drawings = buildSfnt(SFNT_CFF, new Map([...tables].filter(([tag]) => !/COLR|CPAL/.test(tag))));
  const again = opened(drawings);
  expect(byName(again.doc).A?.layers).toHaveLength(3);
  for (const char of ['A', 'B'])
    expect(await difference(cast(doc), cast(again.doc), char)).toBeLessThan(0.01);
});

test('an open font of drawings in packed SVG has its letters in colours', () => {
  const { doc, leftOut } = opened(new Uint8Array(readFileSync(openFontPath('bungee-spice'))));
  expect(leftOut.filter((w) => /colour|SVG|drawings/.test(w))).toEqual([expect.stringContaining('a gradient that repeats')]);
  const painted = Object.values(doc.glyphs).filter((g) => g.layers.length > 1);
  expect(painted.length).toBeGreaterThan(200);
  for (const g of painted) {
    const [own, layers] = [g.contours, g.layers.flatMap((l) => l.contours)].map(contoursBox);
    if (!own || !layers) throw new Error('nothing drawn');
    expect([g.name, Math.abs(own.xMin - layers.xMin) < 60, Math.abs(own.yMax - layers.yMax) < 60]).toEqual([g.name, true, true]);
  }
}); // prettier-ignore

const MADE = `
import base64, io
from fontTools.fontBuilder import FontBuilder
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.colorLib.builder import buildCOLR, buildCPAL
order = ['.notdef', 'A', 'B', 'C', 'D', 'box', 'tip', 'ball']
fb = FontBuilder(1000, isTTF=True)
fb.setupGlyphOrder(order)
fb.setupCharacterMap({65: 'A', 66: 'B', 67: 'C', 68: 'D'})
shapes = {'box': [(0, 0), (0, 400), (500, 400), (500, 0)], 'tip': [(0, 0), (200, 700), (500, 50)], 'ball': [(0, 300), (300, 600), (600, 300), (300, 0)]}
glyphs = {}
for name in order:
    pen = TTGlyphPen(None)
    points = shapes.get(name, shapes['box'])
    pen.moveTo(points[0])
    for p in points[1:]: pen.lineTo(p)
    pen.closePath()
    glyphs[name] = pen.glyph()
fb.setupGlyf(glyphs)
fb.setupHorizontalMetrics({name: (700, 0) for name in order})
fb.setupHorizontalHeader(ascent=800, descent=-200)
fb.setupNameTable({'familyName': 'Every Paint', 'styleName': 'Regular'})
fb.setupOS2(sTypoAscender=800, sxHeight=500)
fb.setupPost()
F = {'glyph': 10, 'colr': 11, 'transform': 12, 'translate': 14, 'scale': 16, 'scaleAround': 18, 'even': 20, 'evenAround': 22, 'rotate': 24, 'rotateAround': 26, 'skew': 28, 'skewAround': 30, 'composite': 32}
solid = lambda i: {'Format': 2, 'PaletteIndex': i, 'Alpha': 1.0}
line = {'Extend': 'pad', 'ColorStop': [{'StopOffset': 0.0, 'PaletteIndex': 0, 'Alpha': 1.0}, {'StopOffset': 0.5, 'PaletteIndex': 1, 'Alpha': 1.0}, {'StopOffset': 1.0, 'PaletteIndex': 2, 'Alpha': 1.0}]}
linear = {'Format': 4, 'ColorLine': line, 'x0': 0, 'y0': 0, 'x1': 400, 'y1': 300, 'x2': -200, 'y2': 300}
radial = {'Format': 6, 'ColorLine': line, 'x0': 300, 'y0': 300, 'r0': 60, 'x1': 300, 'y1': 300, 'r1': 280}
glyph = lambda name, paint: {'Format': F['glyph'], 'Glyph': name, 'Paint': paint}
of = lambda kind, paint, **more: {'Format': F[kind], 'Paint': paint, **more}
layers = lambda *list: {'Format': 1, 'Layers': [*list]}
paints = {
  'A': layers(
    of('translate', glyph('box', linear), dx=60, dy=-40),
    of('rotateAround', glyph('tip', solid(1)), angle=30, centerX=300, centerY=200),
    of('scaleAround', glyph('ball', radial), scaleX=0.5, scaleY=0.5, centerX=300, centerY=300)),
  'B': layers(
    of('transform', glyph('box', solid(0)), Transform=(0.8, 0.2, -0.3, 0.9, 150, 40)),
    of('skew', of('even', glyph('tip', solid(2)), scale=0.6), xSkewAngle=15, ySkewAngle=-10),
    of('evenAround', of('skewAround', glyph('ball', solid(1)), xSkewAngle=-12, ySkewAngle=0, centerX=300, centerY=300), scale=0.7, centerX=300, centerY=300)),
  'C': {'Format': F['composite'], 'CompositeMode': 'src_over', 'SourcePaint': of('rotate', glyph('tip', solid(2)), angle=-8), 'BackdropPaint': of('scale', {'Format': F['colr'], 'Glyph': 'A'}, scaleX=0.9, scaleY=0.9)},
  'D': glyph('box', of('translate', radial, dx=40, dy=-60)),
}
fb.font['COLR'] = buildCOLR(paints, version=1, glyphMap=fb.font.getReverseGlyphMap())
fb.font['CPAL'] = buildCPAL([[(0.1, 0.3, 0.5, 1.0), (0.9, 0.7, 0.2, 1.0), (0.6, 0.1, 0.1, 1.0)]])
out = io.BytesIO()
fb.font.save(out)
print(base64.b64encode(out.getvalue()).decode())`;

const withTools = hasFontTools ? test : test.skip;

withTools('every paint of fontTools’ making looks as it did: maps of outlines and of fills, glyphs within glyphs, slanted and hollow gradients', async () => {
  const bytes = Uint8Array.from(Buffer.from(withFontTools(MADE, {}), 'base64'));
  const { doc, leftOut } = opened(bytes);
  expect(leftOut.filter((w) => /colour|gradient|outline/.test(w))).toEqual([]);
  expect(Object.values(doc.glyphs).map((g) => g.name)).not.toContain('ball');
  for (const char of ['A', 'B', 'C', 'D']) expect([char, (await difference(bytes, cast(doc), char)) < 0.01]).toEqual([char, true]);
}); // prettier-ignore

withTools('altered tables of colours are read or told', () => {
  const whole = parseSfnt(Uint8Array.from(Buffer.from(withFontTools(MADE, {}), 'base64'))).tables;
  let told = 0;
  fc.assert(
    fc.property(fc.constantFrom('COLR', 'CPAL'), mutations, (tag, list) => {
      const broken = mutate(whole.get(tag) ?? new Uint8Array(), list);
      const font = readFont(buildSfnt(SFNT_TRUETYPE, new Map([...whole, [tag, broken]])));
      const made = font.ok ? openFont(font.value, { id: 'x', family: 'X', nowMs: 0 }) : font;
      if (!made.ok) told++;
    }),
    { numRuns: 200, seed: 12 },
  );
  expect(told).toBeGreaterThan(20);
}); // prettier-ignore

test('a drawing that holds more letters than can be gone through is told', () => {
  const document = new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg"><!--${' '.repeat(20000)}--></svg>`);
  const w = new ByteWriter().uint16(0).uint32(10).uint32(0).uint16(1).uint16(1).uint16(0xfffe).uint32(14).uint32(document.length);
  const { leftOut } = svgLayers(w.bytes(document).done(), 1000);
  expect(leftOut).toEqual(['colours of letters in drawings that hold very many']);
}); // prettier-ignore
