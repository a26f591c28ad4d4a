// OpenType 1.9.1, "Common table formats": records that point at what follows them.
import { ByteWriter } from '../bytes';

/** Furthest that an Offset16 reaches. */
export const FURTHEST = 0xffff;

/**
 * Offsets (16 bits, from `base` bytes before them) to parts that follow each other, what stands between, then the parts. RangeError when one
 * lies too far.
 */
export function withOffsets(
  base: number,
  parts: readonly Uint8Array[],
  between: Uint8Array = new Uint8Array(0),
): Uint8Array {
  const w = new ByteWriter();
  let offset = base + 2 * parts.length + between.length;
  for (const p of parts) {
    w.uint16(offset);
    offset += p.length;
  }
  w.bytes(between);
  for (const p of parts) w.bytes(p);
  return w.done();
}

/** A count before a list of glyph ids. */
export function glyphList(glyphs: readonly number[]): Uint8Array {
  const w = new ByteWriter().uint16(glyphs.length);
  for (const g of glyphs) w.uint16(g);
  return w.done();
}

/** Parts in as few groups as hold what an Offset16 can reach, `head` bytes and 2 for each part included; order kept. */
export function inReach<T>(parts: readonly T[], sizeOf: (part: T) => number, head: number): T[][] {
  const groups: T[][] = [];
  let room = 0;
  for (const part of parts) {
    const size = sizeOf(part) + 2;
    const group = groups[groups.length - 1];
    if (group && size <= room) {
      group.push(part);
      room -= size;
    } else {
      groups.push([part]);
      room = FURTHEST - head - size;
    }
  }
  return groups;
}
