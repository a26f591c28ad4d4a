// OpenType 1.9.1, 'GPOS': pair adjustment (lookup type 2).
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';
import type { Kerning } from './model';
import { FURTHEST, inReach, withOffsets } from './offsets';

const X_ADVANCE = 4;

interface PairSet {
  readonly left: number;
  readonly bytes: Uint8Array;
}

/** Format 1: for each first glyph a sorted list of second glyphs. */
function singlePairs(sets: readonly PairSet[]): Uint8Array {
  const head = 10;
  const lists = sets.map((s) => s.bytes);
  const coverageAt = head + lists.reduce((n, s) => n + s.length + 2, 0);
  return new ByteWriter()
    .uint16(1)
    .uint16(coverageAt)
    .uint16(X_ADVANCE)
    .uint16(0)
    .uint16(lists.length)
    .bytes(withOffsets(head, lists))
    .bytes(buildCoverage(sets.map((s) => s.left)))
    .done();
}

/** Lists of second glyphs by their first one, in its order. */
function pairSets(pairs: Kerning['pairs']): PairSet[] {
  const byLeft = new Map<number, Map<number, number>>();
  for (const { left, right, value } of pairs) {
    const own = byLeft.get(left) ?? new Map<number, number>();
    byLeft.set(left, own.set(right, value));
  }
  return [...byLeft]
    .sort((a, b) => a[0] - b[0])
    .map(([left, own]) => {
      const w = new ByteWriter().uint16(own.size);
      for (const [right, value] of [...own].sort((a, b) => a[0] - b[0])) w.uint16(right).int16(value);
      return { left, bytes: w.done() };
    });
}

interface Row {
  readonly glyphs: readonly number[];
  readonly values: readonly number[];
}

/** Format 2: a matrix of classes. Class 0 on the right is "any other glyph" and stays 0; the first row has class 0 on the left. */
function classMatrix(rows: readonly Row[], right: readonly (readonly number[])[]): Uint8Array {
  const covered = rows.flatMap((r) => r.glyphs).sort((a, b) => a - b);
  const coverage = buildCoverage(covered);
  const leftDef = buildClassDef(new Map(rows.flatMap((r, i) => r.glyphs.map((g) => [g, i] as const))));
  const rightDef = buildClassDef(
    new Map(right.flatMap((glyphs, i) => glyphs.map((g) => [g, i + 1] as const))),
  );
  const columns = right.length + 1;
  const coverageAt = 16 + rows.length * columns * 2;
  const w = new ByteWriter();
  w.uint16(2).uint16(coverageAt).uint16(X_ADVANCE).uint16(0);
  w.uint16(coverageAt + coverage.length).uint16(coverageAt + coverage.length + leftDef.length);
  w.uint16(rows.length).uint16(columns);
  for (const row of rows) {
    w.int16(0);
    for (const v of row.values) w.int16(v);
  }
  return w.bytes(coverage).bytes(leftDef).bytes(rightDef).done();
}

/**
 * Subtables of groups: rows and columns without a value are left out, and what outgrows 64 kB is parted by its left groups
 * (a first glyph is in one subtable only, so nothing is found twice).
 */
function classSubtables({ left, right, values }: Kerning['groups']): Uint8Array[] {
  const columns = right.flatMap((g, c) => (g.length > 0 && values.some((row) => row[c]) ? [c] : []));
  const rows = left
    .map((glyphs, r) => ({ glyphs, values: columns.map((c) => values[r]?.[c] ?? 0) }))
    .filter((row) => row.glyphs.length > 0 && row.values.some((v) => v !== 0));
  const rights = columns.map((c) => right[c] ?? []);
  // Coverage and both class definitions lie behind the matrix: room for their largest form is kept.
  const definitions = 16 + 6 * rights.flat().length + 6 * rows.flatMap((r) => r.glyphs).length;
  const most = FURTHEST - definitions < 0x4000 ? 0x4000 : FURTHEST - definitions;
  const sizeOf = () => 2 * (columns.length + 1);
  return inReach(rows, sizeOf, FURTHEST - most).map((part) => classMatrix(part, rights));
}

/** The pair adjustment subtables, single pairs first; none when there is nothing to kern. */
export function pairSubtables({ pairs, groups }: Kerning): Uint8Array[] {
  const sets = inReach(pairSets(pairs), (s) => s.bytes.length + 2, 16).map(singlePairs);
  return [...sets, ...classSubtables(groups)];
}
