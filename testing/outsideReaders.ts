// Independent readers of font files, for checks of our own writer: HarfBuzz (text shaping), opentype.js and fontkit
// (parsers), all from the npm registry; the OpenType sanitizer and fontTools from Debian, when installed.
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as fontkit from 'fontkit';
import * as hb from 'harfbuzzjs';
import { Bezier } from 'bezier-js';
import * as opentypeModule from 'opentype.js';

/** Jest loads it as a module, Playwright as CommonJS. */
const opentype =
  'default' in opentypeModule ? (opentypeModule.default as typeof opentypeModule) : opentypeModule;

export interface ShapedGlyph {
  readonly name: string;
  readonly gid: number;
  readonly advance: number;
  /** Offsets from the pen, em units. */
  readonly dx: number;
  readonly dy: number;
}

/** Shapes text with HarfBuzz: glyph names and advance widths after kerning. `on`: features to turn on, with the number of a choice; `language`: BCP 47. */
export function shape(
  bytes: Uint8Array,
  text: string,
  kern = true,
  on: Readonly<Record<string, number>> = {},
  language = '',
): ShapedGlyph[] {
  return shapeWith(new hb.Font(new hb.Face(new hb.Blob(bytes))), text, kern, on, language);
}

/** The same at a place of a variable font's axes ({ wght: 700 }). */
export function shapeAt(
  bytes: Uint8Array,
  text: string,
  at: Readonly<Record<string, number>>,
): ShapedGlyph[] {
  return shapeWith(fontAt(bytes, at), text, true, {}, '');
}

/** Shapes many texts with one font: widths and offsets of the glyphs as one text, with features switched on or off. */
export function shaperOf(
  bytes: Uint8Array,
): (text: string, features: Readonly<Record<string, number>>) => string {
  const font = new hb.Font(new hb.Face(new hb.Blob(bytes)));
  return (text, features) => {
    const buffer = new hb.Buffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    hb.shape(
      font,
      buffer,
      Object.entries(features).map(([tag, value]) => new hb.Feature(tag, value)),
    );
    return buffer
      .getGlyphPositions()
      .map((g) => [g.xAdvance, g.xOffset ?? 0, g.yOffset ?? 0].join())
      .join(';');
  };
}

function fontAt(bytes: Uint8Array, at: Readonly<Record<string, number>>): hb.Font {
  const font = new hb.Font(new hb.Face(new hb.Blob(bytes)));
  font.setVariations(Object.entries(at).map(([tag, value]) => new hb.Variation(tag, value)));
  return font;
}

/** A glyph's outline at a place of a variable font's axes, as SVG path data in em units, y up. */
export const outlineAt = (bytes: Uint8Array, glyph: number, at: Readonly<Record<string, number>>): string =>
  fontAt(bytes, at).glyphToPath(glyph);

/** Boxes of glyphs as HarfBuzz draws them (curves by bezier-js): [xMin, yMin, xMax, yMax] in em units; null without ink. */
export function outlineBoxesOf(bytes: Uint8Array): (glyph: number) => readonly number[] | null {
  const font = fontAt(bytes, {});
  return (glyph) => {
    const box = boxOfPath(font.glyphToPath(glyph));
    return box.length === 0 ? null : box;
  };
}

