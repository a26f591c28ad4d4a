// OpenType 1.9.1, 'GPOS': pair adjustment (lookup type 2) with movements of both glyphs, as fonts that were opened have it.
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';
import type { Adjustment, PairPlaces, PairTable } from './model';
import { withOffsets } from './offsets';

const VALUE = { x: 1, y: 2, advance: 4 } as const;
const KEYS = ['x', 'y', 'advance'] as const;
type Key = (typeof KEYS)[number];

/** Which values of a table's records are ever other than 0. */
const keysOf = (all: readonly (Adjustment | null)[]): Key[] => KEYS.filter((k) => all.some((v) => v?.[k]));

const formatOf = (keys: readonly Key[]): number => keys.reduce((n, k) => n | VALUE[k], 0);

/** What tells records of both glyphs how they are written; a second glyph that isn't moved but passed by has a record of 0 advance. */
function recordsOf(all: readonly PairPlaces[]) {
  const first = keysOf(all.map(([a]) => a));
  const seconds = all.map(([, b]) => b);
  const own = keysOf(seconds);
  const second: Key[] = own.length === 0 && seconds.some((b) => b !== null) ? ['advance'] : own;
  const put = (w: ByteWriter, [a, b]: PairPlaces) => {
    for (const k of first) w.int16(a[k] ?? 0);
    for (const k of second) w.int16(b?.[k] ?? 0);
  };
  return { formats: [formatOf(first), formatOf(second)] as const, put };
}

type Pair = Extract<PairTable, { readonly by: 'glyphs' }>['pairs'][number];

/** Pairs by their first glyph, ascending. */
function byFirst(pairs: readonly Pair[]): (readonly [number, readonly Pair[]])[] {
  const sets = new Map<number, Pair[]>();
  for (const p of pairs) {
    const set = sets.get(p[0]);
    if (set) set.push(p);
    else sets.set(p[0], [p]);
  }
  return [...sets].sort((a, b) => a[0] - b[0]);
}

/** One subtable: format 1 by glyphs, format 2 by classes. RangeError where it has more than 16 bits reach. */
export function pairTable(table: PairTable): Uint8Array {
  if (table.by === 'classes') return byClasses(table);
  const sets = byFirst(table.pairs);
  const { formats, put } = recordsOf(table.pairs.map(([, , a, b]) => [a, b] as const));
  const lists = sets.map(([, pairs]) => {
    const w = new ByteWriter().uint16(pairs.length);
    for (const [, right, a, b] of [...pairs].sort((p, q) => p[1] - q[1])) put(w.uint16(right), [a, b]);
    return w.done();
  });
  const coverageAt = 10 + lists.reduce((n, l) => n + 2 + l.length, 0);
  return new ByteWriter()
    .uint16(1)
    .uint16(coverageAt)
    .uint16(formats[0])
    .uint16(formats[1])
    .uint16(lists.length)
    .bytes(withOffsets(10, lists))
    .bytes(buildCoverage(sets.map(([g]) => g)))
    .done();
}

function byClasses(table: Extract<PairTable, { readonly by: 'classes' }>): Uint8Array {
  const classes = (sets: readonly (readonly number[])[]) =>
    buildClassDef(new Map(sets.flatMap((s, c) => s.map((g) => [g, c + 1] as const))));
  const { formats, put } = recordsOf(table.values.flat());
  const values = new ByteWriter();
  for (const row of table.values) for (const cell of row) put(values, cell);
  const [left, right] = [classes(table.left), classes(table.right)];
  const leftAt = 16 + values.length;
  return new ByteWriter()
    .uint16(2)
    .uint16(leftAt + left.length + right.length)
    .uint16(formats[0])
    .uint16(formats[1])
    .uint16(leftAt)
    .uint16(leftAt + left.length)
    .uint16(table.left.length + 1)
    .uint16(table.right.length + 1)
    .bytes(values.done())
    .bytes(left)
    .bytes(right)
    .bytes(buildCoverage([...new Set(table.covered)].sort((a, b) => a - b)))
    .done();
}
