// OpenType 1.9.1, 'glyf', "Composite glyph description".
import type { Box } from '../../../foundations/geometry/measure';
import { ByteWriter } from '../bytes';

/** A part of a composite glyph: which glyph, and how far it is moved, whole units. */
export interface GlyphPart {
  readonly glyph: number;
  readonly dx: number;
  readonly dy: number;
}

/** Flags of a part: OpenType, 'glyf', "Composite glyph flags". */
export const PART_FLAGS = {
  words: 0x0001, xyValues: 0x0002, roundToGrid: 0x0004, scale: 0x0008, more: 0x0020, twoScales: 0x0040, matrix: 0x0080,
  instructions: 0x0100, useMyMetrics: 0x0200, overlap: 0x0400,
} as const; // prettier-ignore

const inByte = (v: number): boolean => v >= -128 && v <= 127;

/**
 * A glyph put together of others. `box`: of its parts where they lie. `overlaps`: they may overlap, which is said at the first part.
 * RangeError without parts.
 */
export function buildCompositeGlyph(parts: readonly GlyphPart[], box: Box, overlaps = false): Uint8Array {
  if (parts.length === 0) throw new RangeError('a composite glyph has parts');
  const w = new ByteWriter();
  w.int16(-1).int16(box.xMin).int16(box.yMin).int16(box.xMax).int16(box.yMax);
  parts.forEach(({ glyph, dx, dy }, i) => {
    const words = !inByte(dx) || !inByte(dy);
    const more = i < parts.length - 1;
    w.uint16(
      PART_FLAGS.xyValues |
        PART_FLAGS.roundToGrid |
        (words ? PART_FLAGS.words : 0) |
        (more ? PART_FLAGS.more : 0) |
        (overlaps && i === 0 ? PART_FLAGS.overlap : 0),
    );
    w.uint16(glyph);
    if (words) w.int16(dx).int16(dy);
    else w.int8(dx).int8(dy);
  });
  if (w.length % 2 === 1) w.uint8(0);
  return w.done();
}
