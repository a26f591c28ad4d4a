// OpenType 1.9.1, "Common table formats": Coverage and Class Definition.
import { ByteWriter } from '../bytes';

/** Runs of following glyph ids with the same value. */
function ranges(
  entries: readonly (readonly [number, number])[],
): { start: number; end: number; value: number }[] {
  const out: { start: number; end: number; value: number }[] = [];
  for (const [glyph, value] of [...entries].sort((a, b) => a[0] - b[0])) {
    const last = out[out.length - 1];
    if (last && glyph === last.end + 1 && value === last.value) last.end = glyph;
    else out.push({ start: glyph, end: glyph, value });
  }
  return out;
}

/** The shorter of format 1 (list) and 2 (ranges). Glyph ids ascending, none twice. */
export function buildCoverage(glyphs: readonly number[]): Uint8Array {
  const w = new ByteWriter();
  const runs = ranges(glyphs.map((g) => [g, 0] as const));
  if (glyphs.length * 2 <= runs.length * 6) {
    w.uint16(1).uint16(glyphs.length);
    for (const g of glyphs) w.uint16(g);
    return w.done();
  }
  w.uint16(2).uint16(runs.length);
  let index = 0;
  for (const r of runs) {
    w.uint16(r.start).uint16(r.end).uint16(index);
    index += r.end - r.start + 1;
  }
  return w.done();
}

/** The shorter of class definition format 1 (a class for each glyph of a range) and 2 (ranges of a class); glyphs not named are in class 0. */
export function buildClassDef(classOf: ReadonlyMap<number, number>): Uint8Array {
  const runs = ranges([...classOf].filter(([, c]) => c !== 0));
  const [first, last] = [runs[0]?.start ?? 0, runs[runs.length - 1]?.end ?? -1];
  const w = new ByteWriter();
  if (6 + 2 * (last - first + 1) < 4 + 6 * runs.length) {
    w.uint16(1)
      .uint16(first)
      .uint16(last - first + 1);
    for (let g = first; g <= last; g++) w.uint16(classOf.get(g) ?? 0);
    return w.done();
  }
  w.uint16(2).uint16(runs.length);
  for (const r of runs) w.uint16(r.start).uint16(r.end).uint16(r.value);
  return w.done();
}
