// OpenType 1.9.1, 'post': PostScript facts. Version 2.0 carries glyph names (TrueType), 3.0 none (CFF has its own).
import { ByteWriter } from '../bytes';
import { fixed, int16, struct, uint32, type RecordOf } from '../struct';

const POST_HEAD = struct({
  version: uint32,
  /** Degrees, counter-clockwise from upright; negative leans right. */
  italicAngle: fixed,
  /** Centre of the line. */
  underlinePosition: int16,
  underlineThickness: int16,
  /** 0 = proportional. */
  isFixedPitch: uint32,
  minMemType42: uint32,
  maxMemType42: uint32,
  minMemType1: uint32,
  maxMemType1: uint32,
});
export type PostHead = RecordOf<typeof POST_HEAD>;

/** Version 2.0: every name spelled out but .notdef, which is number 0 of the standard Macintosh order. */
export function buildPost2(head: PostHead, names: readonly string[]): Uint8Array {
  const w = new ByteWriter();
  w.bytes(POST_HEAD.build({ ...head, version: 0x00020000 }));
  w.uint16(names.length);
  const spelled: string[] = [];
  for (const name of names) {
    if (name === '.notdef') w.uint16(0);
    else {
      w.uint16(258 + spelled.length);
      spelled.push(name);
    }
  }
  for (const name of spelled) {
    const bytes = [...name].map((c) => c.charCodeAt(0)).slice(0, 63);
    w.uint8(bytes.length).bytes(bytes);
  }
  return w.done();
}

export const buildPost3 = (head: PostHead): Uint8Array => POST_HEAD.build({ ...head, version: 0x00030000 });
