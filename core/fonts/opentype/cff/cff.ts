// Adobe Technical Note 5176, "The Compact Font Format Specification", version 1.
import { ByteWriter } from '../bytes';
import { STANDARD_STRINGS } from './standardStrings';

/** An INDEX of byte strings (5176, 5). */
export function buildIndex(items: readonly Uint8Array[]): Uint8Array {
  const w = new ByteWriter();
  w.uint16(items.length);
  if (items.length === 0) return w.done();
  const total = items.reduce((n, item) => n + item.length, 1);
  const size = total < 0x100 ? 1 : total < 0x10000 ? 2 : total < 0x1000000 ? 3 : 4;
  w.uint8(size);
  let offset = 1;
  const writeOffset = () => {
    for (let k = size - 1; k >= 0; k--) w.uint8((offset >>> (8 * k)) & 0xff);
  };
  writeOffset();
  for (const item of items) {
    offset += item.length;
    writeOffset();
  }
  for (const item of items) w.bytes(item);
  return w.done();
}

/** An integer operand of a DICT (5176, 4, table 3). `wide` always takes 5 bytes, so that offsets don't shift sizes. */
function dictInteger(w: ByteWriter, v: number, wide = false): void {
  if (wide) w.uint8(29).uint32(v >>> 0);
  else if (v >= -107 && v <= 107) w.uint8(v + 139);
  else if (v >= 108 && v <= 1131) w.uint8(247 + ((v - 108) >> 8)).uint8((v - 108) & 0xff);
  else if (v >= -1131 && v <= -108) w.uint8(251 + ((-v - 108) >> 8)).uint8((-v - 108) & 0xff);
  else if (v >= -32768 && v <= 32767) w.uint8(28).int16(v);
  else w.uint8(29).uint32(v >>> 0);
}

/** A real operand (5176, 4, table 5): nibbles of its decimal form. */
function dictReal(w: ByteWriter, v: number): void {
  const nibbles = [...String(v)].map((c) => (c === '.' ? 0xa : c === '-' ? 0xe : Number(c)));
  nibbles.push(0xf);
  if (nibbles.length % 2 === 1) nibbles.push(0xf);
  w.uint8(30);
  for (let i = 0; i < nibbles.length; i += 2) w.uint8((nibbles[i]! << 4) | nibbles[i + 1]!);
}

/** Operators of the top and private dictionaries; two-byte ones are 12 x. */
const DICT = {
  version: [0], notice: [1], fullName: [2], familyName: [3], weight: [4], fontBBox: [5], charset: [15],
  charStrings: [17], privateDict: [18], fontMatrix: [12, 7], defaultWidthX: [20], nominalWidthX: [21],
  subrs: [19],
} as const; // prettier-ignore

export interface CffFont {
  readonly postScriptName: string;
  readonly version: string;
  readonly notice: string;
  readonly fullName: string;
  readonly familyName: string;
  readonly weight: string;
  readonly unitsPerEm: number;
  readonly box: {
    readonly xMin: number;
    readonly yMin: number;
    readonly xMax: number;
    readonly yMax: number;
  };
  /** In glyph order; the first must be .notdef. */
  readonly glyphNames: readonly string[];
  readonly charstrings: readonly Uint8Array[];
  /** What charstrings call, by number (5177, 4.7); none where they don't. */
  readonly subroutines: readonly Uint8Array[];
  readonly defaultWidth: number;
  readonly nominalWidth: number;
}

const latin1 = (text: string): Uint8Array =>
  Uint8Array.from([...text], (c) => (c.charCodeAt(0) > 255 ? 63 : c.charCodeAt(0)));

/** String ids: the standard ones by number, others added to the font's own. */
function stringIds() {
  const own: string[] = [];
  const ids = new Map(STANDARD_STRINGS.map((s, i) => [s, i]));
  return {
    own,
    idOf(text: string): number {
      const known = ids.get(text);
      if (known !== undefined) return known;
      const id = STANDARD_STRINGS.length + own.length;
      own.push(text);
      ids.set(text, id);
      return id;
    },
  };
}

