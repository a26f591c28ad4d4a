/**
 * Colour fonts as Debian's Chromium paints them, held against the artwork that they were made of, painted by it too; read by fontkit
 * and fontTools, taken by the sanitizer.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { browserPage } from '../../../testing/browserPage';
import { hasFontTools, hasSanitizer, parseWithFontkit, sanitize } from '../../../testing/outsideReaders';
import { layersOf, placedLayers } from '../../project/document/queries/colours';
import type { Colouring, Doc } from '../../project/document/schema';
import { scaling } from '../../foundations/geometry/affine';
import { transformContours } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { colourKey, transformPaint, type Rgb } from '../../foundations/geometry/paint';
import { svgLayers } from '../../readers/svg/pathData';
import { drawnProject } from '../../testing/drawnProject';
import { byName } from '../../testing/named';
import { parseSfnt } from '../opentype/sfnt';
import { describeProblem } from '../../foundations/problems/describe';
import { setColouring } from '../../project/document/commands/colours/colouring';
import { addPalette } from '../../project/document/commands/colours/palettes';
import { addStyle } from '../../project/document/commands/family/addStyle';
import { edit } from '../../project/document/inStep/edit';
import { castNews, castPrint } from './casts/castPrint';
import { castFile } from './casts/castFile';
import { webStyles } from './casts/bundle';
import { lettersPng } from './casts/lettersPng';
import { lettersSvg } from './casts/lettersSvg';
import { verticalMetrics } from './lineMetrics';
import { compileFont, type OutlineFormat } from './compileFont';
import { fontData } from './fontData';
import { setWord, unitedWord } from './setWord';

const page = browserPage();

const FLAT = {
  'A.svg':
    '<rect x="10" y="10" width="80" height="80" fill="#1d5a6c"/><circle cx="50" cy="50" r="30" fill="#e0a030"/><rect x="40" y="40" width="20" height="50" fill="#7a1f1f"/>',
  'B.svg': '<path d="M10 90 50 10 90 90z" fill="#2a7a3a"/><circle cx="50" cy="70" r="12" fill="#e0a030"/>',
};
const GRADIENTS = {
  ...FLAT,
  'C.svg':
    '<defs><linearGradient id="l" gradientUnits="userSpaceOnUse" x1="20" y1="10" x2="80" y2="90"><stop offset="0" stop-color="#103060"/><stop offset="0.4" stop-color="#40a0c0"/><stop offset="1" stop-color="#f0e0a0"/></linearGradient>' +
    '<radialGradient id="r" gradientUnits="userSpaceOnUse" cx="50" cy="50" r="22"><stop offset="0" stop-color="#fff0c0"/><stop offset="1" stop-color="#902010"/></radialGradient></defs>' +
    '<rect x="10" y="10" width="80" height="80" rx="12" fill="url(#l)"/><circle cx="50" cy="50" r="22" fill="url(#r)"/>',
};

const projectOf = (files: Readonly<Record<string, string>>) => drawnProject(files, 'text');

const fontOf = (doc: Doc, format: OutlineFormat) =>
  compileFont(doc, { format, styleId: 'regular', nowUnixS: 1_700_000_000 });

/** How far the letter as the font has it is from its artwork, both painted by Chromium at 300 px an em: mean difference of channels where the artwork has colour, 0 to 1. */
async function difference(doc: Doc, font: Uint8Array, char: string, name: string): Promise<number> {
  const row = byName(doc)[name]!;
  const down = scaling(1, -1);
  const layers = placedLayers(doc, row).map((l) => ({
    paint: transformPaint(l.paint, down),
    contours: transformContours(l.contours, down),
  }));
  const svg = svgLayers(layers, { x: 0, y: -800, width: 1000, height: 1000 });
  return page().evaluate(
    async ({ base64, svg, char }) => {
      const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
      const face = await new FontFace('colours', bytes).load();
      document.fonts.add(face);
      const picture = new Image();
      picture.src = `data:image/svg+xml;base64,${btoa(svg)}`;
      await picture.decode();
      const paint = (draw: (g: CanvasRenderingContext2D) => void) => {
        const canvas = document.createElement('canvas');
        canvas.width = canvas.height = 300;
        const g = canvas.getContext('2d')!;
        g.fillStyle = '#fff';
        g.fillRect(0, 0, 300, 300);
        g.fillStyle = '#000';
        draw(g);
        return g.getImageData(0, 0, 300, 300).data;
      };
      const set = paint((g) => {
        g.font = '300px colours';
        g.fillText(char, 0, 240);
      });
      const drawn = paint((g) => g.drawImage(picture, 0, 0, 300, 300));
      document.fonts.delete(face);
      let sum = 0;
      let inked = 0;
      set.forEach((v, i) => {
        sum += Math.abs(v - drawn[i]!);
        inked += drawn[i]! < 250 ? 1 : 0;
      });
      if (inked === 0) throw new Error('nothing was painted');
      return sum / inked / 255;
    },
    { base64: Buffer.from(font).toString('base64'), svg, char },
  );
}

