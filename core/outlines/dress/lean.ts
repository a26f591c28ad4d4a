import { segments, type Contour } from '../../foundations/geometry/contour';
import { cubicLength } from '../../foundations/geometry/cubic';
import { contoursBox } from '../../foundations/geometry/measure';
import { distance } from '../../foundations/geometry/vec';

/** Edges that lean by more than this are diagonals and no stems, degrees from the upright. */
const MOST_LEAN_DEG = 24;
/** An edge is straight when its chord is at least this share of its length. */
const STRAIGHT = 0.992;
/** Straight edges shorter than this share of the letter's height say nothing of its stems. */
const LEAST_EDGE = 0.1;
/** A letter has stems when its straight upright edges together are as long as this share of its height. */
const LEAST_STEM = 0.5;

/**
 * How far a letter's stems lean from the upright, degrees, above 0 to the right: the median of its straight upright edges by their
 * length. Null for letters without any (o, s, v).
 */
export function stemLeanDeg(contours: readonly Contour[]): number | null {
  const box = contoursBox(contours);
  if (!box) return null;
  const high = box.yMax - box.yMin;
  const edges = contours
    .flatMap((c) => segments(c))
    .flatMap((s) => {
      const chord = distance(s.p0, s.p3);
      if (chord < LEAST_EDGE * high || chord < STRAIGHT * cubicLength(s)) return [];
      const up = s.p3.y >= s.p0.y ? 1 : -1;
      const deg = (Math.atan2((s.p3.x - s.p0.x) * up, Math.abs(s.p3.y - s.p0.y)) * 180) / Math.PI;
      return Math.abs(deg) <= MOST_LEAN_DEG ? [{ deg, long: chord }] : [];
    })
    .sort((a, b) => a.deg - b.deg);
  const all = edges.reduce((sum, e) => sum + e.long, 0);
  if (all < LEAST_STEM * high) return null;
  let sum = 0;
  for (const e of edges) {
    sum += e.long;
    if (sum >= all / 2) return e.deg;
  }
  return null;
}
