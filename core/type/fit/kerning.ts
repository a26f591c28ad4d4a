import type { Table } from './distances';

/** Groups of letters that kern alike on one side, and the kerning between groups. */
export interface KerningGroups {
  readonly left: readonly (readonly number[])[];
  readonly right: readonly (readonly number[])[];
  /** Index of the left group, of the right group, 1/1000 em. */
  readonly pairs: readonly (readonly [number, number, number])[];
  /** Single letters that are kerned otherwise than their groups: letter, letter, 1/1000 em. */
  readonly exceptions: readonly (readonly [number, number, number])[];
}

/** Rows of a group differ by this at most. */
const ALIKE = 12;
/** Smaller kerning isn't worth its bytes. */
export const LEAST_KERN = 2;

/**
 * Letters grouped by likeness of their kerning, first as the left then as the right one of pairs (agglomerative
 * clustering with complete linkage), each group pair kerned by the mean of its members.
 */
export function groupKerning(kerning: Table, wanted: readonly number[], least = LEAST_KERN): KerningGroups {
  const rows = wanted.map((i) => wanted.map((j) => kerning.data[i * kerning.size + j]!));
  const left = clustered(rows);
  const means = left.map((g) => wanted.map((_, j) => mean(g.map((i) => rows[i]![j]!))));
  const right = clustered(wanted.map((_, j) => means.map((row) => row[j]!)));
  const pairs = left.flatMap((a, i) =>
    right.flatMap((b, j): [number, number, number][] => {
      const value = mean(a.flatMap((p) => b.map((q) => rows[p]![q]!)));
      return Math.abs(value) >= least ? [[i, j, Math.round(value)]] : [];
    }),
  );
  const letters = (groups: readonly (readonly number[])[]) => groups.map((g) => g.map((k) => wanted[k]!));
  return { left: letters(left), right: letters(right), pairs, exceptions: [] };
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

function clustered(rows: readonly (readonly number[])[]): number[][] {
  const groups = rows.map((_, i) => [i]);
  const far = rows.map((a) => rows.map((b) => Math.max(...a.map((v, k) => Math.abs(v - b[k]!)))));
  while (groups.length > 1) {
    let [best, p, q] = [Infinity, 0, 0];
    for (let i = 0; i < groups.length; i++)
      for (let j = i + 1; j < groups.length; j++) if (far[i]![j]! < best) [best, p, q] = [far[i]![j]!, i, j];
    if (best > ALIKE) break;
    groups[p]!.push(...groups[q]!);
    far.forEach((row, i) => {
      const worst = Math.max(row[p]!, row[q]!);
      row[p] = worst;
      far[p]![i] = worst;
    });
    groups.splice(q, 1);
    far.splice(q, 1);
    far.forEach((row) => row.splice(q, 1));
  }
  return groups;
}
