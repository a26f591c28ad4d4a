// OpenType 1.9.1, 'post' version 2.0: names of glyphs.
import { MACINTOSH_ORDER } from '../tables/macintoshOrder';
import { ByteReader } from './byteReader';

/** Names by glyph; none when the table has none. */
export function readPostNames(bytes: Uint8Array): string[] {
  if (bytes.length < 34 || new ByteReader(bytes).uint32() !== 0x00020000) return [];
  const r = new ByteReader(bytes, 32);
  const count = r.uint16();
  const numbers = r.list(count, () => r.uint16());
  const own: string[] = [];
  while (!r.atEnd) own.push(String.fromCharCode(...r.take(r.uint8())));
  return numbers.map((n) => MACINTOSH_ORDER[n] ?? own[n - MACINTOSH_ORDER.length] ?? `glyph${n}`);
}
