// OpenType 1.9.1, 'gvar', "Inferred deltas for un-referenced point numbers".
import { nth } from '../../../foundations/lists/nth';
import type { Vec } from '../../../foundations/geometry/vec';

/** What a point between two referenced ones moves by on one axis. */
function inferred(at: number, a: number, da: number, b: number, db: number): number {
  if (a === b) return da === db ? da : 0;
  const [low, dLow, high, dHigh] = a < b ? [a, da, b, db] : [b, db, a, da];
  if (at <= low) return dLow;
  if (at >= high) return dHigh;
  return dLow + ((at - low) / (high - low)) * (dHigh - dLow);
}

/** A contour's points with what each moves by. */
interface Moved {
  readonly points: readonly Vec[];
  readonly deltas: readonly Vec[];
}

/** Whether all points between two, walking on from `a`, follow from these within a tolerance. */
function follow({ points, deltas }: Moved, a: number, b: number, tolerance: number): boolean {
  const n = points.length;
  const [pa, pb, da, db] = [nth(points, a % n), nth(points, b % n), nth(deltas, a % n), nth(deltas, b % n)];
  for (let k = a + 1; k < b; k++) {
    const [p, d] = [nth(points, k % n), nth(deltas, k % n)];
    const dx = inferred(p.x, pa.x, da.x, pb.x, db.x) - d.x;
    const dy = inferred(p.y, pa.y, da.y, pb.y, db.y) - d.y;
    if (dx * dx + dy * dy > tolerance * tolerance) return false;
  }
  return true;
}

/** How far back a stretch of inferred points is looked for. */
const MOST_INFERRED = 24;

/**
 * Points of a closed contour whose deltas have to be stored, so that all others follow from them within `tolerance`, em units: none
 * where nothing moves, one where all moves alike, otherwise as few as there can be beginning at the point that moves most. Ascending.
 */
export function neededPoints(points: readonly Vec[], deltas: readonly Vec[], tolerance: number): number[] {
  const n = points.length;
  const moved = { points, deltas };
  if (deltas.every((d) => Math.hypot(d.x, d.y) <= tolerance)) return [];
  const first = nth(deltas, 0);
  if (deltas.every((d) => d.x === first.x && d.y === first.y)) return [0];
  const reach = deltas.map((d) => Math.hypot(d.x, d.y));
  const start = reach.indexOf(Math.max(...reach));
  // Cheapest way to each point, walking on from the start and round to it again.
  const cost = [0];
  const from = [-1];
  for (let i = 1; i <= n; i++) {
    let best = i - 1;
    for (let j = i - 2; j >= Math.max(0, i - 1 - MOST_INFERRED); j--)
      if (nth(cost, j) < nth(cost, best) && follow(moved, start + j, start + i, tolerance)) best = j;
    cost.push(nth(cost, best) + 1);
    from.push(best);
  }
  const kept: number[] = [];
  for (let i = nth(from, n); i >= 0; i = nth(from, i)) kept.push((start + i) % n);
  return kept.sort((a, b) => a - b);
}

/**
 * What all points of a glyph move by, when some are given: those between two given ones of a contour follow from them, those of a contour
 * with one given one move with it, and those of a contour without any stay, as phantom points and parts do that aren't given.
 *
 * @param ends Numbers of the last points of the contours.
 */
export function inferredDeltas(
  points: readonly Vec[],
  ends: readonly number[],
  some: ReadonlyMap<number, Vec>,
): Vec[] {
  const all = points.map((_, i) => some.get(i) ?? { x: 0, y: 0 });
  ends.forEach((end, c) => {
    const start = (ends[c - 1] ?? -1) + 1;
    const given = [...some.keys()].filter((i) => i >= start && i <= end).sort((a, b) => a - b);
    const [first] = given;
    if (first === undefined) return;
    for (let i = start; i <= end; i++) {
      if (some.has(i)) continue;
      const before = given.filter((g) => g < i).at(-1) ?? nth(given, given.length - 1);
      const after = given.find((g) => g > i) ?? first;
      const [p, a, b] = [nth(points, i), nth(points, before), nth(points, after)];
      const [da, db] = [nth(all, before), nth(all, after)];
      all[i] = { x: inferred(p.x, a.x, da.x, b.x, db.x), y: inferred(p.y, a.y, da.y, b.y, db.y) };
    }
  });
  return all;
}
