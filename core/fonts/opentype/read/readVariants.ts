// OpenType 1.9.1, 'cmap', format 14 "Unicode variation sequences".
import type { Variant } from '../tables/cmapVariants';
import { ByteReader } from './byteReader';

/** More than any font has: what a damaged table could ask for. */
const MOST = 1 << 20;

/** Platform and encoding of the subtable. */
const UNICODE = { platform: 0, sequences: 5, format: 14 } as const;

/** All variants of a 'cmap' table; none where it has no such subtable. RangeError where it is cut off or says too much. */
export function variantsOfCmap(bytes: Uint8Array): Variant[] {
  const r = new ByteReader(bytes, 2);
  return r
    .list(r.uint16(), () => ({ platform: r.uint16(), encoding: r.uint16(), at: r.uint32() }))
    .filter((s) => s.platform === UNICODE.platform && s.encoding === UNICODE.sequences)
    .filter((s) => new ByteReader(bytes, s.at).uint16() === UNICODE.format)
    .flatMap((s) => readVariants(bytes, s.at));
}

/** The variants of a subtable that begins at `at`. RangeError where it is cut off or says too much. */
function readVariants(bytes: Uint8Array, at: number): Variant[] {
  const r = new ByteReader(bytes, at + 6);
  const out: Variant[] = [];
  const put = (v: Variant) => {
    if (out.push(v) > MOST) throw new RangeError('more variation sequences than any font has');
  };
  const records = r.uint32();
  for (let i = 0; i < records; i++) {
    const selector = r.uint(3);
    const [usual, others] = [r.uint32(), r.uint32()];
    if (usual !== 0) {
      const u = r.from(at + usual);
      for (let k = u.uint32(); k > 0; k--) {
        const [start, more] = [u.uint(3), u.uint8()];
        for (let c = start; c <= start + more; c++) put({ character: c, selector, glyph: null });
      }
    }
    if (others === 0) continue;
    const o = r.from(at + others);
    for (let k = o.uint32(); k > 0; k--) put({ character: o.uint(3), selector, glyph: o.uint16() });
  }
  return out;
}
