// OpenType 1.9.1, 'HVAR', and "Font variations common table formats", "DeltaSetIndexMap".
import { ByteReader } from './byteReader';
import { readStore } from './readRegions';

/** How glyphs are numbered in a store, by their index; the last says for all that follow. */
function readIndexMap(bytes: Uint8Array, at: number): (glyph: number) => readonly [number, number] {
  const r = new ByteReader(bytes, at);
  const [format, entry] = [r.uint8(), r.uint8()];
  const count = format === 0 ? r.uint16() : r.uint32();
  const size = ((entry >> 4) & 3) + 1;
  const inner = (entry & 15) + 1;
  const values = r.list(count, () => r.uint(size));
  return (glyph) => {
    const v = values[Math.min(glyph, count - 1)] ?? 0;
    return [Math.floor(v / 2 ** inner), v % 2 ** inner];
  };
}

/** How much wider a glyph is at a place (normalised), em units. RangeError where the table is cut off. */
export function readHvar(bytes: Uint8Array, at: readonly number[]): (glyph: number) => number {
  const r = new ByteReader(bytes, 4);
  const [storeAt, mapAt] = [r.uint32(), r.uint32()];
  const vary = readStore(bytes, storeAt, at);
  const numberOf = mapAt === 0 ? (glyph: number) => [0, glyph] as const : readIndexMap(bytes, mapAt);
  return (glyph) => vary(...numberOf(glyph));
}