test.each(['otf', 'ttf'] as const)(
  '%s: Chromium paints letters of colours as their artwork',
  async (format) => {
    const doc = await projectOf(GRADIENTS);
    const font = fontOf(doc, format);
    for (const char of ['A', 'B', 'C']) expect(await difference(doc, font, char, char)).toBeLessThan(0.01);
    // The same check sees when a colour is another one.
    const other = byName(doc).B!;
    const wrong = {
      ...doc,
      glyphs: { ...doc.glyphs, [other.id]: { ...other, layers: other.layers.slice(0, 1) } },
    };
    expect(await difference(doc, fontOf(wrong, format), 'B', 'B')).toBeGreaterThan(0.03);
  },
);

test('flat colours are version 0, which all readers of colour have; gradients version 1; one ink has no colours', async () => {
  const [flat, rich, plain] = await Promise.all([
    projectOf(FLAT),
    projectOf(GRADIENTS),
    projectOf({ 'A.svg': '<rect x="10" y="10" width="80" height="80"/>' }),
  ]);
  const versionOf = (doc: Doc) => {
    const colr = parseSfnt(fontOf(doc, 'ttf')).tables.get('COLR');
    return colr ? new DataView(colr.slice().buffer).getUint16(0) : null;
  };
  expect([flat, rich, plain].map(versionOf)).toEqual([0, 1, null]);
  // fontkit: layers with their colours, the plain outline still there.
  const font = parseWithFontkit(fontOf(flat, 'ttf')) as unknown as {
    glyphForCodePoint: (cp: number) => {
      layers: { color: { red: number; green: number; blue: number } }[];
      bbox: { maxY: number };
    };
  };
  const glyph = font.glyphForCodePoint(0x41);
  expect(glyph.layers.map(({ color }) => [color.red, color.green, color.blue])).toEqual([
    [0x1d, 0x5a, 0x6c],
    [0xe0, 0xa0, 0x30],
    [0x7a, 0x1f, 0x1f],
  ]);
  expect([...parseSfnt(fontOf(flat, 'otf')).tables.keys()]).toContain('SVG ');
});

test('a variable font has no colours, and says so', async () => {
  const plain = await projectOf(FLAT);
  const family = edit(plain, addStyle(plain, { name: 'Bold', weightClass: 700, heavier: 20 })!).doc;
  const cast = async (doc: Doc) =>
    castFile(doc, 'variable', { styleId: 'regular', nowUnixS: 0, brotli: (b) => Promise.resolve(b) });
  const told = (await cast(family)).problems.filter((p) => p.code === 'colours-vary-not');
  expect(told.map(describeProblem)).toEqual([expect.stringMatching(/\d letters in one colour/)]);
  const glyphs = Object.fromEntries(Object.values(family.glyphs).map((g) => [g.id, { ...g, layers: [] }]));
  expect((await cast({ ...family, glyphs })).problems.some((p) => p.code === 'colours-vary-not')).toBe(false);
});

test('letters given one by one keep their colours, and the sign for a missing character is not among them', async () => {
  const doc = await projectOf(GRADIENTS);
  const files = lettersSvg(doc, fontData(doc, 'regular'));
  expect([...files.keys()]).toEqual(['A_.svg', 'B_.svg', 'C_.svg']);
  expect(files.get('B_.svg')).toMatch(/fill="#2a7a3a".*fill="#e0a030"/);
  expect(files.get('C_.svg')).toMatch(/<linearGradient.*<radialGradient/);
});

test('a letter of hundreds of colours and gradients is painted whole', async () => {
  const bars = Array.from(
    { length: 300 },
    (_, i) =>
      `<rect x="${(i % 20) * 5}" y="${Math.floor(i / 20) * 6}" width="4" height="5" fill="${i === 7 ? 'url(#g)' : `rgb(${i % 200},${(i * 7) % 200},${(i * 13) % 200})`}"/>`,
  );
  const gradient =
    '<defs><linearGradient id="g" gradientUnits="userSpaceOnUse" x1="35" y1="0" x2="39" y2="5"><stop offset="0" stop-color="#102030"/><stop offset="1" stop-color="#e0d0c0"/></linearGradient></defs>';
  const doc = await projectOf({ 'A.svg': gradient + bars.join('') });
  const font = fontOf(doc, 'ttf');
  expect(byName(doc).A!.layers.length).toBeGreaterThan(255);
  expect(sanitize(font, 'many.ttf')).toBe('');
  expect(await difference(doc, font, 'A', 'A')).toBeLessThan(0.03);
});

