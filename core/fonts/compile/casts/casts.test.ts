import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser, { type IEntity, type IPolylineEntity, type ISplineEntity } from 'dxf-parser';
import { unzipSync, zlibSync } from 'fflate';
import svgpath from 'svgpath';
import { openProjectFile } from '../../../project/archive/readProject';
import { projectOf } from '../../../project/document/newProject';
import { isLine, segmentAt, segmentCount, type Contour } from '../../../foundations/geometry/contour';
import { pointOnCubic } from '../../../foundations/geometry/cubic';
import { contourArea, contoursBox } from '../../../foundations/geometry/measure';
import { parseSfnt } from '../../opentype/sfnt';
import { readArtwork } from '../../../lifting/artwork/readArtwork';
import { readXml, type XmlElement } from '../../../readers/svg/read/xmlTree';
import {
  hasFontTools,
  hasSanitizer,
  parseWithFontkit,
  parseWithOpentype,
  readWithFontTools,
  withFontTools,
  sanitize,
} from '../../../../testing/outsideReaders';
import { describeProblem } from '../../../foundations/problems/describe';
import { brotli } from '../../../../cli/brotli';
import { glyphFileNames } from '../../../type/names/fileNames';
import { fontData } from '../fontData';
import { castFile } from './castFile';
import { CAST_FORMATS, isOfFamily, type CastFormat } from './formats';
import { woffOf } from './woff';

const opened = openProjectFile(
  new Uint8Array(
    readFileSync(new URL('../../../../demo/files/finished/keepers-hand.orthoglyph.zip', import.meta.url)),
  ),
);
if (!opened.ok) throw new Error('the demo does not open');
const { doc } = opened.value;
const options = { styleId: projectOf(doc).styleId, nowUnixS: 1_767_603_600, brotli, pngSizes: [48] };
const cast = async (format: CastFormat) => {
  const made = await castFile(doc, format, options);
  if (!made.ok) throw new Error(made.problems.map(describeProblem).join());
  return made.value;
};
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

test('the same project gives the same bytes in every format, under names that say the font and the format', async () => {
  // Formats of a family are cast of one in families.test.ts.
  for (const format of CAST_FORMATS.filter((f) => !isOfFamily(f))) {
    const [a, b] = [await cast(format), await cast(format)];
    expect(Buffer.from(a.bytes).equals(Buffer.from(b.bytes))).toBe(true);
    expect(a.name).toMatch(/^TideBookHand-Regular\./);
  }
});

test('a font that was handed to another thread was missing from the formats that wrap it', async () => {
  const ttf = await cast('ttf');
  structuredClone(ttf.bytes, { transfer: [ttf.bytes.buffer] });
  expect(ttf.bytes).toHaveLength(0);
  expect((await cast('woff')).bytes.length).toBeGreaterThan(1000);
  expect((await cast('ttf')).bytes.length).toBeGreaterThan(1000);
});

test.each(['woff', 'woff2'] as const)(
  '%s holds the very tables of the TTF, smaller, and readers take it',
  async (format) => {
    const [{ bytes: ttf }, { bytes, name }] = [await cast('ttf'), await cast(format)];
    expect(bytes.length).toBeLessThan((format === 'woff' ? 0.75 : 0.6) * ttf.length);
    const font = parseWithFontkit(bytes);
    expect(font.numGlyphs).toBe(parseWithFontkit(ttf).numGlyphs);
    expect(font.postscriptName).toBe('TideBookHand-Regular');
    expect(hasSanitizer && hasFontTools).toBe(true);
    expect(sanitize(bytes, name)).toBe('');
    const [read, plain] = [readWithFontTools(bytes, name), readWithFontTools(ttf, 'plain.ttf')];
    expect(read).toEqual(plain);
  },
);

test('WOFF: sizes, offsets and checksums are those of its specification', async () => {
  const { bytes: ttf } = await cast('ttf');
  const woff = woffOf(ttf, '2.007');
  const view = new DataView(woff.buffer, woff.byteOffset);
  // WOFF 1.0, 4 "WOFF Header".
  expect(view.getUint32(0)).toBe(0x774f4646);
  expect(view.getUint32(4)).toBe(0x00010000);
  expect(view.getUint32(8)).toBe(woff.length);
  expect(view.getUint32(16)).toBe(ttf.length);
  expect([view.getUint16(20), view.getUint16(22)]).toEqual([2, 7]);
  const { tables } = parseSfnt(ttf);
  expect(view.getUint16(12)).toBe(tables.size);
  const directory = new DataView(ttf.buffer, ttf.byteOffset);
  [...tables].forEach(([tag, data], i) => {
    const at = 44 + 20 * i;
    expect(text(woff.subarray(at, at + 4))).toBe(tag);
    expect(view.getUint32(at + 4) % 4).toBe(0);
    expect(view.getUint32(at + 12)).toBe(data.length);
    // 5 "Table Directory": never larger than as it is; the checksum of the font's own directory.
    expect(view.getUint32(at + 8)).toBe(Math.min(data.length, zlibSync(data, { level: 9 }).length));
    expect(view.getUint32(at + 16)).toBe(directory.getUint32(12 + 16 * i + 4));
  });
});

