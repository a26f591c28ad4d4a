// OpenType 1.9.1, "Organization of an OpenType font": table directory, checksums, head.checksumAdjustment.
import { ByteWriter } from './bytes';

export const SFNT_CFF = 0x4f54544f;
export const SFNT_TRUETYPE = 0x00010000;

/** Where head keeps checksumAdjustment, bytes from the table's start. */
const ADJUSTMENT_OFFSET = 8;

/** Sum of the data as big-endian words, the end padded with zeros, modulo 2^32. */
export function checksum(bytes: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < bytes.length; i += 4) {
    const word =
      (bytes[i]! << 24) | ((bytes[i + 1] ?? 0) << 16) | ((bytes[i + 2] ?? 0) << 8) | (bytes[i + 3] ?? 0);
    sum = (sum + (word >>> 0)) >>> 0;
  }
  return sum;
}

/** Puts tables together to a font file. `head` must have checksumAdjustment 0. */
export function buildSfnt(version: number, tables: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const sorted = [...tables].sort(([a], [b]) => (a < b ? -1 : 1));
  const n = sorted.length;
  const power = 2 ** Math.floor(Math.log2(n));
  const w = new ByteWriter();
  w.uint32(version)
    .uint16(n)
    .uint16(power * 16)
    .uint16(Math.log2(power))
    .uint16((n - power) * 16);
  let offset = 12 + n * 16;
  let headOffset = -1;
  for (const [tag, data] of sorted) {
    if (tag === 'head') headOffset = offset;
    w.tag(tag).uint32(checksum(data)).uint32(offset).uint32(data.length);
    offset += (data.length + 3) & ~3;
  }
  for (const [, data] of sorted) {
    w.bytes(data);
    while (w.length % 4 !== 0) w.uint8(0);
  }
  const file = w.done();
  if (headOffset >= 0) {
    const adjustment = (0xb1b0afba - checksum(file)) >>> 0;
    new DataView(file.buffer).setUint32(headOffset + ADJUSTMENT_OFFSET, adjustment);
  }
  return file;
}

/** Tables of a font file by tag. RangeError when it is cut off. */
export function parseSfnt(file: Uint8Array): { version: number; tables: Map<string, Uint8Array> } {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const tables = new Map<string, Uint8Array>();
  const count = view.getUint16(4);
  for (let i = 0; i < count; i++) {
    const at = 12 + i * 16;
    const tag = String.fromCharCode(...file.subarray(at, at + 4));
    const offset = view.getUint32(at + 8);
    const length = view.getUint32(at + 12);
    if (offset + length > file.length)
      throw new RangeError(`table ${tag} ends at ${offset + length} of ${file.length}`);
    tables.set(tag, file.subarray(offset, offset + length));
  }
  return { version: view.getUint32(0), tables };
}