test('the sanitizer and fontTools take both; the palette says its name and on what ground it can be told', async () => {
  expect(hasSanitizer && hasFontTools).toBe(true);
  const doc = await projectOf(GRADIENTS);
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-'));
  for (const format of ['otf', 'ttf'] as const) {
    const font = fontOf(doc, format);
    expect(sanitize(font, `colours.${format}`)).toBe('');
    const path = join(folder, `colours.${format}`);
    writeFileSync(path, font);
    const script = `
import json, sys
from fontTools.ttLib import TTFont
font = TTFont(sys.argv[1], lazy=False)
for tag in font.keys():
    if tag != 'GlyphOrder': font[tag].compile(font) if hasattr(font[tag], 'compile') else None
cpal = font['CPAL']
print(json.dumps({'types': cpal.paletteTypes, 'name': font['name'].getDebugName(cpal.paletteLabels[0]),
  'colours': [str(c) for c in cpal.palettes[0]][:2], 'version': font['COLR'].version,
  'svg': [d[1] for d in font['SVG '].docList] if 'SVG ' in font else None}))`;
    const run = spawnSync('/usr/bin/python3', ['-c', script, path], { encoding: 'utf8' });
    expect(run.stderr).toBe('');
    const read = JSON.parse(run.stdout) as Record<string, unknown>;
    // Dark greens and blues on white, but not on black.
    expect(read).toMatchObject({
      types: [1],
      name: 'As drawn',
      version: 1,
      colours: ['#1D5A6CFF', '#E0A030FF'],
    });
    expect(read.svg).toEqual(format === 'otf' ? expect.arrayContaining([expect.any(Number)]) : null);
  }
});

const NIGHT: Colouring = {
  fill: {
    kind: 'gradient',
    deg: 70,
    stops: [
      { at: 0, rgb: [20, 60, 140] },
      { at: 0.5, rgb: [150, 60, 30] },
      { at: 1, rgb: [230, 210, 160] },
    ],
  },
  outer: { width: 16, rgb: [36, 62, 74] },
  inner: { width: 8, inset: 12, rgb: [244, 226, 178] },
  shadow: { x: 50, y: -40, deep: true, rgb: [120, 52, 34] },
};

/** Plain letters, painted by their style, with a palette for dark ground. */
async function paintedByStyle(): Promise<Doc> {
  const doc = await projectOf({
    'A.svg': '<path d="M10 90 40 10h20l30 80H70l-6-20H36l-6 20z"/>',
    'O.svg': '<path fill-rule="evenodd" d="M50 10a40 40 0 1 0 .01 0zm0 24a16 16 0 1 1-.01 0z"/>',
  });
  const painted = edit(doc, setColouring(doc, 'regular', NIGHT)!).doc;
  return edit(painted, addPalette(painted, { name: 'Night', ground: 'dark' })!).doc;
}

test.each(['otf', 'ttf'] as const)(
  '%s: lines, shadows and gradients that a style draws around its letters are painted by Chromium as the drawing has them',
  async (format) => {
    const doc = await paintedByStyle();
    const font = fontOf(doc, format);
    expect(sanitize(font, `style.${format}`)).toBe('');
    for (const char of ['A', 'O']) expect(await difference(doc, font, char, char)).toBeLessThan(0.01);
    const [style] = Object.values(doc.styles);
    const without = { ...doc, styles: { regular: { ...style!, colouring: { ...NIGHT, shadow: null } } } };
    expect(await difference(doc, fontOf(without, format), 'A', 'A')).toBeGreaterThan(0.03);
  },
);