test("WOFF2 is at most 2 % larger than what the format's own reference encoder makes", async () => {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-'));
  const { bytes: ttf } = await cast('ttf');
  writeFileSync(join(folder, 'x.ttf'), ttf);
  // Debian's package woff2.
  expect(spawnSync('woff2_compress', [join(folder, 'x.ttf')]).status).toBe(0);
  const reference = readFileSync(join(folder, 'x.woff2')).length;
  expect((await cast('woff2')).bytes.length).toBeLessThan(1.02 * reference);
});

const elements = (e: XmlElement, name: string): XmlElement[] => [
  ...(e.name === name ? [e] : []),
  ...e.children.flatMap((child) => elements(child, name)),
];

test('an SVG font has the outlines, widths and kerning of the OTF', async () => {
  const xml = readXml(text((await cast('svg')).bytes));
  if (!xml.ok) throw new Error('not XML');
  const otf = parseWithOpentype((await cast('otf')).bytes);
  const glyphs = elements(xml.value, 'glyph');
  const byText = new Map(glyphs.map((g) => [g.attributes['unicode'], g]));
  for (const char of 'Ragné&"<ß') {
    const own = byText.get(char)!.attributes;
    const other = otf.charToGlyph(char);
    expect(Number(own['horiz-adv-x'])).toBe(other.advanceWidth);
    // Points by a general library from the registries.
    let [xMin, xMax] = [Infinity, -Infinity];
    svgpath(own['d']!).iterate((segment) => {
      const [kind, ...numbers] = segment;
      if (kind === 'Z') return;
      for (let i = 0; i < numbers.length; i += 2) {
        xMin = Math.min(xMin, numbers[i] as number);
        xMax = Math.max(xMax, numbers[i] as number);
      }
    });
    const box = other.getBoundingBox();
    expect(Math.abs(xMin - box.x1)).toBeLessThan(12);
    expect(Math.abs(xMax - box.x2)).toBeLessThan(12);
  }
  const face = elements(xml.value, 'font-face')[0]!.attributes;
  expect(face).toMatchObject({ 'font-family': 'Tide Book Hand', 'units-per-em': '1000' });
  const hkerns = elements(xml.value, 'hkern');
  expect(hkerns.length).toBeGreaterThan(50);
  const names = new Set(glyphs.map((g) => g.attributes['glyph-name']));
  for (const k of hkerns)
    for (const side of ['g1', 'g2'])
      for (const n of k.attributes[side]!.split(',')) expect(names.has(n)).toBe(true);
});

test('a UFO is read whole and without complaint by fontTools, with outlines, kerning, groups and names of the OTF', async () => {
  const { name, bytes } = await cast('ufo');
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-'));
  const { bytes: otf } = await cast('otf');
  writeFileSync(join(folder, 'font.otf'), otf);
  for (const [path, content] of Object.entries(unzipSync(bytes))) {
    const at = join(folder, path);
    execFileSync('mkdir', ['-p', join(at, '..')]);
    writeFileSync(at, content);
  }
  const script = `
import json, sys
from fontTools.ufoLib import UFOReader
from fontTools.pens.areaPen import AreaPen
from fontTools.pens.boundsPen import BoundsPen
from fontTools.pens.recordingPen import RecordingPen
from fontTools.ttLib import TTFont
class Info: pass
reader = UFOReader(sys.argv[1], validate=True)
info = Info(); reader.readInfo(info)
glyphs = reader.getGlyphSet(validateRead=True)
font = TTFont(sys.argv[2]); other = font.getGlyphSet()
off = 0
class Glyph: pass
for name in glyphs.keys():
    g = glyphs[name]; area = AreaPen(glyphs); g.draw(area)
    mine = AreaPen(); other[name].draw(mine)
    off = max(off, abs(area.value - mine.value), abs(g.width - other[name].width))
kerning = reader.readKerning(); groups = reader.readGroups()
print(json.dumps({'family': info.familyName, 'upm': info.unitsPerEm, 'glyphs': len(glyphs), 'off': off,
  'kerning': len(kerning), 'groups': len(groups), 'order': reader.readLib()['public.glyphOrder'] == font.getGlyphOrder(),
  'known': all(k in groups or k in glyphs for pair in kerning for k in pair)}))
`;
  const out = execFileSync(
    '/usr/bin/python3',
    ['-c', script, join(folder, name.replace('.zip', '')), join(folder, 'font.otf')],
    {
      encoding: 'utf8',
    },
  );
  const facts = JSON.parse(out) as Record<string, number | string | boolean>;
  expect(facts).toMatchObject({ family: 'Tide Book Hand', upm: 1000, order: true, known: true });
  expect(facts['glyphs']).toBe(parseWithFontkit(otf).numGlyphs);
  expect(facts['off']).toBeLessThan(1);
  expect(facts['kerning']).toBeGreaterThan(50);
  expect(facts['groups']).toBeGreaterThan(10);
});

