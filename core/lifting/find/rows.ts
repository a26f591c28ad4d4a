import { median } from '../../foundations/raster/histogram';
import { ROWS } from './parameters';
import type { Part } from './parts';
import { TINY } from '../../foundations/geometry/tolerance';

/**
 * A row of writing: its parts and the straight line through the middle of its letters,
 * y = middle + slope (x - x of the page's left edge), px.
 */
export interface Row {
  readonly middleY: number;
  readonly slope: number;
}

/** A turn has to make rows sharper by this factor to be one, and by more where few parts speak: any three lie on some line. */
const LEVEL_FIRST = 1.02;
const FEW_PARTS = 32;

/**
 * The page's turn as a slope (y per x): the one in -0.2 .. 0.2 for which the parts' middles, projected along
 * it, fall into the sharpest rows. Method: projection profile (Postl 1986), on part centres rather than px.
 */
export function pageSlope(parts: readonly Part[], letterHeight: number): number {
  if (parts.length < ROWS.leastParts) return 0;
  const score = (slope: number) => {
    // Bottoms gather on baselines more sharply than middles; tops on x-heights. Both are used.
    const bin = letterHeight / ROWS.bins;
    const counts = new Map<number, number>();
    for (const p of parts) {
      for (const y of [p.box.y + p.box.height, p.box.y]) {
        const v = (y - slope * p.centerX) / bin;
        const low = Math.floor(v);
        const share = v - low;
        counts.set(low, (counts.get(low) ?? 0) + 1 - share);
        counts.set(low + 1, (counts.get(low + 1) ?? 0) + share);
      }
    }
    let sum = 0;
    for (const v of counts.values()) sum += v * v;
    return sum;
  };
  let best = 0;
  let bestScore = score(0) * (LEVEL_FIRST + FEW_PARTS / parts.length ** 2);
  for (const { span, step } of ROWS.slopes) {
    const center = best;
    for (let s = center - span; s <= center + span + TINY; s += step) {
      const v = score(s);
      if (v > bestScore) {
        bestScore = v;
        best = s;
      }
    }
  }
  return best;
}

/**
 * Rows from the letter-sized parts: parts sorted along their straightened height are cut where the gap
 * between neighbouring middles is larger than about a third of a letter; rows nearer than half a letter merge.
 */
export function findRows(letters: readonly Part[], slope: number, letterHeight: number): Row[] {
  const level = (p: Part) => p.box.y + p.box.height / 2 - slope * (p.box.x + p.box.width / 2);
  const sorted = [...letters].sort((a, b) => level(a) - level(b));
  const groups: Part[][] = [];
  for (const p of sorted) {
    const group = groups[groups.length - 1];
    if (group && level(p) - level(group[group.length - 1]!) < letterHeight * ROWS.parted) group.push(p);
    else groups.push([p]);
  }
  const rows = groups.map((g) => ({ parts: g, middleY: median(g.map(level)) }));
  for (let i = 1; i < rows.length;) {
    const [a, b] = [rows[i - 1]!, rows[i]!];
    if (b.middleY - a.middleY < letterHeight * ROWS.merged) {
      const parts = [...a.parts, ...b.parts];
      rows.splice(i - 1, 2, { parts, middleY: median(parts.map(level)) });
      i = Math.max(1, i - 1);
    } else i++;
  }
  return rows.map((r) => ({ middleY: r.middleY, slope }));
}

/** Index of the row whose middle is nearest to the point. */
export function nearestRow(rows: readonly Row[], x: number, y: number): number {
  let best = 0;
  rows.forEach((r, i) => {
    const gap = (row: Row) => Math.abs(y - row.slope * x - row.middleY);
    if (gap(r) < gap(rows[best]!)) best = i;
  });
  return best;
}
