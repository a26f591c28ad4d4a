// OpenType 1.9.1, 'sbix': letters as pictures in several sizes.
import { ByteWriter } from '../bytes';

/**
 * A letter's picture in a strike: PNG, and where its lower left corner lies, px, from the lower left corner of the outline's box: systems
 * put it there, and from the origin only for letters that have no outline.
 */
export interface BitmapGlyph {
  readonly png: Uint8Array;
  readonly x: number;
  readonly y: number;
}

/** Pictures for one size: px of an em, and one for each glyph that has any, by its index. */
export interface Strike {
  readonly ppem: number;
  readonly glyphs: ReadonlyMap<number, BitmapGlyph>;
}

/** Px of an inch that the pictures are made for: those of a point size. */
const PPI = 72;
/** Bit 0 is always set; bit 1 would have outlines drawn over pictures. */
const FLAGS = 1;

/** The whole table. Strikes stand from the smallest to the largest. */
export function buildSbix(strikes: readonly Strike[], glyphCount: number): Uint8Array {
  const inOrder = [...strikes].sort((a, b) => a.ppem - b.ppem).map((s) => strikeTable(s, glyphCount));
  const w = new ByteWriter().uint16(1).uint16(FLAGS).uint32(inOrder.length);
  let offset = 8 + 4 * inOrder.length;
  for (const s of inOrder) {
    w.uint32(offset);
    offset += s.length;
  }
  for (const s of inOrder) w.bytes(s);
  return w.done();
}

function strikeTable({ ppem, glyphs }: Strike, glyphCount: number): Uint8Array {
  const w = new ByteWriter().uint16(ppem).uint16(PPI);
  const data = new ByteWriter();
  const start = 4 + 4 * (glyphCount + 1);
  for (let glyph = 0; glyph < glyphCount; glyph++) {
    w.uint32(start + data.length);
    const picture = glyphs.get(glyph);
    if (picture) data.int16(picture.x).int16(picture.y).tag('png ').bytes(picture.png);
  }
  w.uint32(start + data.length).bytes(data.done());
  // Offsets to strikes are read faster where they are even.
  while (w.length % 4 !== 0) w.uint8(0);
  return w.done();
}