(hasFontTools ? test : test.skip)(
  'a UFO has the lines to draw by, letters put together of others as such, and each colour as a layer',
  async () => {
    const project = projectOf(doc);
    const letter = doc.glyphs[fontData(doc, options.styleId).glyphs.find((g) => g.name === 'eacute')!.id]!;
    const e = Object.values(doc.glyphs).find((g) => g.name === 'e')!;
    const box = { id: 'l', name: 'mid', x: 0, y: 222, deg: -10 };
    const flat = (rgb: [number, number, number]) => ({
      paint: { kind: 'flat' as const, rgb },
      contours: e.contours,
    });
    const lined = {
      ...doc,
      project: { [project.id]: { ...project, ownLines: [{ ...box, name: 'dots' }] } },
      glyphs: {
        ...doc.glyphs,
        [letter.id]: { ...letter, guides: [box] },
        [e.id]: { ...e, layers: [flat([255, 0, 0]), flat([0, 0, 255])] },
      },
    };
    const made = await castFile(lined, 'ufo', options);
    if (!made.ok) throw new Error('not cast');
    const script = `
import io, json, os, sys, tempfile, zipfile
from fontTools.ufoLib import UFOReader
folder = tempfile.mkdtemp()
zipfile.ZipFile(sys.argv[1]).extractall(folder)
reader = UFOReader(os.path.join(folder, os.listdir(folder)[0]), validate=True)
class Info: pass
info = Info(); reader.readInfo(info)
glyphs = reader.getGlyphSet(validateRead=True)
class G: pass
g = G(); glyphs.readGlyph('eacute', g)
layers = {}
for name in reader.getLayerNames():
    s = reader.getGlyphSet(name, validateRead=True); l = Info(); s.readLayerInfo(l)
    layers[name] = [getattr(l, 'color', None), sorted(s.keys()) if name != 'public.default' else len(s.keys())]
print(json.dumps({'own': info.guidelines, 'letter': g.guidelines, 'parts': [c for c in glyphs.getComponentReferences(['eacute'])['eacute']], 'layers': layers}))
`;
    const read = JSON.parse(withFontTools(script, { 'a.zip': made.value.bytes })) as Record<string, unknown>;
    expect(read['own']).toEqual([{ name: 'dots', x: 0, y: 222, angle: 350 }]);
    expect(read['letter']).toEqual([expect.objectContaining({ name: 'mid', y: 222, angle: 350 })]);
    expect(read['parts']).toEqual(['e', 'acute']);
    expect(read['layers']).toMatchObject({
      'colour FF0000': ['1,0,0,1', ['e']],
      'colour 0000FF': ['0,0,1,1', ['e']],
    });
  },
);

test('letters as drawings stand in their width and height of the font, each under a name that no other has', async () => {
  const files = unzipSync((await cast('letters-svg')).bytes);
  expect(Object.keys(files)).toEqual(
    expect.arrayContaining(['A_.svg', 'a.svg', 'ampersand.svg', 'eacute.svg']),
  );
  const otf = parseWithOpentype((await cast('otf')).bytes);
  const n = readArtwork(text(files['n.svg']!), 'n.svg');
  if (!n.ok) throw new Error('not read');
  const box = contoursBox(n.value.outline)!;
  const glyph = otf.charToGlyph('n');
  expect(n.value.board.width).toBe(glyph.advanceWidth);
  const other = glyph.getBoundingBox();
  expect(Math.abs(box.xMin - other.x1) + Math.abs(box.xMax - other.x2)).toBeLessThan(1);
});

