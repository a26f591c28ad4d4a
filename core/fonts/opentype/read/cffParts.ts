// Adobe Technical Note 5176, "The Compact Font Format Specification", version 1, and OpenType 1.9.1, 'CFF2': what both are built of.
import { ByteReader } from './byteReader';

/** An INDEX (5176, 5); `wide`: with the longer count of CFF2. */
export function readIndex(r: ByteReader, wide = false): Uint8Array[] {
  const count = wide ? r.uint32() : r.uint16();
  if (count === 0) return [];
  const size = r.uint8();
  const offsets = r.list(count + 1, () => r.uint(size));
  const base = r.at - 1;
  const items = offsets.slice(0, -1).map((from, i) => {
    const to = offsets[i + 1] ?? from;
    return new ByteReader(r.bytes, base + from).take(to - from);
  });
  r.at = base + (offsets[count] ?? 1);
  return items;
}

export type Dict = ReadonlyMap<number, readonly number[]>;

/** A DICT: numbers by operator, two-byte ones as 1200 and more (5176, 4; operators to 24 are those of CFF2). */
export function readDict(bytes: Uint8Array): Dict {
  const r = new ByteReader(bytes);
  const dict = new Map<number, number[]>();
  let stack: number[] = [];
  while (!r.atEnd) {
    const b = r.uint8();
    if (b <= 24) {
      dict.set(b === 12 ? 1200 + r.uint8() : b, stack);
      stack = [];
    } else if (b === 28) stack.push(r.int16());
    else if (b === 29) stack.push(r.uint32() | 0);
    else if (b === 30) stack.push(readReal(r));
    else if (b <= 246) stack.push(b - 139);
    else if (b <= 250) stack.push((b - 247) * 256 + r.uint8() + 108);
    else stack.push(-(b - 251) * 256 - r.uint8() - 108);
  }
  return dict;
}

/** Nibbles of a decimal (5176, 4, table 5). */
function readReal(r: ByteReader): number {
  const signs = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '.', 'e', 'e-', '', '-'];
  let text = '';
  for (;;) {
    const b = r.uint8();
    for (const nibble of [b >> 4, b & 15]) {
      if (nibble === 15) return Number(text);
      text += signs[nibble];
    }
  }
}

/** Which font dictionary each glyph has: formats 0 and 3 (5176, 19), and 4 of CFF2. */
export function readFdSelect(r: ByteReader, count: number): number[] {
  const format = r.uint8();
  if (format === 0) return r.list(count, () => r.uint8());
  const size = format === 4 ? 4 : 2;
  const out: number[] = [];
  const ranges = r.uint(size);
  let first = r.uint(size);
  for (let k = 0; k < ranges; k++) {
    const fd = r.uint(size / 2);
    const next = r.uint(size);
    for (; first < next && out.length < count; first++) out.push(fd);
  }
  return out;
}