/** The 'CFF ' table. RangeError when the first glyph isn't .notdef. */
export function buildCff(font: CffFont): Uint8Array {
  if (font.glyphNames[0] !== '.notdef') throw new RangeError('the first glyph of a CFF font must be .notdef');
  const strings = stringIds();
  const nameIds = font.glyphNames.map((n) => strings.idOf(n));
  const texts = [
    [DICT.version, font.version],
    [DICT.notice, font.notice],
    [DICT.fullName, font.fullName],
    [DICT.familyName, font.familyName],
    [DICT.weight, font.weight],
  ] as const;
  const textIds = texts.filter(([, t]) => t !== '').map(([op, t]) => [op, strings.idOf(t)] as const);

  const header = Uint8Array.of(1, 0, 4, 4);
  const names = buildIndex([latin1(font.postScriptName)]);
  const stringIndex = buildIndex(strings.own.map(latin1));
  const globalSubrs = buildIndex([]);
  const charset = buildCharset(nameIds);
  const charStrings = buildIndex(font.charstrings);
  const { dict: privateDict, subroutines } = buildPrivate(font);

  const topOf = (charsetAt: number, charStringsAt: number, privateAt: number) =>
    buildIndex([buildTop(font, textIds, charsetAt, charStringsAt, privateAt, privateDict.length)]);
  // Offsets are written in 5 bytes whatever their value, so the size of the top dictionary is known beforehand.
  const before =
    header.length + names.length + topOf(0, 0, 0).length + stringIndex.length + globalSubrs.length;
  const charStringsAt = before + charset.length;
  const privateAt = charStringsAt + charStrings.length;
  const w = new ByteWriter();
  w.bytes(header)
    .bytes(names)
    .bytes(topOf(before, charStringsAt, privateAt))
    .bytes(stringIndex)
    .bytes(globalSubrs);
  return w.bytes(charset).bytes(charStrings).bytes(privateDict).bytes(subroutines).done();
}

function buildTop(
  font: CffFont,
  texts: readonly (readonly [readonly number[], number])[],
  charsetAt: number,
  charStringsAt: number,
  privateAt: number,
  privateSize: number,
): Uint8Array {
  const w = new ByteWriter();
  for (const [op, id] of texts) {
    dictInteger(w, id);
    w.bytes(op);
  }
  if (font.unitsPerEm !== 1000) {
    const k = 1 / font.unitsPerEm;
    for (const v of [k, 0, 0, k, 0, 0]) dictReal(w, Number(v.toFixed(12)));
    w.bytes(DICT.fontMatrix);
  }
  for (const v of [font.box.xMin, font.box.yMin, font.box.xMax, font.box.yMax]) dictInteger(w, v);
  w.bytes(DICT.fontBBox);
  dictInteger(w, charsetAt, true);
  w.bytes(DICT.charset);
  dictInteger(w, charStringsAt, true);
  w.bytes(DICT.charStrings);
  dictInteger(w, privateSize);
  dictInteger(w, privateAt, true);
  return w.bytes(DICT.privateDict).done();
}

/** Format 0: one id for every glyph but .notdef (5176, 13, table 17). */
function buildCharset(ids: readonly number[]): Uint8Array {
  const w = new ByteWriter();
  w.uint8(0);
  for (const id of ids.slice(1)) w.uint16(id);
  return w.done();
}

/** The private dictionary, with the subroutines straight behind it (5176, 15 and 16). */
function buildPrivate(font: CffFont): { dict: Uint8Array; subroutines: Uint8Array } {
  const w = new ByteWriter();
  dictInteger(w, font.defaultWidth);
  w.bytes(DICT.defaultWidthX);
  dictInteger(w, font.nominalWidth);
  w.bytes(DICT.nominalWidthX);
  if (font.subroutines.length === 0) return { dict: w.done(), subroutines: new Uint8Array(0) };
  // Its own length is where they begin: five bytes for the number, one for the operator.
  dictInteger(w, w.length + 6, true);
  return { dict: w.bytes(DICT.subrs).done(), subroutines: buildIndex(font.subroutines) };
}
