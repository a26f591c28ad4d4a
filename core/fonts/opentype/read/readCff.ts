// Adobe Technical Note 5176, "The Compact Font Format Specification", version 1, read: names, outlines and widths of one font.
import { STANDARD_STRINGS } from '../cff/standardStrings';
import { ByteReader } from './byteReader';
import { readDict, readFdSelect, readIndex, type Dict } from './cffParts';
import { readCharstring, type ReadOutline } from './readCharstring';

export interface ReadCff {
  readonly glyphNames: readonly string[];
  readonly outlines: readonly ReadOutline[];
  /** Advance widths as the charstrings say them. */
  readonly widths: readonly number[];
}

const OP = { charset: 15, charStrings: 17, privateDict: 18, subrs: 19, defaultWidth: 20, nominalWidth: 21, ros: 1230, fdArray: 1236, fdSelect: 1237 } as const; // prettier-ignore

/** What a private dictionary says of widths and subroutines. */
interface Private {
  readonly local: readonly Uint8Array[];
  readonly defaultWidth: number;
  readonly nominalWidth: number;
}

function readPrivate(bytes: Uint8Array, dict: Dict): Private {
  const [size = 0, at = 0] = dict.get(OP.privateDict) ?? [];
  const own = readDict(new ByteReader(bytes, at).take(size));
  const [subrs] = own.get(OP.subrs) ?? [];
  return {
    local: subrs === undefined ? [] : readIndex(new ByteReader(bytes, at + subrs)),
    defaultWidth: own.get(OP.defaultWidth)?.[0] ?? 0,
    nominalWidth: own.get(OP.nominalWidth)?.[0] ?? 0,
  };
}

/** The 'CFF ' table of a font. RangeError where it is cut off. */
export function readCff(bytes: Uint8Array): ReadCff {
  const r = new ByteReader(bytes, 2);
  r.at = r.uint8();
  readIndex(r);
  const [topBytes = new Uint8Array(0)] = readIndex(r);
  const top = readDict(topBytes);
  const strings = readIndex(r).map((s) => String.fromCharCode(...s));
  const global = readIndex(r);
  const charstrings = readIndex(new ByteReader(bytes, top.get(OP.charStrings)?.[0] ?? 0));
  const count = charstrings.length;
  const privates = top.has(OP.ros)
    ? readIndex(new ByteReader(bytes, top.get(OP.fdArray)?.[0] ?? 0)).map((d) =>
        readPrivate(bytes, readDict(d)),
      )
    : [readPrivate(bytes, top)];
  const select = top.has(OP.ros)
    ? readFdSelect(new ByteReader(bytes, top.get(OP.fdSelect)?.[0] ?? 0), count)
    : null;
  const privateOf = (glyph: number): Private => {
    const own = privates[select?.[glyph] ?? 0];
    if (!own) throw new RangeError(`glyph ${glyph} has no private dictionary`);
    return own;
  };
  const outlines = charstrings.map((c, i) => readCharstring(c, { global, local: privateOf(i).local }));
  return {
    glyphNames: top.has(OP.ros) ? [] : readCharset(bytes, top.get(OP.charset)?.[0] ?? 0, count, strings),
    outlines,
    widths: outlines.map(({ width }, i) =>
      width === null ? privateOf(i).defaultWidth : privateOf(i).nominalWidth + width,
    ),
  };
}

/** Names of glyphs (5176, 13); the three predefined charsets begin with the standard strings in their order. */
function readCharset(bytes: Uint8Array, at: number, count: number, strings: readonly string[]): string[] {
  const nameOf = (id: number) => STANDARD_STRINGS[id] ?? strings[id - STANDARD_STRINGS.length] ?? `sid${id}`;
  if (at <= 2) return Array.from({ length: count }, (_, i) => nameOf(i));
  const r = new ByteReader(bytes, at);
  const format = r.uint8();
  const ids = [0];
  while (ids.length < count) {
    const first = r.uint16();
    const left = format === 0 ? 0 : format === 1 ? r.uint8() : r.uint16();
    for (let k = 0; k <= left && ids.length < count; k++) ids.push(first + k);
  }
  return ids.map(nameOf);
}