test('letters as DXF: closed polylines within half a unit of the curves, as dxf-parser reads them (package dxf-parser)', async () => {
  const files = unzipSync((await cast('letters-dxf')).bytes);
  const data = fontData(doc, options.styleId);
  const inked = data.glyphs.filter((g) => g.box && g.name !== '.notdef');
  expect(Object.keys(files)).toHaveLength(2 * inked.length);
  for (const char of 'Sg8&') {
    const glyph = data.glyphs[data.mapping.get(char.codePointAt(0)!)!]!;
    const read = new DxfParser().parseSync(text(files[`polylines/${glyphFileNames()(glyph.name)}.dxf`]!))!;
    const lines = read.entities as (IEntity & IPolylineEntity)[];
    expect(lines.map((l) => [l.type, l.shape])).toEqual(glyph.contours.map(() => ['POLYLINE', true]));
    const areaOf = (points: readonly { x: number; y: number }[]) =>
      points.reduce((n, p, i) => {
        const q = points[(i + 1) % points.length]!;
        return n + (p.x * q.y - q.x * p.y) / 2;
      }, 0);
    lines.forEach((l, i) => {
      const whole = contourArea(glyph.contours[i]!);
      expect(areaOf(l.vertices) / whole).toBeCloseTo(1, 1);
      // Chords lie within half a unit: what they leave out is no more than that along the whole line.
      const length = l.vertices.reduce((n, p, k) => {
        const q = l.vertices[(k + 1) % l.vertices.length]!;
        return n + Math.hypot(q.x - p.x, q.y - p.y);
      }, 0);
      expect(Math.abs(areaOf(l.vertices) - whole)).toBeLessThan(0.5 * length);
    });
    expect(read.header.$EXTMAX).toMatchObject({ x: glyph.advance, y: glyph.box!.yMax });
  }
});

/** A point of a B-spline by de Boor's algorithm (de Boor, "On calculating with B-splines", 1972). */
function onSpline(controls: readonly { x: number; y: number }[], knots: readonly number[], t: number) {
  let span = 3;
  while (span < controls.length - 1 && knots[span + 1]! <= t) span++;
  const d = controls.slice(span - 3, span + 1).map((p) => ({ ...p }));
  for (let r = 1; r <= 3; r++)
    for (let j = 3; j >= r; j--) {
      const from = knots[span - 3 + j]!;
      const a = (t - from) / (knots[span + 1 + j - r]! - from);
      d[j] = { x: (1 - a) * d[j - 1]!.x + a * d[j]!.x, y: (1 - a) * d[j - 1]!.y + a * d[j]!.y };
    }
  return d[3]!;
}

test('letters as DXF splines are the very curves, as dxf-parser reads them (package dxf-parser)', async () => {
  const files = unzipSync((await cast('letters-dxf')).bytes);
  const data = fontData(doc, options.styleId);
  for (const char of 'Sg8H') {
    const glyph = data.glyphs[data.mapping.get(char.codePointAt(0)!)!]!;
    const read = new DxfParser().parseSync(text(files[`splines/${glyphFileNames()(glyph.name)}.dxf`]!))!;
    const splines = read.entities as (IEntity & ISplineEntity)[];
    expect(splines.map((s) => [s.type, s.closed, s.degreeOfSplineCurve])).toEqual(
      glyph.contours.map(() => ['SPLINE', true, 3]),
    );
    splines.forEach((s, i) => {
      const c = glyph.contours[i]!;
      const [controls, knots] = [s.controlPoints!, s.knotValues!];
      expect(knots).toHaveLength(controls.length + 4);
      for (let k = 0; k < segmentCount(c); k++)
        for (const t of [0, 0.3, 0.7]) {
          const wanted = pointOnCubic(straightAsCubic(c, k), t);
          const p = onSpline(controls, knots, k + t);
          expect(Math.hypot(p.x - wanted.x, p.y - wanted.y)).toBeLessThan(1e-6);
        }
    });
  }
});

/** A segment with handles on its thirds where it is straight. */
function straightAsCubic(c: Contour, i: number) {
  const s = segmentAt(c, i);
  if (!isLine(c, i)) return s;
  const third = (k: number) => ({
    x: s.p0.x + (k * (s.p3.x - s.p0.x)) / 3,
    y: s.p0.y + (k * (s.p3.y - s.p0.y)) / 3,
  });
  return { ...s, p1: third(1), p2: third(2) };
}
