// OpenType 1.9.1, 'GPOS': subtables of the pair adjustment lookup (type 2).
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';

/** Kerning in glyph indices and whole em units; negative brings the pair together. */
export interface Kerning {
  /** Single pairs; they win over groups. */
  readonly pairs: readonly { readonly left: number; readonly right: number; readonly value: number }[];
  readonly groups: {
    /** Glyphs of each left and right group; a glyph is in one group a side at most. */
    readonly left: readonly (readonly number[])[];
    readonly right: readonly (readonly number[])[];
    /** Values by [left group][right group]. */
    readonly values: readonly (readonly number[])[];
  };
}

const X_ADVANCE = 4;

/** Pair adjustment format 1: for each first glyph a sorted list of second glyphs. */
function buildPairs(pairs: Kerning['pairs']): Uint8Array {
  const byLeft = new Map<number, { right: number; value: number }[]>();
  for (const p of pairs) byLeft.set(p.left, [...(byLeft.get(p.left) ?? []), p]);
  const lefts = [...byLeft.keys()].sort((a, b) => a - b);
  const sets = lefts.map((left) => {
    const list = byLeft.get(left)!.sort((a, b) => a.right - b.right);
    const w = new ByteWriter();
    w.uint16(list.length);
    for (const p of list) w.uint16(p.right).int16(p.value);
    return w.done();
  });
  const head = 10 + sets.length * 2;
  let offset = head;
  const w = new ByteWriter();
  const coverageAt = head + sets.reduce((n, s) => n + s.length, 0);
  w.uint16(1).uint16(coverageAt).uint16(X_ADVANCE).uint16(0).uint16(sets.length);
  for (const s of sets) {
    w.uint16(offset);
    offset += s.length;
  }
  for (const s of sets) w.bytes(s);
  return w.bytes(buildCoverage(lefts)).done();
}

/** Pair adjustment format 2: a matrix of classes. Class 0 on the right is "any other glyph" and stays 0. */
function buildClasses({ left, right, values }: Kerning['groups']): Uint8Array {
  const covered = left.flat().sort((a, b) => a - b);
  const coverage = buildCoverage(covered);
  const leftClasses = new Map(left.flatMap((glyphs, i) => glyphs.map((g) => [g, i + 1] as const)));
  const rightClasses = new Map(right.flatMap((glyphs, i) => glyphs.map((g) => [g, i + 1] as const)));
  const [leftDef, rightDef] = [buildClassDef(leftClasses), buildClassDef(rightClasses)];
  const rows = left.length + 1;
  const columns = right.length + 1;
  const coverageAt = 16 + rows * columns * 2;
  const w = new ByteWriter();
  w.uint16(2).uint16(coverageAt).uint16(X_ADVANCE).uint16(0);
  w.uint16(coverageAt + coverage.length).uint16(coverageAt + coverage.length + leftDef.length);
  w.uint16(rows).uint16(columns);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) w.int16(r === 0 || c === 0 ? 0 : values[r - 1]![c - 1]!);
  }
  return w.bytes(coverage).bytes(leftDef).bytes(rightDef).done();
}

/** The pair adjustment subtables, single pairs first; none when there is nothing to kern. */
export function kernSubtables(kerning: Kerning): Uint8Array[] {
  const subtables: Uint8Array[] = [];
  if (kerning.pairs.length > 0) subtables.push(buildPairs(kerning.pairs));
  if (kerning.groups.values.some((row) => row.some((v) => v !== 0)))
    subtables.push(buildClasses(kerning.groups));
  return subtables;
}
