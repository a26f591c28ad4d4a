import type { Bearings } from './bearings';
import type { Table } from './distances';
import type { FitParameters } from './parameters';
import type { Style } from './style';

/** What bearings leave of the wished distances, shrunk and bounded, 1/1000 em; negative = tighter. */
export function residualKerning(style: Style, wished: Table, b: Bearings, { kern }: FitParameters): Table {
  const { size } = wished;
  const { classes } = style;
  const data = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) {
      const rest = wished.data[i * size + j]! - b.right[i]! - b.left[j]!;
      let k = Math.sign(rest) * Math.max(0, Math.abs(rest) - kern.soft);
      k *= k < 0 ? kern.tighter : kern.looser;
      if (classes[i] === 'L' && classes[j] === 'L') k *= kern.small;
      for (const side of [classes[i], classes[j]]) {
        if (side === 'D') k *= kern.figures;
        if (side === 'P') k *= kern.signs;
      }
      data[i * size + j] = Math.max(-kern.most, Math.min(0.4 * kern.most, k));
    }
  }
  return { size, data };
}

/** Groups of letters that kern alike on one side, and the kerning between groups. */
export interface KerningGroups {
  readonly left: readonly (readonly number[])[];
  readonly right: readonly (readonly number[])[];
  /** Index of the left group, of the right group, 1/1000 em. */
  readonly pairs: readonly (readonly [number, number, number])[];
}

/** Rows of a group differ by this at most, and smaller kerning isn't worth its bytes. */
const ALIKE = 14;
const LEAST = 6;

/**
 * Letters grouped by likeness of their kerning, first as the left then as the right one of pairs (agglomerative
 * clustering with complete linkage), each group pair kerned by the mean of its members.
 */
export function groupKerning(kerning: Table, wanted: readonly number[]): KerningGroups {
  const rows = wanted.map((i) => wanted.map((j) => kerning.data[i * kerning.size + j]!));
  const left = clustered(rows);
  const means = left.map((g) => wanted.map((_, j) => mean(g.map((i) => rows[i]![j]!))));
  const right = clustered(wanted.map((_, j) => means.map((row) => row[j]!)));
  const pairs = left.flatMap((a, i) =>
    right.flatMap((b, j): [number, number, number][] => {
      const value = mean(a.flatMap((p) => b.map((q) => rows[p]![q]!)));
      return Math.abs(value) >= LEAST ? [[i, j, Math.round(value)]] : [];
    }),
  );
  const letters = (groups: readonly (readonly number[])[]) => groups.map((g) => g.map((k) => wanted[k]!));
  return { left: letters(left), right: letters(right), pairs };
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
