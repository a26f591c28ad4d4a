// OpenType 1.9.1, 'cmap': formats 0, 4, 6, 12 and 13.
import { ByteReader } from './byteReader';

export interface CmapSubtable {
  readonly platform: number;
  readonly encoding: number;
  readonly format: number;
  readonly mapping: ReadonlyMap<number, number>;
}

/** Most characters that are read: a table of ranges over ranges could say any number. */
const MOST = 0x110000;

export function readCmap(bytes: Uint8Array): CmapSubtable[] {
  const r = new ByteReader(bytes, 2);
  return r
    .list(r.uint16(), () => ({ platform: r.uint16(), encoding: r.uint16(), at: r.uint32() }))
    .map(({ platform, encoding, at }) => {
      const format = new ByteReader(bytes, at).uint16();
      return { platform, encoding, format, mapping: readSubtable(new ByteReader(bytes, at), format) };
    });
}

/** The characters of a font: its widest Unicode subtable. */
export function unicodeMapping(subtables: readonly CmapSubtable[]): ReadonlyMap<number, number> {
  const unicode = subtables.filter(
    (s) => s.platform === 0 || (s.platform === 3 && (s.encoding === 1 || s.encoding === 10)),
  );
  return (
    [...unicode].sort((a, b) => b.mapping.size - a.mapping.size)[0]?.mapping ?? new Map<number, number>()
  );
}

function readSubtable(r: ByteReader, format: number): Map<number, number> {
  const map = new Map<number, number>();
  const put = (cp: number, glyph: number) => {
    if (glyph !== 0 && map.size < MOST) map.set(cp, glyph);
  };
  if (format === 0) {
    r.at += 6;
    for (let cp = 0; cp < 256; cp++) put(cp, r.uint8());
  } else if (format === 4) readFormat4(r, put);
  else if (format === 6) {
    r.at += 6;
    const first = r.uint16();
    const count = r.uint16();
    for (let i = 0; i < count; i++) put(first + i, r.uint16());
  } else if (format === 12 || format === 13) {
    r.at += 12;
    const groups = r.uint32();
    for (let k = 0; k < groups; k++) {
      const [start, end, glyph] = [r.uint32(), r.uint32(), r.uint32()];
      for (let cp = start; cp <= Math.min(end, 0x10ffff); cp++)
        put(cp, format === 12 ? glyph + cp - start : glyph);
    }
  }
  return map;
}

function readFormat4(r: ByteReader, put: (cp: number, glyph: number) => void): void {
  r.at += 6;
  const count = r.uint16() / 2;
  r.at += 6;
  const ends = r.list(count, () => r.uint16());
  r.uint16();
  const starts = r.list(count, () => r.uint16());
  const deltas = r.list(count, () => r.uint16());
  const offsetsAt = r.at;
  const offsets = r.list(count, () => r.uint16());
  starts.forEach((start, i) => {
    const [end = 0, delta = 0, offset = 0] = [ends[i], deltas[i], offsets[i]];
    for (let cp = start; cp <= end && cp < 0xffff; cp++) {
      if (offset === 0) put(cp, (cp + delta) & 0xffff);
      else {
        const glyph = r.from(offsetsAt + 2 * i + offset + 2 * (cp - start)).uint16();
        if (glyph !== 0) put(cp, (glyph + delta) & 0xffff);
      }
    }
  });
}
