// OpenType 1.9.1, 'GPOS', lookup type 2 "Pair adjustment positioning"; 'kern', format 0.
import { nth } from '../../../../foundations/lists/nth';
import type { Kerning } from '../../layout/model';
import { ByteReader } from '../byteReader';
import { variedBy } from '../readRegions';
import { readClasses, readCoverage, type ReadLayout, type ReadLookup } from './common';

const PAIR = 2;
/** Bits of a value record's form: the advance, and the offset of what it varies by. */
const ADVANCE = { value: 2, variation: 6 } as const;

interface ValueForm {
  readonly size: number;
  /** How far into the record the advance stands, and where its variation is named; null = it has none. */
  readonly advanceAt: number | null;
  readonly variationAt: number | null;
}

function valueForm(format: number): ValueForm {
  const bits = [...Array(16).keys()].filter((i) => format & (1 << i));
  const at = (bit: number) => (bits.includes(bit) ? 2 * bits.indexOf(bit) : null);
  return { size: 2 * bits.length, advanceAt: at(ADVANCE.value), variationAt: at(ADVANCE.variation) };
}

/** One subtable: exact pairs by their first glyph, or classes. */
type Pairs =
  | { readonly kind: 'glyphs'; readonly of: ReadonlyMap<number, ReadonlyMap<number, number>> }
  | {
      readonly kind: 'classes';
      readonly covered: ReadonlySet<number>;
      readonly left: ReadonlyMap<number, number>;
      readonly right: ReadonlyMap<number, number>;
      readonly values: readonly (readonly number[])[];
    };

function readPairs({ bytes, vary }: ReadLayout, at: number): Pairs {
  const r = new ByteReader(bytes, at);
  const format = r.uint16();
  const covered = readCoverage(bytes, at + r.uint16());
  const [first, second] = [valueForm(r.uint16()), valueForm(r.uint16())];
  /** The advance of a value record that begins here; offsets in it count from `base`. */
  const advance = (v: ByteReader, base: number): number => {
    const from = v.at;
    const value = first.advanceAt === null ? 0 : v.from(from + first.advanceAt).int16();
    const offset = first.variationAt === null ? 0 : v.from(from + first.variationAt).uint16();
    v.at = from + first.size + second.size;
    return value + (offset === 0 ? 0 : Math.round(variedBy(bytes, base + offset, vary)));
  };
  if (format === 1) {
    const sets = r.list(r.uint16(), () => at + r.uint16());
    return {
      kind: 'glyphs',
      of: new Map(
        sets.map((from, i) => {
          const s = new ByteReader(bytes, from);
          return [
            nth(covered, i),
            new Map(s.list(s.uint16(), () => [s.uint16(), advance(s, from)] as const)),
          ];
        }),
      ),
    };
  }
  const [left, right] = [readClasses(bytes, at + r.uint16()), readClasses(bytes, at + r.uint16())];
  const [rows, columns] = [r.uint16(), r.uint16()];
  const values = r.list(rows, () => r.list(columns, () => advance(r, at)));
  return { kind: 'classes', covered: new Set(covered), left, right, values };
}

/** What the first subtable that holds a pair gives it. */
function valueIn(subtables: readonly Pairs[], left: number, right: number): number {
  for (const s of subtables) {
    if (s.kind === 'glyphs') {
      const value = s.of.get(left)?.get(right);
      if (value !== undefined) return value;
    } else if (s.covered.has(left)) return s.values[s.left.get(left) ?? 0]?.[s.right.get(right) ?? 0] ?? 0;
  }
  return 0;
}

/** Glyphs that all subtables of classes treat alike, on one side. */
function alike(count: number, keyOf: (glyph: number) => string | null): number[][] {
  const groups = new Map<string, number[]>();
  for (let g = 0; g < count; g++) {
    const key = keyOf(g);
    if (key === null) continue;
    const group = groups.get(key);
    if (group) group.push(g);
    else groups.set(key, [g]);
  }
  return [...groups.values()];
}

/** Kerning of lookups as single pairs and groups that give every pair just what the lookups give it, horizontal advances alone. */
export function kerningOfLookups(layout: ReadLayout, lookups: readonly ReadLookup[], count: number): Kerning {
  const read = lookups
    .filter((l) => l.type === PAIR)
    .map((l) => l.subtables.map((s) => readPairs(layout, s.at)));
  const whole = (left: number, right: number) => read.reduce((n, subs) => n + valueIn(subs, left, right), 0);
  const classes = read.map((subs) => subs.filter((s) => s.kind === 'classes'));
  const left = alike(count, (g) => {
    const key = classes.map((subs) => {
      const at = subs.findIndex((s) => s.covered.has(g));
      return at < 0 ? '' : `${at} ${nth(subs, at).left.get(g) ?? 0}`;
    });
    return key.every((k) => k === '') ? null : key.join();
  });
  // Class 0 is all the rest; it is a group where something kerns with it.
  const restKerns = classes.flat().some((s) => s.values.some((row) => (row[0] ?? 0) !== 0));
  const right = alike(count, (g) => {
    const key = classes.flat().map((s) => s.right.get(g) ?? 0);
    return key.every((k) => k === 0) && !restKerns ? null : key.join();
  });
  const byClasses = (l: number, r: number) => classes.reduce((n, subs) => n + valueIn(subs, l, r), 0);
  const values = left.map((l) => right.map((r) => byClasses(nth(l, 0), nth(r, 0))));
  return { groups: { left, right, values }, pairs: exceptions(read.flat(), whole, byClasses, right) };
}

/** Pairs whose kerning isn't what their groups have. */
function exceptions(
  subtables: readonly Pairs[],
  whole: (left: number, right: number) => number,
  byGroups: (left: number, right: number) => number,
  right: readonly (readonly number[])[],
): Kerning['pairs'] {
  const grouped = new Set(right.flat());
  const seen = new Set<string>();
  return subtables.flatMap((s) => {
    if (s.kind !== 'glyphs') return [];
    return [...s.of].flatMap(([l, seconds]) =>
      [...seconds.keys()].flatMap((r) => {
        if (seen.has(`${l} ${r}`)) return [];
        seen.add(`${l} ${r}`);
        const value = whole(l, r);
        return value === (grouped.has(r) ? byGroups(l, r) : 0) ? [] : [{ left: l, right: r, value }];
      }),
    );
  });
}

/** Kerning of the old table, horizontal pairs of format 0. */
export function kerningOfKern(bytes: Uint8Array): Kerning {
  const r = new ByteReader(bytes, 2);
  const pairs = new Map<string, { left: number; right: number; value: number }>();
  const tables = r.uint16();
  for (let i = 0; i < tables; i++) {
    const from = r.at;
    r.uint16();
    const length = r.uint16();
    const coverage = r.uint16();
    // Horizontal kerning in pairs; minimums and cross-stream are something else.
    if ((coverage & 7) === 1 && coverage >> 8 === 0) {
      const count = r.uint16();
      r.at += 6;
      for (let k = 0; k < count; k++) {
        const pair = { left: r.uint16(), right: r.uint16(), value: r.int16() };
        pairs.set(`${pair.left} ${pair.right}`, pair);
      }
    }
    r.at = from + length;
  }
  return { pairs: [...pairs.values()], groups: { left: [], right: [], values: [] } };
}
