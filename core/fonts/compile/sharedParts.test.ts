/** Letters of parts in font files, held against fontTools (Debian). */
import { readFileSync } from 'node:fs';
import { brotli } from '../../../cli/brotli';
import { hasFontTools, withFontTools } from '../../../testing/outsideReaders';
import { nth } from '../../foundations/lists/nth';
import { transformContours } from '../../foundations/geometry/contour';
import { translation } from '../../foundations/geometry/affine';
import { openProjectFile } from '../../project/archive/readProject';
import { projectOf } from '../../project/document/newProject';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { woff2Of } from './casts/woff2';
import { compileFont } from './compileFont';
import { fontData } from './fontData';

const DEMO = new URL('../../../demo/files/finished/keepers-hand.orthoglyph.zip', import.meta.url);
const opened = openProjectFile(new Uint8Array(readFileSync(DEMO)));
if (!opened.ok) throw new Error('the demo does not open');
const { doc } = opened.value;
const { styleId } = projectOf(doc);
const made = (format: 'otf' | 'ttf', small = false) =>
  compileFont(doc, { format, styleId, nowUnixS: 0, small });
const named = (d: Doc, name: string): GlyphRow => {
  const row = Object.values(d.glyphs).find((g) => g.name === name);
  if (!row) throw new Error(`no ${name}`);
  return row;
};
const withRow = (row: GlyphRow): Doc => ({ ...doc, glyphs: { ...doc.glyphs, [row.id]: row } });
const glyph = (d: Doc, name: string) => {
  const found = fontData(d, styleId).glyphs.find((g) => g.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};

test('an accented letter has exactly the outline of its letter and its mark, and its own bearings', () => {
  const [e, accented] = [glyph(doc, 'e'), glyph(doc, 'eacute')];
  expect(accented.parts[0]?.id).toBe(e.id);
  const { dx, dy } = nth(accented.parts, 0);
  expect(accented.contours.slice(0, e.contours.length)).toMatchObject(
    transformContours(e.contours, translation(dx, dy)).map(({ nodes }) => ({ nodes })),
  );
  const { left, right } = named(doc, 'eacute').bearings;
  expect(accented.box?.xMin).toBe(left);
  expect(accented.advance - (accented.box?.xMax ?? NaN)).toBeCloseTo(right, 6);
});

test('a letter of parts that overlap, are turned, or have something drawn beside them stays a drawing of its own', () => {
  const row = named(doc, 'eacute');
  const [letter, mark] = [nth(row.components, 0), nth(row.components, 1)];
  const turned = { ...mark, transform: { ...mark.transform, a: 0.9, d: 0.9 } };
  expect(glyph(withRow({ ...row, components: [letter, turned] }), 'eacute').parts).toEqual([]);
  const besides = named(doc, 'period').contours;
  expect(glyph(withRow({ ...row, contours: [...row.contours, ...besides] }), 'eacute').parts).toEqual([]);
  // The mark let down into the letter: the two outlines become one.
  const low = row.contours.map((c) => (c.of === mark.id ? nth(transformContours([c], translation(0, -250)), 0) : c));
  const down = { ...mark, transform: { ...mark.transform, f: mark.transform.f - 250 } };
  expect(glyph(withRow({ ...row, contours: low, components: [letter, down] }), 'eacute').parts).toEqual([]);
}); // prettier-ignore

test('without the part in the font, a letter of parts is a drawing of its own', () => {
  const e = named(doc, 'e');
  const alone = glyph(withRow({ ...e, role: 'part' }), 'eacute');
  expect(alone.parts).toEqual([]);
  expect(alone.contours.length).toBeGreaterThan(e.contours.length);
});

const facts = `
import io, json, sys
from fontTools.ttLib import TTFont
from fontTools.pens.boundsPen import BoundsPen
from fontTools.pens.areaPen import AreaPen
from fontTools.pens.recordingPen import DecomposingRecordingPen
def drawn(font, name):
    glyphs = font.getGlyphSet(); area = AreaPen(glyphs); box = BoundsPen(glyphs)
    glyphs[name].draw(area); glyphs[name].draw(box)
    return abs(area.value), box.bounds
`;

(hasFontTools ? test : test.skip)(
  'fontTools reads the parts, in TTF and WOFF2, with the profile that it works out anew',
  async () => {
    const ttf = made('ttf');
    const script = `${facts}
out = {}
for path in sys.argv[1:]:
    font = TTFont(path)
    glyf = font['glyf']
    of = lambda n: [(c.glyphName, c.x, c.y) for c in glyf[n].components]
    said = {k: getattr(font['maxp'], k) for k in ('maxPoints', 'maxContours', 'maxCompositePoints', 'maxCompositeContours', 'maxComponentElements', 'maxComponentDepth')}
    font['maxp'].recalc(font)
    out[path[-5:]] = {'eacute': of('eacute'), 'composites': sum(glyf[n].isComposite() for n in font.getGlyphOrder()),
      'profile': all(getattr(font['maxp'], k) == v for k, v in said.items()),
      'boxes': [list(drawn(font, n)[1] or []) for n in font.getGlyphOrder()]}
print(json.dumps(out))
`;
    const woff2 = await woff2Of(ttf, '1.000', brotli);
    const read = JSON.parse(withFontTools(script, { 'a.ttf': ttf, 'b.woff2': woff2 })) as Record<
      string,
      { eacute: [string, number, number][]; composites: number; profile: boolean; boxes: number[][] }
    >;
    const { parts } = glyph(doc, 'eacute');
    const nameOf = (id: string) => doc.glyphs[id]?.name;
    for (const font of Object.values(read)) {
      expect(font.eacute).toEqual(parts.map((p) => [nameOf(p.id), p.dx, p.dy]));
      expect(font.composites).toBe(fontData(doc, styleId).glyphs.filter((g) => g.parts.length > 0).length);
      expect(font.profile).toBe(true);
    }
    expect(nth(Object.values(read), 0).composites).toBeGreaterThan(50);
    expect(nth(Object.values(read), 0).boxes).toEqual(nth(Object.values(read), 1).boxes);
  },
);

(hasFontTools ? test : test.skip)(
  'an OTF made to be kept draws what one without subroutines draws, by fontTools, in less room',
  () => {
    const [plain, small] = [made('otf'), made('otf', true)];
    const script = `${facts}
from fontTools.pens.recordingPen import RecordingPen
fonts = [TTFont(p) for p in sys.argv[1:]]
def rec(font, n):
    pen = RecordingPen(); font.getGlyphSet()[n].draw(pen); return pen.value
same = all(rec(fonts[0], n) == rec(fonts[1], n) for n in fonts[0].getGlyphOrder())
print(json.dumps([same, len(fonts[1]['CFF '].cff[0].Private.Subrs)]))
`;
    const [same, subroutines] = JSON.parse(withFontTools(script, { 'a.otf': plain, 'b.otf': small })) as [
      boolean,
      number,
    ];
    expect(same).toBe(true);
    expect(subroutines).toBeGreaterThan(20);
    expect(small.length).toBeLessThan(0.75 * plain.length);
  },
);
