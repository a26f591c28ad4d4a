/**
 * Letters kept as pictures, as fontTools reads their table (sbix) and Debian's Chromium paints them; UFO images as fontTools' ufoLib reads
 * them (OpenType 1.9.1, 'sbix'; UFO 3, images).
 */
import { encode } from 'fast-png';
import { browserPage } from '../../../testing/browserPage';
import { hasFontTools, hasSanitizer, sanitize, withFontTools } from '../../../testing/outsideReaders';
import { transformContours } from '../../foundations/geometry/contour';
import type { PictureOfPiece } from '../../project/document/commands/outline/picture';
import { setBearings } from '../../project/document/commands/spacing/bearings';
import { edit } from '../../project/document/inStep/edit';
import { blankGlyph, newProject } from '../../project/document/newProject';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { pictureIdOf } from '../../readers/pictures/pictureId';
import { circle, rect } from '../../testing/shapes';
import { parseSfnt } from '../opentype/sfnt';
import { lettersPng } from './casts/lettersPng';
import { lettersSvg } from './casts/lettersSvg';
import { ufoFiles } from './casts/ufo';
import { compileFont, type OutlineFormat } from './compileFont';
import { fontData } from './fontData';

const page = browserPage();
const [W, H] = [160, 280];
/** Px of the sheet are 2.5 units; the letter stands on the baseline. */
const SHEET = { a: 2.5, b: 0, c: 0, d: -2.5, e: -300, f: 900 };
const BOX = { x: 200, y: 80, width: W, height: H };

/** Quarters of four colours, so that a turned or shifted picture shows. */
function quarters(): Uint8Array {
  const data = new Uint8Array(4 * W * H);
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++)
      data.set([x < W / 2 ? 200 : 30, y < H / 2 ? 40 : 160, 60, 255], 4 * (y * W + x));
  return new Uint8Array(encode({ width: W, height: H, data, channels: 4, depth: 8 }));
}

const PNG = quarters();
const PICTURE: PictureOfPiece = { pictureId: pictureIdOf(PNG), pieceId: 'p', box: BOX };
const bytes = (id: string) => (id === PICTURE.pictureId ? PNG : null);

/** A letter kept as a picture, one of outlines, and an accented one whose mark has no picture. */
function project(): Doc {
  const base = newProject('pictures', 'Tide', 0);
  const ink = rect(200, 0, 600, 700);
  const a: GlyphRow = {
    ...blankGlyph('A', 'A', [0x41]),
    contours: [ink],
    source: { pieceId: 'p', sheetId: 's', transform: SHEET },
    picture: PICTURE,
    bearings: { left: 60, right: 40 },
  };
  const mark = { ...blankGlyph('acutecomb', 'acutecomb', [0x301]), contours: [circle(100, 800, 60)] };
  const move = { a: 1, b: 0, c: 0, d: 1, e: 300, f: 20 };
  const rows: GlyphRow[] = [
    a,
    { ...blankGlyph('l', 'l', [0x6c]), contours: [rect(0, 0, 80, 720)], bearings: { left: 50, right: 50 } },
    mark,
    {
      ...blankGlyph('Aacute', 'Aacute', [0xc1]),
      components: [
        { id: 'b', glyphId: 'A', transform: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }, mark: null },
        { id: 'm', glyphId: 'acutecomb', transform: move, mark: null },
      ],
      contours: [
        { ...ink, of: 'b' },
        ...transformContours(mark.contours, move).map((c) => ({ ...c, of: 'm' })),
      ],
      bearings: { left: 60, right: 40 },
    },
  ];
  return { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
}

const doc = project();
const fontOf = (format: OutlineFormat, of: Doc = doc) =>
  compileFont(of, { format, styleId: 'regular', nowUnixS: 0, pictures: bytes });

test('the table has a strike for each size that the drawing is good for, placed from the outline’s corner', () => {
  expect(hasFontTools && hasSanitizer).toBe(true);
  const script = `
import json, sys, struct
from fontTools.ttLib import TTFont
out = []
for path in sys.argv[1:]:
    font = TTFont(path)
    cmap = font.getBestCmap()
    strikes = []
    for ppem in sorted(font['sbix'].strikes):
        strike = font['sbix'].strikes[ppem]
        glyph = strike.glyphs[cmap[0x41]]
        size = struct.unpack('>II', glyph.imageData[16:24])
        empty = strike.glyphs[cmap[0x6c]].imageData
        strikes.append([ppem, strike.resolution, glyph.graphicType, glyph.originOffsetX, glyph.originOffsetY, *size, empty is None])
    out.append(strikes)
print(json.dumps(out))`;
  const files = { 'a.otf': fontOf('otf'), 'a.ttf': fontOf('ttf') };
  const [otf, ttf] = JSON.parse(withFontTools(script, files)) as unknown[][];
  // 400 units are 160 px: the drawing is its own size at 400 px an em, so that 384 is the last of the sizes.
  const strike = (ppem: number) => [
    ppem,
    72,
    'png ',
    0,
    0,
    Math.ceil(0.4 * ppem),
    Math.ceil(0.7 * ppem),
    true,
  ];
  expect(otf).toEqual([48, 96, 192, 384].map(strike));
  expect(ttf).toEqual(otf);
  for (const [name, font] of Object.entries(files)) expect(sanitize(font, name)).toBe('');
});

