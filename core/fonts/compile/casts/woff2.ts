// WOFF File Format 2.0 (W3C Recommendation), sections 3 to 5.
import { ByteWriter } from '../../opentype/bytes';
import { parseSfnt } from '../../opentype/sfnt';
import { OTHER_TAG, WOFF2_TAGS } from '../../opentype/woff2Tags';
import { transformGlyf } from './woff2Glyf';

/** Packs bytes by Brotli (RFC 7932) as small as it can. */
export type Brotli = (bytes: Uint8Array) => Promise<Uint8Array>;

const SIGNATURE = 0x774f4632;
const HEADER = 48;
/** Says that 'glyf' and 'loca' are as they were; for other tables that is 0 (4.1, "flags"). */
const AS_IT_WAS = 3;
/** head.flags, bit 11: the font was packed and unpacked again without a loss (5, "head"). */
const PACKED = 0x0800;
const HEAD = { flags: 16, locaFormat: 50 } as const;

interface Packed {
  readonly tag: string;
  readonly length: number;
  readonly version: number;
  /** What is packed of it, when it isn't the table itself. */
  readonly transformed: Uint8Array | null;
  readonly data: Uint8Array;
}

/** Seven bits a byte, the highest first (3, "UIntBase128"). */
function writeBase128(w: ByteWriter, v: number): void {
  const groups = [v & 0x7f];
  for (let rest = v >>> 7; rest > 0; rest >>>= 7) groups.unshift((rest & 0x7f) | 0x80);
  w.bytes(groups);
}

/** A font file wrapped for the web as small as it gets: outlines as streams of like things, all tables packed as one. `version`: "1.000". */
export async function woff2Of(font: Uint8Array, version: string, brotli: Brotli): Promise<Uint8Array> {
  const { version: flavour, tables } = parseSfnt(font);
  const packed = inOrder(tables).map(([tag, data]) => packedTable(tag, data, tables));
  const stream = new ByteWriter();
  for (const t of packed) stream.bytes(t.transformed ?? t.data);
  const small = await brotli(stream.done());
  const directory = new ByteWriter();
  for (const { tag, length, version: how, transformed } of packed) {
    const known = WOFF2_TAGS.indexOf(tag);
    directory.uint8((known < 0 ? OTHER_TAG : known) | (how << 6));
    if (known < 0) directory.tag(tag);
    writeBase128(directory, length);
    if (transformed) writeBase128(directory, transformed.length);
  }
  const unpadded = HEADER + directory.length + small.length;
  const [major, minor] = version.split('.').map(Number) as [number, number];
  const whole = packed.reduce((sum, t) => sum + ((t.length + 3) & ~3), 12 + 16 * packed.length);
  const w = new ByteWriter();
  w.uint32(SIGNATURE)
    .uint32(flavour)
    .uint32((unpadded + 3) & ~3)
    .uint16(packed.length)
    .uint16(0);
  w.uint32(whole)
    .uint32(small.length)
    .uint16(major || 0)
    .uint16(minor || 0);
  // Neither metadata nor private data.
  for (let k = 0; k < 5; k++) w.uint32(0);
  w.bytes(directory.done()).bytes(small);
  while (w.length % 4 !== 0) w.uint8(0);
  return w.done();
}

/** By their tags, 'loca' right behind 'glyf', from which it is made again. */
function inOrder(tables: ReadonlyMap<string, Uint8Array>): [string, Uint8Array][] {
  const key = (tag: string) => (tag === 'loca' ? 'glyf~' : tag);
  return [...tables].sort(([a], [b]) => (key(a) < key(b) ? -1 : 1));
}

function packedTable(tag: string, data: Uint8Array, tables: ReadonlyMap<string, Uint8Array>): Packed {
  const { length } = data;
  if (tag === 'head') {
    const head = data.slice();
    const view = new DataView(head.buffer);
    view.setUint16(HEAD.flags, view.getUint16(HEAD.flags) | PACKED);
    return { tag, length, version: 0, transformed: null, data: head };
  }
  if (tag !== 'glyf' && tag !== 'loca') return { tag, length, version: 0, transformed: null, data };
  const [glyf, loca, head] = ['glyf', 'loca', 'head'].map((t) => tables.get(t)) as [
    Uint8Array,
    Uint8Array,
    Uint8Array,
  ];
  const longOffsets = new DataView(head.buffer, head.byteOffset).getInt16(HEAD.locaFormat) === 1;
  const outlines = transformGlyf(glyf, loca, longOffsets);
  if (!outlines) return { tag, length, version: AS_IT_WAS, transformed: null, data };
  return { tag, length, version: 0, transformed: tag === 'glyf' ? outlines : new Uint8Array(0), data };
}
