/** A variable CFF2 font made by fontTools' FontBuilder, drawn at places of its axis and held against fontTools' own glyph sets. */
import { hasFontTools, withFontTools } from '../../../../testing/outsideReaders';
import { segments } from '../../../foundations/geometry/contour';
import { nth } from '../../../foundations/lists/nth';
import { openFont } from '../../open/openFont';
import { axesOf, instanceOf } from './instance';
import { readFont, type FontFile } from './readFont';

const MADE = `
import sys, json, base64, io
from fontTools.fontBuilder import FontBuilder
from fontTools.misc.psCharStrings import T2CharString
from fontTools.ttLib import TTFont
from fontTools.pens.recordingPen import RecordingPen
order = ['.notdef', 'space', 'A', 'o']
fb = FontBuilder(1000, isTTF=False)
fb.setupGlyphOrder(order)
fb.setupNameTable({'familyName': 'Blended', 'styleName': 'Regular'})
fb.setupCharacterMap({32: 'space', 65: 'A', 111: 'o'})
programs = {
  '.notdef': [50, 'hmoveto', 400, 'hlineto', 700, 'vlineto', -400, 'hlineto'],
  'space': [],
  'A': [20, 10, 1, 'blend', 'hmoveto', 300, 0, 40, 3, 2, 'blend', 'rlineto', -100, 700, 'rlineto', -80, -25, 1, 'blend', 'hlineto'],
  'o': [0, 'vsindex', 30, 0, 5, -5, 2, 'blend', 'rmoveto', 100, 200, 50, 60, 80, 90, 10, 20, 30, -4, 5, 6, 6, 'blend', 'rrcurveto', 120, 'hlineto'],
}
charstrings = {name: T2CharString(program=p) for name, p in programs.items()}
fb.setupHorizontalMetrics({'.notdef': (500, 50), 'space': (250, 0), 'A': (520, 20), 'o': (400, 30)})
fb.setupHorizontalHeader(ascent=800, descent=-200)
fb.setupFvar([('wght', 400, 400, 900, 'Weight')], [{'location': {'wght': 900}, 'stylename': 'Black'}])
fb.setupCFF2(charstrings, regions=[{'wght': (0, 1, 1)}])
fb.setupOS2(sTypoAscender=800, sxHeight=500)
fb.setupPost()
buffer = io.BytesIO()
fb.font.save(buffer)
font = TTFont(io.BytesIO(buffer.getvalue()))
drawn = []
for at in [0, 0.5, 1]:
    glyphs = font.getGlyphSet(location={'wght': 400 + 500 * at})
    rows = []
    for name in order:
        pen = RecordingPen()
        glyphs[name].draw(pen)
        rows.append([[float(v) for p in args for v in p] for op, args in pen.value if op in ('lineTo', 'curveTo', 'moveTo')])
    drawn.append(rows)
print(json.dumps({'font': base64.b64encode(buffer.getvalue()).decode(), 'drawn': drawn}))`;

interface Made {
  readonly font: string;
  readonly drawn: readonly (readonly (readonly number[])[])[][];
}

const made = hasFontTools ? (JSON.parse(withFontTools(MADE, {})) as Made) : null;
const withTools = made ? test : test.skip;

function read(): FontFile {
  const font = readFont(Uint8Array.from(Buffer.from(made?.font ?? '', 'base64')));
  if (!font.ok) throw new Error(JSON.stringify(font.problems));
  return font.value;
}

/** Ends of all segments, rounded to whole units and sorted. */
const endsOf = (font: FontFile, glyph: number): string[] =>
  nth(font.contours, glyph).flatMap((c) => segments(c).map((s) => `${Math.round(s.p3.x)} ${Math.round(s.p3.y)}`)).sort(); // prettier-ignore

withTools(
  'a variable CFF2 font is read at its default and at places of its axis as fontTools draws it',
  () => {
    const font = read();
    expect(font.outlines).toBe('otf');
    expect(axesOf(font)?.places).toHaveLength(1);
    for (const [k, wght] of [400, 650, 900].entries()) {
      const at = instanceOf(font, { wght });
      font.glyphNames.forEach((_, g) => {
        const truth = nth(nth(made?.drawn ?? [], k), g).map((p) => p.slice(-2).map(Math.round).join(' ')); // prettier-ignore
        expect([wght, g, endsOf(at, g)]).toEqual([wght, g, [...new Set(truth)].sort()]);
      });
    }
    expect(nth(endsOf(instanceOf(font, { wght: 900 }), 2), 0)).not.toBe(nth(endsOf(font, 2), 0));
  },
);

withTools('a place of a CFF2 font opens as a style', () => {
  const opened = openFont(read(), { id: 'blended', family: 'Own', nowMs: 0, places: [0] });
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  expect(Object.values(opened.value.doc.styles).map((s) => s.name)).toEqual(['Black']);
});
