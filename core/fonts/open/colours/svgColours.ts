// OpenType 1.9.1, 'SVG ': glyphs as drawings, documents of one or several glyphs, plain or packed.
import { gunzipSync, strFromU8 } from 'fflate';
import { compose, scaling, translation } from '../../../foundations/geometry/affine';
import { transformContours } from '../../../foundations/geometry/contour';
import { transformPaint, type ColourLayer } from '../../../foundations/geometry/paint';
import { readSvg } from '../../../readers/svg/read/readSvg';
import { svgLayersOf } from '../../../readers/svg/read/svgOutline';
import { ByteReader } from '../../opentype/read/byteReader';

/** A document with the glyphs that it holds. */
interface GlyphDocument {
  readonly first: number;
  readonly last: number;
  readonly text: string;
}

/** Packed documents begin with this (RFC 1952, 2.3.1). */
const GZIP = [0x1f, 0x8b] as const;
/** More than any glyph's drawing takes, unpacked. */
const MOST_BYTES = 20e6;
/** Letters of drawings that are gone through, all in all. */
const MOST_READ = 200e6;

function documentsOf(bytes: Uint8Array): GlyphDocument[] {
  const at = new ByteReader(bytes, 2).uint32();
  const r = new ByteReader(bytes, at);
  return r
    .list(r.uint16(), () => [r.uint16(), r.uint16(), r.uint32(), r.uint32()] as const)
    .map(([first, last, offset, length]) => {
      const raw = new ByteReader(bytes, at + offset).take(length);
      const packed = raw[0] === GZIP[0] && raw[1] === GZIP[1];
      const size = packed
        ? new DataView(raw.buffer, raw.byteOffset + raw.length - 4, 4).getUint32(0, true)
        : 0;
      if (size > MOST_BYTES) throw new RangeError(`a drawing of ${size} bytes`);
      return { first, last, text: strFromU8(packed ? gunzipSync(raw) : raw) };
    });
}

/** Colours of palettes have a colour of their own behind them for who knows no palettes. */
const withoutPalettes = (text: string): string =>
  text.replace(/var\(\s*--color\d+\s*,\s*([^()]+|[^()]*\([^()]*\)[^()]*)\)/g, '$1');

/** The drawing of one glyph of a document, as a document of its own: `reach` units to each side of the origin, y down. */
function documentOfGlyph(text: string, glyph: number, reach: number): string {
  const head = /<svg\b[^>]*>/.exec(text);
  const inner = head ? text.slice(head.index + head[0].length, text.lastIndexOf('</svg>')) : '';
  const own = head?.[0].replace(/\s(width|height|viewBox)\s*=\s*("[^"]*"|'[^']*')/g, '') ?? '<svg>';
  const side = 2 * reach;
  const frame = `width="${side}" height="${side}" viewBox="${-reach} ${-reach} ${side} ${side}"`;
  const root = new RegExp(`\\bid\\s*=\\s*["']glyph${glyph}["']`);
  // The document itself may be the glyph.
  if (head && root.test(head[0])) return `${own.replace(/^<svg/, `<svg ${frame}`)}${inner}</svg>`;
  const links = own.includes('xmlns:xlink') ? '' : ' xmlns:xlink="http://www.w3.org/1999/xlink"';
  return `${own.replace(/^<svg/, `<svg ${frame}${links}`)}<defs>${inner}</defs><use xlink:href="#glyph${glyph}"/></svg>`;
}

/** Layers of the glyphs that are drawings, font units, y up; what of them isn't read is told. RangeError where the table is cut off. */
export function svgLayers(
  bytes: Uint8Array,
  unitsPerEm: number,
): { readonly layers: ReadonlyMap<number, readonly ColourLayer[]>; readonly leftOut: readonly string[] } {
  const layers = new Map<number, readonly ColourLayer[]>();
  const leftOut = new Set<string>();
  const reach = 4 * unitsPerEm;
  const up = compose(scaling(1, -1), translation(-reach, -reach));
  let left = MOST_READ;
  for (const { first, last, text } of documentsOf(bytes))
    for (let glyph = first; glyph <= last; glyph++) {
      // A document of many glyphs is read once for each.
      left -= text.length;
      if (left < 0) {
        leftOut.add('colours of letters in drawings that hold very many');
        return { layers, leftOut: [...leftOut] };
      }
      const drawing = readSvg(documentOfGlyph(withoutPalettes(text), glyph, reach));
      if (!drawing.ok) continue;
      for (const what of drawing.value.notUnderstood) leftOut.add(`${what} in letters that are drawings`);
      const own = svgLayersOf(drawing.value).map(({ paint, contours }) => ({
        paint: transformPaint(paint, up),
        contours: transformContours(contours, up),
      }));
      if (own.length > 0) layers.set(glyph, own);
    }
  return { layers, leftOut: [...leftOut] };
}
