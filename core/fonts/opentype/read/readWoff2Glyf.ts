// WOFF File Format 2.0 (W3C Recommendation), 5.1 "Transformed glyf table format", 5.2 "Decoding of variable-length X and Y coordinates".
import { nth } from '../../../foundations/lists/nth';
import type { Box } from '../../../foundations/geometry/measure';
import { ByteWriter } from '../bytes';
import { buildGlyfLoca, buildGlyph, quadBox, type QuadContour, type QuadPoint } from '../tables/glyf';
import { PART_FLAGS } from '../tables/compositeGlyph';
import { ByteReader } from './byteReader';

/** The tables that were taken apart, and the least x of each glyph, which is its left bearing where none is said. */
interface WholeGlyf {
  readonly glyf: Uint8Array;
  readonly loca: Uint8Array;
  readonly lefts: readonly number[];
}

/** The streams of like things that outlines were taken apart into. */
interface Streams {
  readonly contours: ByteReader;
  readonly points: ByteReader;
  readonly flags: ByteReader;
  readonly glyphs: ByteReader;
  readonly composites: ByteReader;
  readonly boxes: ByteReader;
  readonly instructions: ByteReader;
}

const HAS_OVERLAPS = 1;

/** A count in one to three bytes (4.1, "255UInt16"). */
function count255(r: ByteReader): number {
  const first = r.uint8();
  if (first === 253) return r.uint16();
  if (first === 254) return 506 + r.uint8();
  return first === 255 ? 253 + r.uint8() : first;
}

const isSet = (bits: Uint8Array, i: number): boolean => (nth(bits, i >> 3) & (0x80 >> (i & 7))) !== 0;

/** 'glyf' and 'loca' put together again. RangeError where a stream ends. */
export function glyfOfWoff2(bytes: Uint8Array): WholeGlyf {
  const r = new ByteReader(bytes, 2);
  const options = r.uint16();
  const count = r.uint16();
  const longOffsets = r.uint16() !== 0;
  const sizes = r.list(7, () => r.uint32());
  const [contours, points, flags, glyphs, composites, boxStream, instructions] = sizes.map((n) => new ByteReader(r.take(n))) as [
    ByteReader, ByteReader, ByteReader, ByteReader, ByteReader, ByteReader, ByteReader,
  ]; // prettier-ignore
  const hasBox = boxStream.take(4 * Math.ceil(count / 32));
  const overlaps = options & HAS_OVERLAPS ? r.take(Math.ceil(count / 8)) : null;
  const streams = { contours, points, flags, glyphs, composites, boxes: boxStream, instructions };
  const made = Array.from({ length: count }, (_, i) =>
    wholeGlyph(streams, isSet(hasBox, i), overlaps !== null && isSet(overlaps, i)),
  );
  const { glyf, loca } = buildGlyfLoca(
    made.map((m) => m.bytes),
    longOffsets,
  );
  return { glyf, loca, lefts: made.map((m) => m.left) };
}

function readBox(r: ByteReader): Box {
  const [xMin, yMin, xMax, yMax] = [r.int16(), r.int16(), r.int16(), r.int16()];
  return { xMin, yMin, xMax, yMax };
}

function wholeGlyph(s: Streams, ownBox: boolean, overlaps: boolean): { bytes: Uint8Array; left: number } {
  const count = s.contours.int16();
  const box = ownBox ? readBox(s.boxes) : null;
  if (count === 0) return { bytes: new Uint8Array(0), left: 0 };
  if (count < 0) return { bytes: composite(s, box), left: box?.xMin ?? 0 };
  const contours = outline(s, count);
  const instructions = s.instructions.take(count255(s.glyphs));
  const left = (box ?? quadBox(contours))?.xMin ?? 0;
  return { bytes: buildGlyph(contours, overlaps, { box, instructions }), left };
}

function outline(s: Streams, count: number): QuadContour[] {
  const lengths = s.points.list(count, () => count255(s.points));
  let [x, y] = [0, 0];
  return lengths.map((length) =>
    Array.from({ length }, (): QuadPoint => {
      const flag = s.flags.uint8();
      const { dx, dy } = distance(s.glyphs, flag & 0x7f);
      [x, y] = [x + dx, y + dy];
      return { x, y, on: flag < 0x80 };
    }),
  );
}

/** A point's distance from the one before, in one of 128 ways. */
function distance(r: ByteReader, way: number): { dx: number; dy: number } {
  const signed = (v: number, positive: number) => (positive ? v : -v);
  if (way < 10) return { dx: 0, dy: signed(((way & 14) << 7) + r.uint8(), way & 1) };
  if (way < 20) return { dx: signed((((way - 10) & 14) << 7) + r.uint8(), way & 1), dy: 0 };
  const [xSign, ySign] = [way & 1, way & 2];
  if (way < 84) {
    const [b, byte] = [way - 20, r.uint8()];
    return { dx: signed(1 + (b & 0x30) + (byte >> 4), xSign), dy: signed(1 + ((b & 0x0c) << 2) + (byte & 15), ySign) };
  }
  if (way < 120) {
    const b = way - 84;
    const [x, y] = [r.uint8(), r.uint8()];
    return { dx: signed(1 + (Math.floor(b / 12) << 8) + x, xSign), dy: signed(1 + (((b % 12) >> 2) << 8) + y, ySign) };
  }
  if (way < 124) {
    const [a, b, c] = [r.uint8(), r.uint8(), r.uint8()];
    return { dx: signed((a << 4) + (b >> 4), xSign), dy: signed(((b & 15) << 8) + c, ySign) };
  }
  const [x, y] = [r.uint16(), r.uint16()];
  return { dx: signed(x, xSign), dy: signed(y, ySign) };
} // prettier-ignore

function composite(s: Streams, box: Box | null): Uint8Array {
  if (!box) throw new RangeError('a composite glyph has no box');
  const w = new ByteWriter().int16(-1).int16(box.xMin).int16(box.yMin).int16(box.xMax).int16(box.yMax);
  let [more, instructed] = [true, false];
  while (more) {
    const flags = s.composites.uint16();
    const scale =
      flags & PART_FLAGS.matrix ? 8 : flags & PART_FLAGS.twoScales ? 4 : flags & PART_FLAGS.scale ? 2 : 0;
    w.uint16(flags).bytes(s.composites.take(2 + (flags & PART_FLAGS.words ? 4 : 2) + scale));
    more = (flags & PART_FLAGS.more) !== 0;
    instructed ||= (flags & PART_FLAGS.instructions) !== 0;
  }
  if (instructed) {
    const length = count255(s.glyphs);
    w.uint16(length).bytes(s.instructions.take(length));
  }
  if (w.length % 2 === 1) w.uint8(0);
  return w.done();
}
