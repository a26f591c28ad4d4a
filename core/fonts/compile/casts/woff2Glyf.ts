// WOFF File Format 2.0 (W3C Recommendation), 5.1 "Transformed glyf table format"; the triplets' bits as in its table of 128 encodings.
import { nth } from '../../../foundations/lists/nth';
import { ByteWriter } from '../../opentype/bytes';
import { PART_FLAGS } from '../../opentype/tables/compositeGlyph';

/** Bits of a simple glyph's flags (OpenType, "glyf"). */
const FLAG = { onCurve: 1, xShort: 2, yShort: 4, repeat: 8, xSame: 16, ySame: 32 } as const;
const HEADER = 36;

interface Point {
  readonly onCurve: boolean;
  readonly dx: number;
  readonly dy: number;
}

interface SimpleGlyph {
  /** Points of each contour, each by its distance from the point before it. */
  readonly contours: readonly (readonly Point[])[];
  readonly instructions: Uint8Array;
  readonly box: readonly [number, number, number, number];
}

/** A count in one to three bytes (WOFF2, 3 "255UInt16"). */
function write255(w: ByteWriter, v: number): void {
  if (v < 253) w.uint8(v);
  else if (v < 506) w.uint8(255).uint8(v - 253);
  else if (v < 762) w.uint8(254).uint8(v - 506);
  else w.uint8(253).uint16(v);
}

/**
 * 'glyf' taken apart into streams of like things, which pack far better; 'loca' follows from it. Null when it holds composite glyphs
 * with instructions, which go as they are.
 */
export function transformGlyf(glyf: Uint8Array, loca: Uint8Array, longOffsets: boolean): Uint8Array | null {
  const view = new DataView(loca.buffer, loca.byteOffset, loca.byteLength);
  const count = loca.byteLength / (longOffsets ? 4 : 2) - 1;
  const offset = (i: number) => (longOffsets ? view.getUint32(4 * i) : 2 * view.getUint16(2 * i));
  const stream = () => new ByteWriter();
  const [contours, points, flags, glyphs] = [stream(), stream(), stream(), stream()];
  const [composites, boxes, instructions] = [stream(), stream(), stream()];
  const ownBox = new Uint8Array(4 * Math.ceil(count / 32));
  for (let i = 0; i < count; i++) {
    const bytes = glyf.subarray(offset(i), offset(i + 1));
    if (isComposite(bytes)) {
      const parts = withoutInstructions(bytes);
      if (!parts) return null;
      contours.int16(-1);
      composites.bytes(parts);
      setBit(ownBox, i);
      boxes.bytes(bytes.subarray(2, 10));
      continue;
    }
    const glyph = bytes.length === 0 ? null : simpleGlyph(bytes);
    contours.int16(glyph?.contours.length ?? 0);
    if (!glyph || glyph.contours.length === 0) continue;
    for (const c of glyph.contours) write255(points, c.length);
    for (const p of glyph.contours.flat()) writeTriplet(flags, glyphs, p);
    write255(glyphs, glyph.instructions.length);
    instructions.bytes(glyph.instructions);
    if (boxOfPoints(glyph).every((v, k) => v === glyph.box[k])) continue;
    setBit(ownBox, i);
    for (const v of glyph.box) boxes.int16(v);
  }
  const bbox = new ByteWriter().bytes(ownBox).bytes(boxes.done());
  const streams = [contours, points, flags, glyphs, composites, bbox, instructions];
  const out = new ByteWriter()
    .uint16(0)
    .uint16(0)
    .uint16(count)
    .uint16(longOffsets ? 1 : 0);
  for (const s of streams) out.uint32(s.length);
  if (out.length !== HEADER) throw new RangeError('the header of a transformed glyf table is 36 bytes');
  for (const s of streams) out.bytes(s.done());
  return out.done();
}

function setBit(bits: Uint8Array, i: number): void {
  bits[i >> 3] = nth(bits, i >> 3) | (0x80 >> (i & 7));
}

const isComposite = (bytes: Uint8Array): boolean => bytes.length > 0 && nth(bytes, 0) >= 0x80;

