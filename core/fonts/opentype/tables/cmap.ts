// OpenType 1.9.1, 'cmap': characters to glyphs. Format 4 for the basic plane, format 12 when a character lies beyond it.
import { ByteWriter } from '../bytes';
import { buildVariants, type Variant } from './cmapVariants';

interface Segment {
  readonly start: number;
  readonly end: number;
  /** Glyph of the first character; the others follow one by one. */
  readonly glyph: number;
}

/** Runs of characters whose glyphs run along. Entries sorted by character. */
function segmentsOf(entries: readonly (readonly [number, number])[]): Segment[] {
  const out: { start: number; end: number; glyph: number }[] = [];
  for (const [char, glyph] of entries) {
    const last = out[out.length - 1];
    if (last && char === last.end + 1 && glyph === last.glyph + (char - last.start)) last.end = char;
    else out.push({ start: char, end: char, glyph });
  }
  return out;
}

function buildFormat4(entries: readonly (readonly [number, number])[]): Uint8Array {
  const segments = segmentsOf(entries.filter(([c]) => c < 0xffff));
  // The last segment must map 0xFFFF to glyph 0.
  const all = [...segments, { start: 0xffff, end: 0xffff, glyph: 0 }];
  const n = all.length;
  const power = 2 ** Math.floor(Math.log2(n));
  const w = new ByteWriter();
  w.uint16(4)
    .uint16(16 + n * 8)
    .uint16(0);
  w.uint16(n * 2)
    .uint16(power * 2)
    .uint16(Math.log2(power))
    .uint16((n - power) * 2);
  for (const s of all) w.uint16(s.end);
  w.uint16(0);
  for (const s of all) w.uint16(s.start);
  for (const s of all) w.uint16((s.glyph - s.start) & 0xffff);
  for (let i = 0; i < n; i++) w.uint16(0);
  return w.done();
}

function buildFormat12(entries: readonly (readonly [number, number])[]): Uint8Array {
  const segments = segmentsOf(entries);
  const w = new ByteWriter();
  w.uint16(12)
    .uint16(0)
    .uint32(16 + segments.length * 12)
    .uint32(0)
    .uint32(segments.length);
  for (const s of segments) w.uint32(s.start).uint32(s.end).uint32(s.glyph);
  return w.done();
}

/** `mapping`: code point to glyph index; `variants`: how characters look with a selector. RangeError for a code point out of Unicode. */
export function buildCmap(
  mapping: ReadonlyMap<number, number>,
  variants: readonly Variant[] = [],
): Uint8Array {
  const entries = [...mapping].sort((a, b) => a[0] - b[0]);
  const highest = entries[entries.length - 1]?.[0] ?? 0;
  if (highest > 0x10ffff) throw new RangeError(`code point ${highest} beyond Unicode`);
  const beyond = highest > 0xffff;
  const basic = buildFormat4(entries);
  const full = beyond ? buildFormat12(entries) : null;
  // Platform 0 (Unicode) and 3 (Windows) share their subtables; records are sorted by platform, then encoding.
  const varying = variants.length > 0 ? buildVariants(variants) : null;
  const records: [number, number, 'basic' | 'full' | 'varying'][] = [[0, 3, 'basic']];
  if (full) records.push([0, 4, 'full']);
  if (varying) records.push([0, 5, 'varying']);
  records.push([3, 1, 'basic']);
  if (full) records.push([3, 10, 'full']);
  const head = 4 + records.length * 8;
  const behind = head + basic.length;
  const offsets = { basic: head, full: behind, varying: behind + (full?.length ?? 0) };
  const w = new ByteWriter();
  w.uint16(0).uint16(records.length);
  for (const [platform, encoding, which] of records)
    w.uint16(platform).uint16(encoding).uint32(offsets[which]);
  w.bytes(basic);
  w.bytes(full ?? []).bytes(varying ?? []);
  return w.done();
}
