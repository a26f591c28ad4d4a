// OpenType 1.9.1, 'GPOS': pair adjustment (lookup type 2).
import { ByteWriter } from '../bytes';
import { VARIATION_INDEX_SIZE, variationIndex, type VarIndex } from '../variations/variationStore';
import { buildClassDef, buildCoverage } from './coverage';
import type { Kerning, KerningPair } from './model';
import { FURTHEST, inReach, withOffsets } from './offsets';

/** Bits of a value format: the advance, and where its deltas stand in a variable font. */
const [X_ADVANCE, X_ADVANCE_VARIES] = [4, 64];

const formatOf = (varies: boolean): number => X_ADVANCE | (varies ? X_ADVANCE_VARIES : 0);

/** Indices of deltas, each written once behind the values that point at it. */
class IndexList {
  private readonly places = new Map<string, number>();
  private readonly w = new ByteWriter();

  /** `from`: where the list begins, bytes from what its offsets are measured from. */
  constructor(private readonly from: number) {}

  offsetOf(index: VarIndex | null | undefined): number {
    if (!index) return 0;
    const key = `${index.outer}/${index.inner}`;
    const known = this.places.get(key) ?? this.from + this.w.length;
    if (!this.places.has(key)) this.w.bytes(variationIndex(index));
    this.places.set(key, known);
    return known;
  }

  done(): Uint8Array {
    return this.w.done();
  }
}

interface PairSet {
  readonly left: number;
  readonly bytes: Uint8Array;
}

/** Format 1: for each first glyph a sorted list of second glyphs. */
function singlePairs(sets: readonly PairSet[], format: number): Uint8Array {
  const head = 10;
  const lists = sets.map((s) => s.bytes);
  const coverageAt = head + lists.reduce((n, s) => n + s.length + 2, 0);
  return new ByteWriter()
    .uint16(1)
    .uint16(coverageAt)
    .uint16(format)
    .uint16(0)
    .uint16(lists.length)
    .bytes(withOffsets(head, lists))
    .bytes(buildCoverage(sets.map((s) => s.left)))
    .done();
}

/** Lists of second glyphs by their first one, in its order. */
function pairSets(pairs: Kerning['pairs'], varies: boolean): PairSet[] {
  const byLeft = new Map<number, Map<number, KerningPair>>();
  for (const pair of pairs) {
    const own = byLeft.get(pair.left) ?? new Map<number, KerningPair>();
    byLeft.set(pair.left, own.set(pair.right, pair));
  }
  return [...byLeft]
    .sort((a, b) => a[0] - b[0])
    .map(([left, own]) => {
      const w = new ByteWriter().uint16(own.size);
      const indices = new IndexList(2 + 6 * own.size);
      for (const [right, pair] of [...own].sort((a, b) => a[0] - b[0])) {
        w.uint16(right).int16(pair.value);
        if (varies) w.uint16(indices.offsetOf(pair.varies));
      }
      return { left, bytes: w.bytes(indices.done()).done() };
    });
}

interface Value {
  readonly value: number;
  readonly varies: VarIndex | null;
}

interface Row {
  readonly glyphs: readonly number[];
  readonly values: readonly Value[];
}

const isNothing = (v: Value): boolean => v.value === 0 && v.varies === null;

/** Format 2: a matrix of classes. Class 0 on the right is "any other glyph" and stays 0; the first row has class 0 on the left. */
function classMatrix(
  rows: readonly Row[],
  right: readonly (readonly number[])[],
  varies: boolean,
): Uint8Array {
  const covered = rows.flatMap((r) => r.glyphs).sort((a, b) => a - b);
  const coverage = buildCoverage(covered);
  const leftDef = buildClassDef(new Map(rows.flatMap((r, i) => r.glyphs.map((g) => [g, i] as const))));
  const rightDef = buildClassDef(
    new Map(right.flatMap((glyphs, i) => glyphs.map((g) => [g, i + 1] as const))),
  );
  const columns = right.length + 1;
  const coverageAt = 16 + rows.length * columns * (varies ? 4 : 2);
  const behind = coverageAt + coverage.length + leftDef.length + rightDef.length;
  const indices = new IndexList(behind);
  const w = new ByteWriter();
  w.uint16(2).uint16(coverageAt).uint16(formatOf(varies)).uint16(0);
  w.uint16(coverageAt + coverage.length).uint16(coverageAt + coverage.length + leftDef.length);
  w.uint16(rows.length).uint16(columns);
  const nothing: Value = { value: 0, varies: null };
  for (const row of rows)
    for (const v of [nothing, ...row.values]) {
      w.int16(v.value);
      if (varies) w.uint16(indices.offsetOf(v.varies));
    }
  return w.bytes(coverage).bytes(leftDef).bytes(rightDef).bytes(indices.done()).done();
}

/**
 * Subtables of groups: rows and columns without a value are left out, and what outgrows 64 kB is parted by its left groups
 * (a first glyph is in one subtable only, so nothing is found twice).
 */
function classSubtables({ left, right, values, vary }: Kerning['groups']): Uint8Array[] {
  const valueAt = (r: number, c: number): Value => ({
    value: values[r]?.[c] ?? 0,
    varies: vary?.[r]?.[c] ?? null,
  });
  const columns = right.flatMap((g, c) =>
    g.length > 0 && left.some((_, r) => !isNothing(valueAt(r, c))) ? [c] : [],
  );
  const rows = left
    .map((glyphs, r) => ({ glyphs, values: columns.map((c) => valueAt(r, c)) }))
    .filter((row) => row.glyphs.length > 0 && row.values.some((v) => !isNothing(v)));
  const rights = columns.map((c) => right[c] ?? []);
  const varies = vary !== undefined;
  // Coverage and both class definitions lie behind the matrix: room for their largest form is kept.
  const definitions = 16 + 6 * rights.flat().length + 6 * rows.flatMap((r) => r.glyphs).length;
  const most = FURTHEST - definitions < 0x4000 ? 0x4000 : FURTHEST - definitions;
  const sizeOf = (row: Row) =>
    (varies ? 4 : 2) * (columns.length + 1) +
    VARIATION_INDEX_SIZE * row.values.filter((v) => v.varies !== null).length;
  return inReach(rows, sizeOf, FURTHEST - most).map((part) => classMatrix(part, rights, varies));
}

/** The pair adjustment subtables, single pairs first; none when there is nothing to kern. */
export function pairSubtables({ pairs, groups }: Kerning): Uint8Array[] {
  const varies = pairs.some((p) => p.varies);
  const sets = inReach(pairSets(pairs, varies), (s) => s.bytes.length + 2, 16);
  return [...sets.map((s) => singlePairs(s, formatOf(varies))), ...classSubtables(groups)];
}
