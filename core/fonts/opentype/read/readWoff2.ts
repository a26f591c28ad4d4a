// WOFF File Format 2.0 (W3C Recommendation), 4 "Structure" and 5 "Compressed data format".
import { nth } from '../../../foundations/lists/nth';
import { ByteWriter } from '../bytes';
import { OTHER_TAG, WOFF2_TAGS } from '../woff2Tags';
import { ByteReader } from './byteReader';
import { glyfOfWoff2 } from './readWoff2Glyf';

/** Unpacks Brotli (RFC 7932). Throws for what is none. */
export type Unbrotli = (bytes: Uint8Array) => Uint8Array;

const HEADER = 48;
const COLLECTION = 0x74746366;
/** More than any font has: what a damaged header could ask for. */
const MOST_TABLES = 4096;

interface Entry {
  readonly tag: string;
  readonly transformed: boolean;
  /** Bytes in the stream. */
  readonly length: number;
}

/** Seven bits a byte, the highest first (4.1, "UIntBase128"). */
function base128(r: ByteReader): number {
  let v = 0;
  for (let i = 0; i < 5; i++) {
    const byte = r.uint8();
    if (i === 0 && byte === 0x80) break;
    v = v * 128 + (byte & 0x7f);
    if (byte < 0x80) return v;
  }
  throw new RangeError('a table of the directory has no length');
}

function entry(r: ByteReader): Entry {
  const flags = r.uint8();
  const known = flags & 63;
  const tag = known === OTHER_TAG ? r.tag() : nth(WOFF2_TAGS, known);
  const version = flags >> 6;
  // Outlines are transformed unless they say that they are not, all else the other way round.
  const transformed = tag === 'glyf' || tag === 'loca' ? version !== 3 : version !== 0;
  const length = base128(r);
  return { tag, transformed, length: transformed ? base128(r) : length };
}

/** Tables of a WOFF2 file as they were before it was packed. RangeError for a file that is cut off or is a collection of fonts. */
export function woff2Tables(bytes: Uint8Array, unbrotli: Unbrotli): Map<string, Uint8Array> {
  const r = new ByteReader(bytes, 4);
  if (r.uint32() === COLLECTION) throw new RangeError('it holds several fonts; give one of them');
  const count = r.from(12).uint16();
  if (count > MOST_TABLES) throw new RangeError(`it says it has ${count} tables`);
  const packed = r.from(20).uint32();
  r.at = HEADER;
  const entries = r.list(count, () => entry(r));
  const stream = new ByteReader(unbrotli(r.take(packed)));
  const parts = new Map(entries.map((e) => [e.tag, { ...e, data: stream.take(e.length) }]));
  const tables = new Map([...parts].map(([tag, { data }]) => [tag, data]));
  const glyf = parts.get('glyf');
  if (glyf?.transformed) {
    const made = glyfOfWoff2(glyf.data);
    tables.set('glyf', made.glyf).set('loca', made.loca);
    const hmtx = parts.get('hmtx');
    if (hmtx?.transformed) tables.set('hmtx', wholeMetrics(hmtx.data, made.lefts, tables.get('hhea')));
  }
  return tables;
}

/** Bits of a transformed 'hmtx': left bearings that are the outlines' xMin are left out (5.4). */
const LEFT_OUT = { long: 1, short: 2 } as const;

function wholeMetrics(
  data: Uint8Array,
  lefts: readonly number[],
  hhea: Uint8Array = new Uint8Array(36),
): Uint8Array {
  const long = new ByteReader(hhea, 34).uint16();
  const r = new ByteReader(data);
  const flags = r.uint8();
  const advances = r.list(long, () => r.uint16());
  const bearings = lefts.map((xMin, i) =>
    flags & (i < long ? LEFT_OUT.long : LEFT_OUT.short) ? xMin : r.int16(),
  );
  const w = new ByteWriter();
  bearings.forEach((left, i) => {
    if (i < long) w.uint16(nth(advances, i));
    w.int16(left);
  });
  return w.done();
}