/** Box of path data in absolute M, L, Q, C and Z: [xMin, yMin, xMax, yMax]; none without points. */
export function boxOfPath(path: string): readonly number[] {
  let pen = { x: 0, y: 0 };
  const [xs, ys]: [number[], number[]] = [[], []];
  for (const [, kind, numbers = ''] of path.matchAll(/([MLQC])([^A-Z]*)/g)) {
    const v = (numbers.match(/-?[\d.]+/g) ?? []).map(Number);
    const points = v.flatMap((x, i) => (i % 2 === 0 ? [{ x, y: v[i + 1] ?? 0 }] : []));
    const box = kind === 'Q' || kind === 'C' ? new Bezier([pen, ...points]).bbox() : null;
    pen = points.at(-1) ?? pen;
    xs.push(pen.x, ...(box ? [box.x.min, box.x.max] : []));
    ys.push(pen.y, ...(box ? [box.y.min, box.y.max] : []));
  }
  return xs.length === 0 ? [] : [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

function shapeWith(
  font: hb.Font,
  text: string,
  kern: boolean,
  on: Readonly<Record<string, number>>,
  language: string,
): ShapedGlyph[] {
  const buffer = new hb.Buffer();
  buffer.addText(text);
  buffer.guessSegmentProperties();
  if (language !== '') buffer.setLanguage(language);
  const features = Object.entries(kern ? on : { ...on, kern: 0 });
  hb.shape(
    font,
    buffer,
    features.map(([tag, value]) => new hb.Feature(tag, value)),
  );
  const positions = buffer.getGlyphPositions();
  return buffer.getGlyphInfos().map((info, i) => ({
    gid: info.codepoint,
    name: font.glyphName(info.codepoint) ?? '',
    advance: positions[i]!.xAdvance,
    dx: positions[i]!.xOffset ?? 0,
    dy: positions[i]!.yOffset ?? 0,
  }));
}

export const parseWithOpentype = (bytes: Uint8Array) => opentype.parse(bytes.slice().buffer);
export const parseWithFontkit = (bytes: Uint8Array) => fontkit.create(Buffer.from(bytes));

export const hasSanitizer = spawnSync('sh', ['-c', 'command -v ots-sanitize']).status === 0;
export const hasFreeType = spawnSync('sh', ['-c', 'command -v hb-shape']).status === 0;
export const hasFontTools = existsSync('/usr/lib/python3/dist-packages/fontTools');

function inFile(bytes: Uint8Array, name: string): string {
  const path = join(mkdtempSync(join(tmpdir(), 'orthoglyph-')), name);
  writeFileSync(path, bytes);
  return path;
}

/** What the OpenType sanitizer (Chromium's and Firefox's gate) says; "" when it accepts the file. */
export function sanitize(bytes: Uint8Array, name: string): string {
  const result = spawnSync('ots-sanitize', [inFile(bytes, name)], { encoding: 'utf8' });
  return result.status === 0 ? '' : result.stderr + result.stdout;
}

/** Decompiles every table with fontTools and gives back facts read by it. Raises when any table can't be read. */
export function readWithFontTools(
  bytes: Uint8Array,
  name: string,
): { tables: string[]; names: Record<string, string>; winding: Record<string, number[]> } {
  const script = `
import json, sys
from fontTools.ttLib import TTFont
from fontTools.pens.areaPen import AreaPen
from fontTools.pens.recordingPen import DecomposingRecordingPen
font = TTFont(sys.argv[1], lazy=False)
for tag in font.keys():
    if tag != 'GlyphOrder':
        font[tag].compile(font) if hasattr(font[tag], 'compile') else None
glyphs = font.getGlyphSet()
winding = {}
for name in font.getGlyphOrder():
    pen = DecomposingRecordingPen(glyphs)
    glyphs[name].draw(pen)
    areas, contour = [], None
    for op, args in pen.value:
        if op == 'moveTo': contour = AreaPen(glyphs)
        getattr(contour, op)(*args)
        if op in ('closePath', 'endPath'): areas.append(contour.value)
    winding[name] = areas
print(json.dumps({'tables': sorted(t for t in font.keys() if t != 'GlyphOrder'),
  'names': {str(n.nameID): n.toUnicode() for n in font['name'].names if n.platformID == 3}, 'winding': winding}))
`;
  // The system's own Python has Debian's packages; another one on the path may not.
  const out = execFileSync('/usr/bin/python3', ['-c', script, inFile(bytes, name)], { encoding: 'utf8' });
  return JSON.parse(out) as ReturnType<typeof readWithFontTools>;
}

/** What a Python script with fontTools prints of files; it gets their paths as arguments, in the order given. Throws what Python throws. */
export function withFontTools(script: string, files: Readonly<Record<string, Uint8Array>>): string {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-'));
  const paths = Object.entries(files).map(([name, bytes]) => {
    writeFileSync(join(folder, name), bytes);
    return join(folder, name);
  });
  const most = 64 * 1024 * 1024;
  return execFileSync('/usr/bin/python3', ['-c', script, ...paths], { encoding: 'utf8', maxBuffer: most });
}

/** Fonts that a PDF names, as poppler's pdffonts tells them. */
export function fontsOfPdf(path: string): { readonly name: string; readonly embedded: boolean }[] {
  const lines = execFileSync('pdffonts', [path], { encoding: 'utf8' }).split('\n').slice(2);
  // Name, type, encoding, then whether it is embedded, a subset, and maps to Unicode.
  return lines.flatMap((line) => {
    const found = /^(\S.*?)\s{2,}.*\s(yes|no)\s+(yes|no)\s+(yes|no)\s+\d+\s+\d+\s*$/.exec(line);
    return found ? [{ name: found[1] ?? '', embedded: found[2] === 'yes' }] : [];
  });
}

/** Text of each page of a PDF, as poppler's pdftotext reads it. */
export const pagesOfPdf = (path: string): string[] =>
  execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' }).split('\f');