/** The parts of a composite glyph, without what fills them up to an even length; null when it has instructions. */
function withoutInstructions(bytes: Uint8Array): Uint8Array | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 10;
  for (let flags: number = PART_FLAGS.more; flags & PART_FLAGS.more;) {
    flags = view.getUint16(at);
    if (flags & PART_FLAGS.instructions) return null;
    at += 4 + (flags & PART_FLAGS.words ? 4 : 2);
    at += flags & PART_FLAGS.matrix ? 8 : flags & PART_FLAGS.twoScales ? 4 : flags & PART_FLAGS.scale ? 2 : 0;
  }
  return bytes.subarray(10, at);
}

/** A glyph's description read (OpenType, "Simple glyph description"). */
function simpleGlyph(bytes: Uint8Array): SimpleGlyph {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const contourCount = view.getInt16(0);
  const box = [2, 4, 6, 8].map((at) => view.getInt16(at)) as [number, number, number, number];
  const ends = Array.from({ length: contourCount }, (_, k) => view.getUint16(10 + 2 * k));
  let at = 10 + 2 * contourCount;
  const length = contourCount > 0 ? view.getUint16(at) : 0;
  const instructions = bytes.subarray(at + 2, at + 2 + length);
  at += 2 + length;
  const total = contourCount > 0 ? ends[contourCount - 1]! + 1 : 0;
  const flags: number[] = [];
  while (flags.length < total) {
    const flag = bytes[at++]!;
    const times = flag & FLAG.repeat ? bytes[at++]! + 1 : 1;
    for (let k = 0; k < times; k++) flags.push(flag);
  }
  const coordinates = (short: number, same: number) =>
    flags.map((flag) => {
      if (flag & short) return flag & same ? bytes[at++]! : -bytes[at++]!;
      if (flag & same) return 0;
      at += 2;
      return view.getInt16(at - 2);
    });
  const xs = coordinates(FLAG.xShort, FLAG.xSame);
  const ys = coordinates(FLAG.yShort, FLAG.ySame);
  const all = flags.map((flag, i): Point => ({
    onCurve: (flag & FLAG.onCurve) !== 0,
    dx: xs[i]!,
    dy: ys[i]!,
  }));
  const contours = ends.map((end, k) => all.slice(k === 0 ? 0 : ends[k - 1]! + 1, end + 1));
  return { contours, instructions, box };
}

function boxOfPoints({ contours }: SimpleGlyph): [number, number, number, number] {
  let [x, y] = [0, 0];
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { dx, dy } of contours.flat()) {
    [x, y] = [x + dx, y + dy];
    box[0] = Math.min(box[0], x);
    box[1] = Math.min(box[1], y);
    box[2] = Math.max(box[2], x);
    box[3] = Math.max(box[3], y);
  }
  return box;
}

/** A point's distance in one of 128 ways (WOFF2, 5.2 "Decoding of variable-length X and Y coordinates"): the flag says which. */
function writeTriplet(flags: ByteWriter, out: ByteWriter, { onCurve, dx, dy }: Point): void {
  const [x, y] = [Math.abs(dx), Math.abs(dy)];
  const [xSign, ySign] = [dx < 0 ? 0 : 1, dy < 0 ? 0 : 1];
  const signs = xSign + 2 * ySign;
  const flag = (v: number) => flags.uint8(v + (onCurve ? 0 : 128));
  if (dx === 0 && y < 1280) {
    flag(((y & 0xf00) >> 7) + ySign);
    out.uint8(y & 0xff);
  } else if (dy === 0 && x < 1280) {
    flag(10 + ((x & 0xf00) >> 7) + xSign);
    out.uint8(x & 0xff);
  } else if (x < 65 && y < 65) {
    flag(20 + ((x - 1) & 0x30) + (((y - 1) & 0x30) >> 2) + signs);
    out.uint8((((x - 1) & 0xf) << 4) | ((y - 1) & 0xf));
  } else if (x < 769 && y < 769) {
    flag(84 + 12 * (((x - 1) & 0x300) >> 8) + (((y - 1) & 0x300) >> 6) + signs);
    out.uint8((x - 1) & 0xff).uint8((y - 1) & 0xff);
  } else if (x < 4096 && y < 4096) {
    flag(120 + signs);
    out
      .uint8(x >> 4)
      .uint8(((x & 0xf) << 4) | (y >> 8))
      .uint8(y & 0xff);
  } else {
    flag(124 + signs);
    out.uint16(x).uint16(y);
  }
}
