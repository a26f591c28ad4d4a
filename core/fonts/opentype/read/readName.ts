// OpenType 1.9.1, 'name': records of Unicode and Windows in UTF-16, of Macintosh Roman as far as ASCII goes.
import { ByteReader } from './byteReader';

export interface NameRecord {
  readonly platform: number;
  readonly encoding: number;
  readonly language: number;
  readonly id: number;
  readonly text: string;
}

const utf16 = (bytes: Uint8Array): string => new TextDecoder('utf-16be').decode(bytes);
const latin = (bytes: Uint8Array): string => String.fromCharCode(...bytes);

export function readName(bytes: Uint8Array): NameRecord[] {
  const r = new ByteReader(bytes, 2);
  const count = r.uint16();
  const storage = r.uint16();
  return r.list(count, () => {
    const [platform, encoding, language, id] = [r.uint16(), r.uint16(), r.uint16(), r.uint16()];
    const length = r.uint16();
    const data = new ByteReader(bytes, storage + r.uint16()).take(length);
    return { platform, encoding, language, id, text: platform === 1 ? latin(data) : utf16(data) };
  });
}

const ENGLISH = 0x409;

/** A name as programs show it: Windows' English one first. */
export function nameOf(records: readonly NameRecord[], id: number): string | undefined {
  const own = records.filter((r) => r.id === id);
  const best =
    own.find((r) => r.platform === 3 && r.language === ENGLISH) ??
    own.find((r) => r.platform === 3) ??
    own[0];
  return best?.text;
}
