/** One column of the two aligned rows. */
export interface PairColumn {
  /** Expected character; null = a piece nobody expected. */
  readonly expected: string | null;
  /** Index into the pieces; null = expected but not found. */
  readonly piece: number | null;
}

/**
 * Expected characters beside pieces as they are named now, both in order: the longest common run of both keeps its
 * place, what was found elsewhere is put beside what was expected, everything else shows as a gap on one side. Method: longest common subsequence (Hunt and McIlroy 1976).
 */
export function pairRows(expected: readonly string[], names: readonly (string | null)[]): PairColumn[] {
  let head = 0;
  while (head < expected.length && expected[head] === names[head]) head++;
  let tail = 0;
  const rest = Math.min(expected.length, names.length) - head;
  while (tail < rest && expected[expected.length - 1 - tail] === names[names.length - 1 - tail]) tail++;
  const same = (from: number, count: number, shift: number) =>
    Array.from({ length: count }, (_, k): PairColumn => {
      const at = from + k;
      return { expected: expected[at]!, piece: at + shift };
    });
  const between = pairMiddle(
    expected.slice(head, expected.length - tail),
    names.slice(head, names.length - tail),
  );
  const columns = [
    ...same(0, head, 0),
    ...between.map((c) => ({ ...c, piece: c.piece === null ? null : c.piece + head })),
    ...same(expected.length - tail, tail, names.length - expected.length),
  ];
  return withStrays(columns, names);
}

/** What is expected and was found out of its order is no gap: a piece that was named by hand counts wherever it stands. */
function withStrays(columns: readonly PairColumn[], names: readonly (string | null)[]): PairColumn[] {
  const strays = new Map<string, number[]>();
  for (const { expected, piece } of columns) {
    const name = expected === null && piece !== null ? names[piece] : null;
    if (name) strays.set(name, [...(strays.get(name) ?? []), piece!]);
  }
  if (strays.size === 0) return [...columns];
  const placed = new Set<number>();
  const filled = columns.map((c) => {
    const piece = c.piece === null && c.expected !== null ? strays.get(c.expected)?.shift() : undefined;
    if (piece === undefined) return c;
    placed.add(piece);
    return { ...c, piece };
  });
  return filled.filter((c) => c.expected !== null || !placed.has(c.piece!));
}

/** What lies between a beginning and an end that both have in common: that needs no search. */
function pairMiddle(expected: readonly string[], names: readonly (string | null)[]): PairColumn[] {
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