test('palettes: fontTools reads their colours, names and grounds; each colour is there once; nothing is cut off by the font’s box', async () => {
  const doc = await paintedByStyle();
  const path = join(mkdtempSync(join(tmpdir(), 'orthoglyph-')), 'palettes.ttf');
  writeFileSync(path, fontOf(doc, 'ttf'));
  const script = `
import json, sys
from fontTools.ttLib import TTFont
font = TTFont(sys.argv[1])
cpal, glyf, head, os2 = font['CPAL'], font['glyf'], font['head'], font['OS/2']
boxes = [g for g in (glyf[n] for n in font.getGlyphOrder()) if g.numberOfContours]
print(json.dumps({'types': cpal.paletteTypes, 'names': [font['name'].getDebugName(i) for i in cpal.paletteLabels],
  'colours': [[str(c) for c in p] for p in cpal.palettes],
  'within': head.yMin <= min(g.yMin for g in boxes) and head.yMax >= max(g.yMax for g in boxes)
    and head.xMin <= min(g.xMin for g in boxes) and head.xMax >= max(g.xMax for g in boxes),
  'clipped': os2.usWinDescent < -min(g.yMin for g in boxes) or os2.usWinAscent < max(g.yMax for g in boxes)}))`;
  const run = spawnSync('/usr/bin/python3', ['-c', script, path], { encoding: 'utf8' });
  expect(run.stderr).toBe('');
  const read = JSON.parse(run.stdout) as { types: number[]; names: string[]; colours: string[][] };
  expect(read).toMatchObject({ names: ['As drawn', 'Night'], within: true, clipped: false });
  // OpenType 1.9.1, 'CPAL', paletteTypes: bit 1 = for dark ground.
  expect(read.types[1]).toBe(2);
  expect(new Set(read.colours[0]).size).toBe(read.colours[0]!.length);
  const { palettes } = Object.values(doc.project)[0]!;
  const hex = (rgb: Rgb) => `${colourKey(rgb).toUpperCase()}FF`;
  const drawn = NIGHT.shadow!.rgb;
  const at = read.colours[0]!.indexOf(hex(drawn));
  expect(read.colours[1]![at]).toBe(hex(palettes[0]!.colours[colourKey(drawn)]!));
});

test('a cast tells that colours are new, and a variable font that it leaves them out', async () => {
  const doc = await paintedByStyle();
  const plain = edit(doc, setColouring(doc, 'regular', null)!).doc;
  expect(castNews(castPrint(plain, 0), castPrint(doc, 1))).toMatchObject({ colours: true, changed: [] });
  expect(castNews(castPrint(doc, 0), castPrint(doc, 1))).toBeNull();
  const files = lettersSvg(doc, fontData(doc, 'regular'));
  expect(files.get('A_.svg')).toContain('linearGradient');
  // Words as one outline are the plain letters, not their shadows, which reach further.
  const boxOfWord = (d: Doc) => contoursBox(unitedWord(setWord(d, 'O')).letters[0]!.layers[0]!.contours);
  expect(boxOfWord(doc)).toEqual(boxOfWord(plain));
});

test('a picture of a letter is wide enough for its shadow and lines on either side', async () => {
  const doc = await paintedByStyle();
  const font = fontData(doc, 'regular');
  const widthOf = (d: Doc) => {
    const png = lettersPng(d, fontData(d, 'regular'), [400]).get('400/O_.png')!;
    // PNG (W3C), 11.2.2: the width stands 16 bytes from the beginning.
    return new DataView(png.buffer, png.byteOffset).getUint32(16);
  };
  const { advance } = font.glyphs.find((g) => g.name === 'O')!;
  const far = { ...NIGHT, shadow: { x: 300, y: 0, deep: false, rgb: [0, 0, 0] as const } };
  const painted = edit(doc, setColouring(doc, 'regular', far)!).doc;
  const { ascent, descent } = verticalMetrics(fontData(painted, 'regular'));
  const box = contoursBox(layersOf(painted, byName(painted).O!)[0]!.contours)!;
  const bearing = byName(painted).O!.bearings.left;
  const ink = contoursBox(byName(painted).O!.contours)!;
  const reach = box.xMax - ink.xMin + bearing;
  expect(reach).toBeGreaterThan(advance);
  expect(widthOf(painted)).toBeGreaterThanOrEqual(Math.floor((reach * 400) / (ascent + descent)));
});

test('stops that were moved past one another are written in their order', async () => {
  const doc = await paintedByStyle();
  const stops = NIGHT.fill.kind === 'gradient' ? [...NIGHT.fill.stops].reverse() : [];
  const turned = { ...NIGHT, fill: { kind: 'gradient' as const, deg: 70, stops } };
  const painted = edit(doc, setColouring(doc, 'regular', turned)!).doc;
  expect(fontOf(painted, 'ttf')).toEqual(fontOf(doc, 'ttf'));
});

test('palettes have names of their own in a style sheet, also where only their signs differ', () => {
  const palette = (name: string) => ({ id: name, name, ground: 'dark' as const, colours: {} });
  const css = webStyles('Mill', [], [palette('Night'), palette('Night!'), palette('Ночь')]);
  const names = [...css.matchAll(/@font-palette-values (--\S+)/g)].map(([, name]) => name);
  expect(names).toEqual(['--night', '--palette-2', '--palette-3']);
});
