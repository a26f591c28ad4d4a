import type { ByteImage } from './picture';

/** Runs of px of one kind, row by row from the left: what lies together of them has one patch number. */
export interface JoinedRuns {
  readonly row: readonly number[];
  readonly from: readonly number[];
  /** One past their last px. */
  readonly to: readonly number[];
  readonly patch: readonly number[];
}

/** A run's patch is that of the run it points to; ways there are halved as they are walked (union by pointers, R. E. Tarjan, J. ACM 22 (1975)). */
function rootOf(parent: number[], run: number): number {
  let at = run;
  for (;;) {
    const above = parent[at] ?? at;
    if (above === at) return at;
    const over = parent[above] ?? above;
    parent[at] = over;
    at = over;
  }
}

/**
 * Runs of ink (values above 0) or of paper, joined where they touch from row to row.
 *
 * @param corners Whether touching at a corner is touching (8 neighbours) or not (4).
 */
export function joinedRuns(image: ByteImage, of: 'ink' | 'paper', corners: boolean): JoinedRuns {
  const { width, height, data } = image;
  const [row, from, to, parent]: [number[], number[], number[], number[]] = [[], [], [], []];
  const reach = corners ? 1 : 0;
  const wanted = of === 'ink';
  let above = 0;
  for (let y = 0; y < height; y++) {
    const first = from.length;
    let look = above;
    for (let x = 0, k = y * width; x < width; k++, x++) {
      if ((data[k] ?? 0) > 0 !== wanted) continue;
      const begin = x;
      while (x < width && (data[k] ?? 0) > 0 === wanted) {
        x++;
        k++;
      }
      const run = from.length;
      row.push(y);
      from.push(begin);
      to.push(x);
      parent.push(run);
      while (look < first && (to[look] ?? 0) + reach <= begin) look++;
      for (let p = look; p < first && (from[p] ?? 0) < x + reach; p++)
        parent[rootOf(parent, p)] = rootOf(parent, run);
    }
    above = first;
  }
  return { row, from, to, patch: parent.map((_, run) => rootOf(parent, run)) };
}
