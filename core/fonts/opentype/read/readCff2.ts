// OpenType 1.9.1, 'CFF2': outlines of one font, at its default or at a place of its axes.
import { nth } from '../../../foundations/lists/nth';
import { ByteReader } from './byteReader';
import { readDict, readFdSelect, readIndex, type Dict } from './cffParts';
import { readCharstring, type ReadOutline } from './readCharstring';
import { readShares } from './readRegions';

const OP = {
  charStrings: 17,
  privateDict: 18,
  subrs: 19,
  vsindex: 22,
  vstore: 24,
  fdArray: 1236,
  fdSelect: 1237,
} as const;

interface Private {
  readonly local: readonly Uint8Array[];
  /** Which part of the store its charstrings blend with, unless they say otherwise. */
  readonly index: number;
}

function readPrivate(bytes: Uint8Array, dict: Dict): Private {
  const [size = 0, at = 0] = dict.get(OP.privateDict) ?? [];
  const own = readDict(new ByteReader(bytes, at).take(size));
  const [subrs] = own.get(OP.subrs) ?? [];
  return {
    local: subrs === undefined ? [] : readIndex(new ByteReader(bytes, at + subrs), true),
    index: own.get(OP.vsindex)?.[0] ?? 0,
  };
}

/**
 * The outlines of a 'CFF2' table, glyphs by index; widths stand in 'hmtx'.
 *
 * @param at Normalised coordinates by axis; none = the default.
 * @throws RangeError where it is cut off.
 */
export function readCff2(bytes: Uint8Array, at: readonly number[] = []): readonly ReadOutline[] {
  const r = new ByteReader(bytes, 2);
  const headerSize = r.uint8();
  const topSize = r.uint16();
  const top = readDict(new ByteReader(bytes, headerSize).take(topSize));
  const global = readIndex(r.from(headerSize + topSize), true);
  const offset = (op: number) => top.get(op)?.[0];
  const charstrings = readIndex(r.from(offset(OP.charStrings) ?? 0), true);
  const privates = readIndex(r.from(offset(OP.fdArray) ?? 0), true).map((d) => readPrivate(bytes, readDict(d)));
  const select = offset(OP.fdSelect);
  const of = select === undefined ? null : readFdSelect(r.from(select), charstrings.length);
  const store = offset(OP.vstore);
  // The store's length stands before it.
  const shares = store === undefined ? () => [] : readShares(bytes, store + 2, at);
  return charstrings.map((c, i) => {
    const { local, index } = nth(privates, of?.[i] ?? 0);
    return readCharstring(c, { global, local }, { index, shares });
  });
} // prettier-ignore
