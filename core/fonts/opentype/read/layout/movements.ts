// OpenType 1.9.1, 'GPOS', lookup types 1 "Single adjustment" and 2 "Pair adjustment", with movements of both glyphs along the line and across.
import { nth } from '../../../../foundations/lists/nth';
import type { Adjustment, GlyphSet, PairPlaces, PairTable } from '../../layout/model';
import { ByteReader } from '../byteReader';
import { variedBy } from '../readRegions';
import { readClasses, readCoverage, type ReadLayout, type ReadLookup } from './common';

const TYPE = { adjust: 1, pair: 2 } as const;

/** Bits of a value record's form, in the order of the record; each value's variation is named four bits further on. */
const VALUES = ['x', 'y', 'advance', 'height'] as const;
const ALL_BITS = 16;

/** Reads a record of a form; offsets in it count from `base`. Advances of lines that run downwards are passed over. */
function readValue({ bytes, vary }: ReadLayout, r: ByteReader, format: number, base: number): Adjustment {
  const raw = new Map<number, number>();
  for (let bit = 0; bit < ALL_BITS; bit++) if (format & (1 << bit)) raw.set(bit, bit < VALUES.length ? r.int16() : r.uint16());
  const made: Partial<Record<(typeof VALUES)[number], number>> = {};
  VALUES.forEach((key, bit) => {
    const offset = raw.get(bit + VALUES.length) ?? 0;
    const value = (raw.get(bit) ?? 0) + (offset === 0 ? 0 : Math.round(variedBy(bytes, base + offset, vary)));
    if (value !== 0 && key !== 'height') made[key] = value;
  });
  return made;
} // prettier-ignore

/** How single glyphs are moved; null for a lookup that does something else. */
export function adjustmentsOf(
  layout: ReadLayout,
  lookup: ReadLookup,
): ReadonlyMap<number, Adjustment> | null {
  if (lookup.type !== TYPE.adjust) return null;
  const made = new Map<number, Adjustment>();
  for (const { at } of lookup.subtables) {
    const r = new ByteReader(layout.bytes, at);
    const isAlike = r.uint16() === 1;
    const covered = readCoverage(layout.bytes, at + r.uint16());
    const form = r.uint16();
    const one = isAlike ? readValue(layout, r, form, at) : null;
    const values = one ? [] : r.list(r.uint16(), () => readValue(layout, r, form, at));
    for (const [i, g] of covered.entries()) if (!made.has(g)) made.set(g, one ?? nth(values, i));
  }
  return made;
}

function readPairTable(layout: ReadLayout, at: number): PairTable {
  const { bytes } = layout;
  const r = new ByteReader(bytes, at);
  const format = r.uint16();
  const covered = readCoverage(bytes, at + r.uint16());
  const [first, second] = [r.uint16(), r.uint16()];
  const record = (p: ByteReader, base: number): PairPlaces => {
    const moved = readValue(layout, p, first, base);
    return [moved, second === 0 ? null : readValue(layout, p, second, base)];
  };
  if (format === 1) {
    const sets = r.list(r.uint16(), () => at + r.uint16());
    const pairs = sets.flatMap((from, i) => {
      const s = new ByteReader(bytes, from);
      return s.list(s.uint16(), () => [nth(covered, i), s.uint16(), ...record(s, from)] as const);
    });
    return { by: 'glyphs', pairs };
  }
  const [left, right] = [readClasses(bytes, at + r.uint16()), readClasses(bytes, at + r.uint16())];
  const [rows, columns] = [r.uint16(), r.uint16()];
  const values = r.list(rows, () => r.list(columns, () => record(r, at)));
  return { by: 'classes', covered, left: setsOf(left, rows), right: setsOf(right, columns), values };
}

/** Glyphs of the classes from 1 on. */
function setsOf(classes: ReadonlyMap<number, number>, count: number): GlyphSet[] {
  const sets = Array.from({ length: Math.max(0, count - 1) }, (): number[] => []);
  for (const [glyph, c] of classes) sets[c - 1]?.push(glyph);
  return sets;
}

/** The tables of pairs of a lookup; null for a lookup that does something else. */
export const pairTablesOf = (layout: ReadLayout, lookup: ReadLookup): readonly PairTable[] | null =>
  lookup.type === TYPE.pair ? lookup.subtables.map((s) => readPairTable(layout, s.at)) : null;

const ADVANCE = 4;
const ADVANCE_VARIES = 64;

/** Whether a lookup is kerning as letters have it here: the first glyph of each pair gets wider or narrower, and nothing else happens. */
export const isPlainKerning = (layout: ReadLayout, lookup: ReadLookup): boolean =>
  lookup.type === TYPE.pair &&
  lookup.subtables.every(({ at }) => {
    const [first, second] = [4, 6].map((o) => new ByteReader(layout.bytes, at + o).uint16());
    return ((first ?? 0) & ~(ADVANCE | ADVANCE_VARIES)) === 0 && second === 0;
  });
