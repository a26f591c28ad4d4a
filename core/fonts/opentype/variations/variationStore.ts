// OpenType 1.9.1, "Font variations common table formats": item variation store, delta-set index map, VariationIndex.
import { ByteWriter } from '../bytes';
import { f2dot14, type Region } from './regions';

/** Where a value's deltas stand in a store. */
export interface VarIndex {
  readonly outer: number;
  readonly inner: number;
}

/** Most rows of one part of a store: the inner index has 16 bits, and its last value says that nothing varies. */
const MOST_ROWS = 0xfffe;

interface Part {
  readonly wide: boolean;
  readonly rows: (readonly number[])[];
}

/** Deltas of values that vary, one for each region; equal rows are stored once, small ones in single bytes. */
export class VariationStore {
  private readonly parts: Part[] = [];
  private readonly known = new Map<string, VarIndex>();

  constructor(private readonly regions: readonly Region[]) {}

  /** Whole em units by region. Null where nothing varies. */
  add(deltas: readonly number[]): VarIndex | null {
    return deltas.every((d) => d === 0) ? null : this.index(deltas);
  }

  /** The same, for tables that need an index for what doesn't vary too. */
  index(deltas: readonly number[]): VarIndex {
    const key = deltas.join();
    const known = this.known.get(key);
    if (known) return known;
    const wide = deltas.some((d) => d < -128 || d > 127);
    let outer = this.parts.findIndex((p) => p.wide === wide && p.rows.length < MOST_ROWS);
    if (outer < 0) outer = this.parts.push({ wide, rows: [] }) - 1;
    const index = { outer, inner: (this.parts[outer]?.rows.push(deltas) ?? 0) - 1 };
    this.known.set(key, index);
    return index;
  }

  get isEmpty(): boolean {
    return this.parts.length === 0;
  }

  build(): Uint8Array {
    const list = new ByteWriter().uint16(1).uint16(this.regions.length);
    for (const r of this.regions) for (const v of [r.start, r.peak, r.end]) f2dot14(list, v);
    const head = 8 + 4 * this.parts.length;
    const parts = this.parts.map((p) => this.partBytes(p));
    const w = new ByteWriter().uint16(1).uint32(head).uint16(parts.length);
    let at = head + list.length;
    for (const p of parts) {
      w.uint32(at);
      at += p.length;
    }
    w.bytes(list.done());
    for (const p of parts) w.bytes(p);
    return w.done();
  }

  private partBytes({ wide, rows }: Part): Uint8Array {
    const count = this.regions.length;
    const w = new ByteWriter()
      .uint16(rows.length)
      .uint16(wide ? count : 0)
      .uint16(count);
    for (let i = 0; i < count; i++) w.uint16(i);
    for (const d of rows.flat())
      if (wide) w.int16(d);
      else w.int8(d);
    return w.done();
  }
}

/** What an anchor or a kerning value points at for its deltas. */
export const VARIATION_INDEX_SIZE = 6;
export const variationIndex = ({ outer, inner }: VarIndex): Uint8Array =>
  new ByteWriter().uint16(outer).uint16(inner).uint16(0x8000).done();

/** Indices by glyph, in as few bytes each as they need. */
export function deltaSetIndexMap(indices: readonly VarIndex[]): Uint8Array {
  const bitsOf = (n: number) => Math.max(1, Math.ceil(Math.log2(n + 1)));
  const innerBits = bitsOf(Math.max(0, ...indices.map((i) => i.inner)));
  const outerBits = bitsOf(Math.max(0, ...indices.map((i) => i.outer)));
  const size = Math.ceil((innerBits + outerBits) / 8);
  const w = new ByteWriter()
    .uint8(0)
    .uint8(((size - 1) << 4) | (innerBits - 1))
    .uint16(indices.length);
  for (const { outer, inner } of indices) {
    const entry = outer * 2 ** innerBits + inner;
    for (let k = size - 1; k >= 0; k--) w.uint8(Math.floor(entry / 256 ** k) & 0xff);
  }
  return w.done();
}
