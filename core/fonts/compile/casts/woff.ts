// WOFF File Format 1.0 (W3C Recommendation), sections 4 to 6.
import { zlibSync } from 'fflate';
import { ByteWriter } from '../../opentype/bytes';
import { checksum, parseSfnt } from '../../opentype/sfnt';

const SIGNATURE = 0x774f4646;
const HEADER = 44;
const ENTRY = 20;
const padded = (n: number) => (n + 3) & ~3;

/** A font file wrapped for the web: each table packed by itself where that makes it smaller. `version`: "1.000". */
export function woffOf(font: Uint8Array, version: string): Uint8Array {
  const { version: flavour, tables } = parseSfnt(font);
  const packed = [...tables].map(([tag, data]) => {
    const small = zlibSync(data, { level: 9 });
    return { tag, data, stored: small.length < data.length ? small : data };
  });
  const [major, minor] = version.split('.').map(Number) as [number, number];
  const sfntSize = 12 + 16 * packed.length + packed.reduce((sum, t) => sum + padded(t.data.length), 0);
  let offset = HEADER + ENTRY * packed.length;
  const length = packed.reduce((sum, t) => sum + padded(t.stored.length), offset);
  const w = new ByteWriter();
  w.uint32(SIGNATURE).uint32(flavour).uint32(length).uint16(packed.length).uint16(0).uint32(sfntSize);
  w.uint16(major || 0).uint16(minor || 0);
  // Neither metadata nor private data.
  for (let k = 0; k < 5; k++) w.uint32(0);
  for (const { tag, data, stored } of packed) {
    w.tag(tag).uint32(offset).uint32(stored.length).uint32(data.length).uint32(tableChecksum(tag, data));
    offset += padded(stored.length);
  }
  for (const { stored } of packed) {
    w.bytes(stored);
    while (w.length % 4 !== 0) w.uint8(0);
  }
  return w.done();
}

/** As the font's own directory has it: that of `head` counts its checksumAdjustment as 0 (OpenType, "Calculating checksums"). */
function tableChecksum(tag: string, data: Uint8Array): number {
  if (tag !== 'head') return checksum(data);
  const head = data.slice();
  head.fill(0, 8, 12);
  return checksum(head);
}
