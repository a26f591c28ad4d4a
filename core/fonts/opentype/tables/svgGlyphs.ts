// OpenType 1.9.1, 'SVG ': glyphs as SVG documents, for programs that read no other colours.
import { ByteWriter } from '../bytes';

/** `documents`: by glyph index; each has an element with the id "glyph" and that number. */
export function buildSvgGlyphs(documents: ReadonlyMap<number, string>): Uint8Array {
  const sorted = [...documents].sort((a, b) => a[0] - b[0]);
  const texts = sorted.map(([, text]) => new TextEncoder().encode(text));
  const list = new ByteWriter().uint16(sorted.length);
  let at = 2 + 12 * sorted.length;
  sorted.forEach(([glyph], i) => {
    const length = texts[i]?.length ?? 0;
    list.uint16(glyph).uint16(glyph).uint32(at).uint32(length);
    at += length;
  });
  for (const t of texts) list.bytes(t);
  return new ByteWriter().uint16(0).uint32(10).uint32(0).bytes(list.done()).done();
}