test('Chromium paints the picture where its outline would be, in both kinds of font, at sizes between too', async () => {
  const painted = await page().evaluate(
    async ({ fonts, picture }) => {
      const image = new Image();
      image.src = `data:image/png;base64,${picture}`;
      await image.decode();
      const out: number[] = [];
      for (const base64 of fonts) {
        const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
        const face = await new FontFace('pictures', bytes).load();
        document.fonts.add(face);
        for (const em of [96, 140, 300]) {
          const paint = (draw: (g: CanvasRenderingContext2D) => void) => {
            const canvas = document.createElement('canvas');
            canvas.width = canvas.height = 320;
            const g = canvas.getContext('2d')!;
            g.fillStyle = '#fff';
            g.fillRect(0, 0, 320, 320);
            draw(g);
            return g.getImageData(0, 0, 320, 320).data;
          };
          const set = paint((g) => {
            g.font = `${em}px pictures`;
            g.fillText('A', 10, 300);
          });
          // 60 units of white, then 400 by 700 units of ink.
          const drawn = paint((g) => g.drawImage(image, 10 + 0.06 * em, 300 - 0.7 * em, 0.4 * em, 0.7 * em));
          let sum = 0;
          set.forEach((v, i) => (sum += Math.abs(v - drawn[i]!)));
          out.push(sum / (255 * 4 * 0.28 * em * em));
        }
        document.fonts.delete(face);
      }
      return out;
    },
    {
      fonts: (['otf', 'ttf'] as const).map((f) => Buffer.from(fontOf(f)).toString('base64')),
      picture: Buffer.from(PNG).toString('base64'),
    },
  );
  // Edges fall between px otherwise: a hundredth and a half of the ink where it is largest, more where it is small.
  painted.forEach((difference, i) => expect(difference).toBeLessThan([0.05, 0.04, 0.015][i % 3]!));
});

test('white changes no picture; a letter whose picture is not at hand is its outline', () => {
  const wider = edit(doc, setBearings(doc, 'A', { left: 133 })!).doc;
  const table = (d: Doc) => parseSfnt(fontOf('ttf', d)).tables.get('sbix');
  expect(table(wider)).toEqual(table(doc));
  const lost = compileFont(doc, { format: 'ttf', styleId: 'regular', nowUnixS: 0, pictures: () => null });
  expect(parseSfnt(lost).tables.has('sbix')).toBe(false);
  const plain = compileFont(doc, { format: 'ttf', styleId: 'regular', nowUnixS: 0 });
  expect(parseSfnt(plain).tables.has('sbix')).toBe(false);
});

test('a letter that comes from another piece by now shows no picture of the old one', () => {
  const A = doc.glyphs.A!;
  const moved = { ...doc, glyphs: { ...doc.glyphs, A: { ...A, source: { ...A.source!, pieceId: 'q' } } } };
  expect(parseSfnt(fontOf('ttf', moved)).tables.has('sbix')).toBe(false);
});

test('letters as SVG and PNG show the pictures, parts without one as outlines', () => {
  const font = fontData(doc, 'regular');
  const svg = lettersSvg(doc, font, bytes);
  expect(svg.get('A_.svg')).toContain(`href="data:image/png;base64,${Buffer.from(PNG).toString('base64')}"`);
  expect(svg.get('Aacute.svg') ?? svg.get('A_acute.svg')).toMatch(/<path[^>]*>.*<image/);
  expect(svg.get('l.svg')).not.toContain('<image');
  const png = [...lettersPng(doc, font, [100], bytes)].find(([name]) => name.endsWith('A_.png'))![1];
  const black = [...lettersPng(doc, font, [100])].find(([name]) => name.endsWith('A_.png'))![1];
  expect(png).not.toEqual(black);
});

test('a UFO has the picture behind the outline, where ufoLib finds its corners', () => {
  const files = ufoFiles(fontData(doc, 'regular'), doc, bytes);
  expect(files.get('images/A_.png')).toEqual(PNG);
  const glif = String(files.get('glyphs/A_.glif'));
  const script = `
import json, sys
from fontTools.ufoLib.glifLib import readGlyphFromString
class Glyph: pass
glyph = Glyph()
readGlyphFromString(open(sys.argv[1]).read(), glyph)
i = glyph.image
at = lambda x, y: [round(i['xScale'] * x + i['yxScale'] * y + i['xOffset'], 3), round(i['xyScale'] * x + i['yScale'] * y + i['yOffset'], 3)]
print(json.dumps([i['fileName'], at(0, 0), at(${W}, ${H})]))`;
  // The picture's lower left corner, and its upper right one: rows are counted upwards there.
  expect(JSON.parse(withFontTools(script, { 'a.glif': new TextEncoder().encode(glif) }))).toEqual([
    'A_.png',
    [60, 0],
    [460, 700],
  ]);
});
