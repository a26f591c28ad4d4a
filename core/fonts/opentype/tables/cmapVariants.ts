// OpenType 1.9.1, 'cmap', format 14 "Unicode variation sequences".
import { ByteWriter } from '../bytes';

/** How a character looks with a variation selector behind it; `glyph`: null = as without. Code points and glyph index. */
export interface Variant {
  readonly character: number;
  readonly selector: number;
  readonly glyph: number | null;
}

const HEAD = 10;
const RECORD = 11;

/** A 24-bit number. */
const uint24 = (w: ByteWriter, v: number) => w.uint8(v >> 16).uint16(v & 0xffff);

/** Characters that look as they do without: ranges of up to 256. */
function asUsual(characters: readonly number[]): Uint8Array {
  const ranges: { start: number; more: number }[] = [];
  for (const c of characters) {
    const last = ranges[ranges.length - 1];
    if (last && c === last.start + last.more + 1 && last.more < 0xff) last.more++;
    else ranges.push({ start: c, more: 0 });
  }
  const w = new ByteWriter().uint32(ranges.length);
  for (const r of ranges) uint24(w, r.start).uint8(r.more);
  return w.done();
}

/** The subtable of all variants, those of each selector and character once. */
export function buildVariants(variants: readonly Variant[]): Uint8Array {
  const selectors = [...new Set(variants.map((v) => v.selector))].sort((a, b) => a - b);
  const parts = selectors.map((selector) => {
    const own = variants.filter((v) => v.selector === selector).sort((a, b) => a.character - b.character);
    const usual = own.flatMap((v) => (v.glyph === null ? [v.character] : []));
    const others = own.filter((v) => v.glyph !== null);
    const w = new ByteWriter().uint32(others.length);
    for (const v of others) uint24(w, v.character).uint16(v.glyph ?? 0);
    return {
      selector,
      usual: usual.length > 0 ? asUsual(usual) : new Uint8Array(0),
      others: others.length > 0 ? w.done() : new Uint8Array(0),
    };
  });
  let at = HEAD + RECORD * parts.length;
  const records = new ByteWriter();
  for (const { selector, usual, others } of parts) {
    uint24(records, selector);
    for (const part of [usual, others]) {
      records.uint32(part.length > 0 ? at : 0);
      at += part.length;
    }
  }
  const w = new ByteWriter().uint16(14).uint32(at).uint32(parts.length).bytes(records.done());
  for (const { usual, others } of parts) w.bytes(usual).bytes(others);
  return w.done();
}
