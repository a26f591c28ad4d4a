// A font of few glyphs with any features text, built by fontTools' feature compiler, and the texts that it is tried with.
import { randomBy } from '../core/testing/randomOutlines';
import { withFontTools } from './outsideReaders';

/** Its glyphs by index; marks end in "comb". */
export const FEATURE_GLYPHS: readonly string[] = [
  '.notdef', 'space', 'a', 'b', 'c', 'f', 'i', 'x', 'y', 'acutecomb', 'gravecomb', 'dotbelowcomb', 'f_i', 'a.vs', 'uni00A0',
  'a.alt', 'b.alt', 'c.alt', 'x.01', 'x.02', 'x.03',
]; // prettier-ignore

/** Its characters but for spaces. */
const ALPHABET = ['a', 'b', 'c', 'f', 'i', 'x', 'y', '\u0301', '\u0300', '\u0323'];

const BUILD = `
import base64, io, sys
from fontTools.fontBuilder import FontBuilder
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.feaLib.builder import addOpenTypeFeaturesFromString
order = ${JSON.stringify(FEATURE_GLYPHS)}
fb = FontBuilder(1000, isTTF=True)
fb.setupGlyphOrder(order)
codes = {32: 'space', 97: 'a', 98: 'b', 99: 'c', 102: 'f', 105: 'i', 120: 'x', 121: 'y', 0x301: 'acutecomb', 0x300: 'gravecomb', 0x323: 'dotbelowcomb', 0xa0: 'uni00A0'}
fb.setupCharacterMap(codes, uvs=[(0x61, 0xfe00, 'a.vs'), (0x62, 0xfe00, None), (0x63, 0xe0100, None)])
glyphs = {}
for n, name in enumerate(order):
    pen = TTGlyphPen(None)
    if name not in ('space', 'uni00A0'):
        pen.moveTo((20, 0)); pen.lineTo((20, 300 + 10 * n)); pen.lineTo((120 + 5 * n, 0)); pen.closePath()
    glyphs[name] = pen.glyph()
fb.setupGlyf(glyphs)
fb.setupHorizontalMetrics({name: (0 if name.endswith('comb') else 300 + 20 * n, 20) for n, name in enumerate(order)})
fb.setupHorizontalHeader(ascent=800, descent=-200)
fb.setupNameTable({'familyName': 'Every Lookup', 'styleName': 'Regular'})
fb.setupOS2(sTypoAscender=800, sxHeight=500)
fb.setupPost()
addOpenTypeFeaturesFromString(fb.font, open(sys.argv[1]).read())
font = fb.font
#more
out = io.BytesIO()
font.save(out)
print(base64.b64encode(out.getvalue()).decode())`;

/** The font with a features text. `more`: Python that alters `font` further. */
export const featureFont = (text: string, more = ''): Uint8Array =>
  Uint8Array.from(
    Buffer.from(
      withFontTools(
        BUILD.replace('#more', () => more),
        { 'rules.fea': new TextEncoder().encode(text) },
      ),
      'base64',
    ),
  );

/** All texts of up to four letters of the font, and some of nine. */
export function featureTexts(): string[] {
  let last = [''];
  const all = Array.from({ length: 4 }, () => (last = last.flatMap((t) => ALPHABET.map((c) => t + c)))).flat(); // prettier-ignore
  const random = randomBy(5);
  const one = () => ALPHABET[Math.floor(random() * ALPHABET.length)] ?? '';
  return [...all, ...Array.from({ length: 3000 }, () => Array.from({ length: 9 }, one).join(''))];
}
