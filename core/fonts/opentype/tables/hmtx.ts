// OpenType 1.9.1, 'hmtx': advance widths and left side bearings.
import { ByteWriter } from '../bytes';

export interface HMetric {
  readonly advance: number;
  readonly leftBearing: number;
}

/** How many full records are needed: equal widths at the end share the last one. */
export function countHMetrics(metrics: readonly HMetric[]): number {
  let n = metrics.length;
  while (n > 1 && metrics[n - 2]!.advance === metrics[n - 1]!.advance) n--;
  return n;
}

export function buildHmtx(metrics: readonly HMetric[]): Uint8Array {
  const w = new ByteWriter();
  const full = countHMetrics(metrics);
  metrics.forEach((m, i) => {
    if (i < full) w.uint16(m.advance);
    w.int16(m.leftBearing);
  });
  return w.done();
}

/** Reads numGlyphs records back; RangeError when the table is too short. */
export function parseHmtx(bytes: Uint8Array, numGlyphs: number, numberOfHMetrics: number): HMetric[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let advance = 0;
  let at = 0;
  return Array.from({ length: numGlyphs }, (_, i) => {
    if (i < numberOfHMetrics) {
      advance = view.getUint16(at);
      at += 2;
    }
    const leftBearing = view.getInt16(at);
    at += 2;
    return { advance, leftBearing };
  });
}
