// OpenType 1.9.1, 'glyf' and 'loca': TrueType outlines, glyphs with an outline of their own.
import type { Box } from '../../../foundations/geometry/measure';
import { ByteWriter } from '../bytes';

/** A point of a TrueType contour: whole em units; off-curve points are handles of quadratic curves. */
export interface QuadPoint {
  readonly x: number;
  readonly y: number;
  readonly on: boolean;
}
export type QuadContour = readonly QuadPoint[];

const FLAG = {
  onCurve: 1,
  xShort: 2,
  yShort: 4,
  repeat: 8,
  xSameOrPositive: 16,
  ySameOrPositive: 32,
  overlap: 64,
} as const;

/** Box over all points, which for glyf includes handles; null without points. */
export function quadBox(contours: readonly QuadContour[]): Box | null {
  let [xMin, yMin, xMax, yMax] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const contour of contours)
    for (const { x, y } of contour) {
      if (x < xMin) xMin = x;
      if (x > xMax) xMax = x;
      if (y < yMin) yMin = y;
      if (y > yMax) yMax = y;
    }
  return xMin === Infinity ? null : { xMin, yMin, xMax, yMax };
}

/** One coordinate's bytes and flag bits: short with sign, same as before, or long. */
function writeDelta(w: ByteWriter, d: number, short: number, same: number): number {
  if (d === 0) return same;
  if (Math.abs(d) < 256) {
    w.uint8(Math.abs(d));
    return short | (d > 0 ? same : 0);
  }
  w.int16(d);
  return 0;
}

/**
 * A simple glyph; no bytes at all when it has no outline. `overlaps`: its contours may overlap, which some rasterisers have to know.
 * `kept`: what a font that is read says besides its points.
 */
export function buildGlyph(
  contours: readonly QuadContour[],
  overlaps = false,
  kept: { readonly box?: Box | null; readonly instructions?: Uint8Array } = {},
): Uint8Array {
  const box = kept.box ?? quadBox(contours);
  const instructions = kept.instructions ?? new Uint8Array(0);
  if (!box) return new Uint8Array(0);
  const w = new ByteWriter();
  w.int16(contours.length).int16(box.xMin).int16(box.yMin).int16(box.xMax).int16(box.yMax);
  let end = -1;
  for (const c of contours) w.uint16((end += c.length));
  w.uint16(instructions.length).bytes(instructions);
  const xs = new ByteWriter();
  const ys = new ByteWriter();
  const flags: number[] = [];
  let x = 0;
  let y = 0;
  for (const p of contours.flat()) {
    let flag = p.on ? FLAG.onCurve : 0;
    flag |= writeDelta(xs, p.x - x, FLAG.xShort, FLAG.xSameOrPositive);
    flag |= writeDelta(ys, p.y - y, FLAG.yShort, FLAG.ySameOrPositive);
    flags.push(overlaps && flags.length === 0 ? flag | FLAG.overlap : flag);
    x = p.x;
    y = p.y;
  }
  for (let i = 0; i < flags.length;) {
    let n = 1;
    while (n < 256 && flags[i + n] === flags[i]) n++;
    if (n > 1) w.uint8(flags[i]! | FLAG.repeat).uint8(n - 1);
    else w.uint8(flags[i]!);
    i += n;
  }
  w.bytes(xs.done()).bytes(ys.done());
  if (w.length % 2 === 1) w.uint8(0);
  return w.done();
}

/** Both tables; short offsets as long as they reach, if not said (`asLong`). */
export function buildGlyfLoca(
  glyphs: readonly Uint8Array[],
  asLong?: boolean,
): {
  glyf: Uint8Array;
  loca: Uint8Array;
  long: boolean;
} {
  const total = glyphs.reduce((n, g) => n + g.length, 0);
  const long = asLong ?? total > 0x1fffe;
  const glyf = new ByteWriter();
  const loca = new ByteWriter();
  const offset = () => (long ? loca.uint32(glyf.length) : loca.uint16(glyf.length / 2));
  for (const g of glyphs) {
    offset();
    glyf.bytes(g);
  }
  offset();
  // An empty table is refused by some systems.
  if (glyf.length === 0) glyf.uint8(0);
  return { glyf: glyf.done(), loca: loca.done(), long };
}

/** OpenType 1.9.1, 'gasp': smooth at every size, with no grid-fitting asked for. */
export const GASP_SMOOTH = Uint8Array.of(0, 1, 0, 1, 0xff, 0xff, 0, 0x0a);

/** OpenType 1.9.1, 'prep': SCANCTRL and SCANTYPE turned to drop-out control at all sizes; nothing is moved. */
export const PREP_DROPOUT = Uint8Array.of(0xb8, 0x01, 0xff, 0x85, 0xb0, 0x04, 0x8d);
