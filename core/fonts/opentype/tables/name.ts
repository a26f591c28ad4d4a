// OpenType 1.9.1, 'name': naming table, format 0. Windows Unicode records (3, 1, 0x409) and Macintosh Roman (1, 0, 0).
import { ByteWriter } from '../bytes';

/** Name ids of the standard. */
export const NAME_ID = {
  copyright: 0,
  family: 1,
  style: 2,
  unique: 3,
  full: 4,
  version: 5,
  postScript: 6,
  designer: 9,
  designerUrl: 12,
  licence: 13,
  licenceUrl: 14,
  typographicFamily: 16,
  typographicStyle: 17,
} as const;

function utf16(text: string): number[] {
  const out: number[] = [];
  for (let i = 0; i < text.length; i++) out.push(text.charCodeAt(i) >> 8, text.charCodeAt(i) & 0xff);
  return out;
}

/** Mac Roman equals ASCII below 128; other texts get no Macintosh record. */
const isAscii = (text: string) => /^[\x20-\x7e]*$/.test(text);

/** English, United States: what names are in first ("Windows language IDs"). */
const ENGLISH = 0x0409;

/** Texts by name id; empty ones are left out. */
export type NameTexts = ReadonlyMap<number, string>;

/** `others`: texts in further languages, by the language's Windows id; they fall back to the English ones where they say nothing. */
export function buildName(names: NameTexts, others: ReadonlyMap<number, NameTexts> = new Map()): Uint8Array {
  const texts = [...names].filter(([, text]) => text !== '').sort((a, b) => a[0] - b[0]);
  const records = [
    ...texts
      .filter(([, text]) => isAscii(text))
      .map(([id, text]) => ({
        platform: 1,
        encoding: 0,
        language: 0,
        id,
        data: [...text].map((c) => c.charCodeAt(0)),
      })),
    ...windowsRecords(new Map([...others, [ENGLISH, names]])),
  ];
  const w = new ByteWriter();
  w.uint16(0)
    .uint16(records.length)
    .uint16(6 + records.length * 12);
  const storage = new ByteWriter();
  const seen = new Map<string, number>();
  for (const r of records) {
    const key = r.data.join();
    const offset = seen.get(key) ?? storage.length;
    if (!seen.has(key)) {
      seen.set(key, offset);
      storage.bytes(r.data);
    }
    w.uint16(r.platform)
      .uint16(r.encoding)
      .uint16(r.language)
      .uint16(r.id)
      .uint16(r.data.length)
      .uint16(offset);
  }
  return w.bytes(storage.done()).done();
}

/** Records of the Windows platform, by language and then by id as the table wants them. */
const windowsRecords = (languages: ReadonlyMap<number, NameTexts>) =>
  [...languages]
    .sort((a, b) => a[0] - b[0])
    .flatMap(([language, names]) =>
      [...names]
        .filter(([, text]) => text !== '')
        .sort((a, b) => a[0] - b[0])
        .map(([id, text]) => ({ platform: 3, encoding: 1, language, id, data: utf16(text) })),
    );
