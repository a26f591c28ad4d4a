/** One column of the two aligned rows. */
export interface PairColumn {
  /** Expected character; null = a piece nobody expected. */
  readonly expected: string | null;
  /** Index into the pieces; null = expected but not found. */
  readonly piece: number | null;
}

/**
 * Expected characters beside pieces as they are named now, both in order: the longest common run of both keeps its
 * place, everything else shows as a gap on one side. Method: longest common subsequence (Hunt and McIlroy 1976).
 */
export function pairRows(expected: readonly string[], names: readonly (string | null)[]): PairColumn[] {
  const n = expected.length;
  const m = names.length;
  const best = Array.from({ length: n + 1 }, () => new Uint16Array(m + 1));
  for (let i = n - 1; i >= 0; i--) {
    for (let j = m - 1; j >= 0; j--) {
      const same = expected[i] === names[j];
      best[i]![j] = same ? best[i + 1]![j + 1]! + 1 : Math.max(best[i + 1]![j]!, best[i]![j + 1]!);
    }
  }
  const out: PairColumn[] = [];
  let i = 0;
  let j = 0;
  while (i < n || j < m) {
    if (i < n && j < m && expected[i] === names[j]) out.push({ expected: expected[i++]!, piece: j++ });
    else if (j < m && (i === n || best[i]![j + 1]! >= best[i + 1]![j]!))
      out.push({ expected: null, piece: j++ });
    else out.push({ expected: expected[i++]!, piece: null });
  }
  return out;
}
