import type { Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { lerp, distance, type Vec } from '../../foundations/geometry/vec';
import { ChordGrid, chordsOf, type Chord } from './flat';
import { TINY } from '../../foundations/geometry/tolerance';

/** Samples lie this share of the outline's size apart at the most: 0.7 u in a letter of 700 u. */
const STEP_SHARE = 1e-3;
const FLAT_SHARE = 2e-5;

const sizeOf = (cs: readonly Contour[]): number => {
  const box = contoursBox(cs);
  return box ? Math.hypot(box.xMax - box.xMin, box.yMax - box.yMin) : 0;
};

/** Places along the chords, at most `step` apart. */
export function placesAlong(chords: readonly Chord[], step: number): Vec[] {
  return chords.flatMap(({ a, b }) => {
    const n = Math.max(1, Math.ceil(distance(a, b) / step));
    return Array.from({ length: n }, (_, k) => lerp(a, b, k / n));
  });
}

/** How far any place of the first lies from the second. Same unit as the contours; Infinity when only the second is empty. */
export function oneWayDeviation(
  from: readonly Contour[],
  to: readonly Contour[],
  stepShare = STEP_SHARE,
): number {
  // What both share counts for nothing and costs nothing.
  const moved = from.filter((c) => !to.includes(c));
  if (moved.length === 0) return 0;
  const size = Math.max(sizeOf(from), sizeOf(to), TINY);
  const grid = new ChordGrid(chordsOf(to, size * FLAT_SHARE));
  if (grid.chords.length === 0) return Infinity;
  const step = size * stepShare;
  return placesAlong(chordsOf(moved, size * FLAT_SHARE), step).reduce(
    (most, p) => Math.max(most, grid.nearest(p).distance),
    0,
  );
}

/**
 * Greatest distance between two drawings of the same outline: how far any place of either lies from the other (Hausdorff
 * distance of the curves, by samples). Same unit as the contours; 0 for two empty ones, Infinity when only one is empty. `stepShare`: samples
 * lie this share of the outline's size apart at the most.
 */
export const greatestDeviation = (
  before: readonly Contour[],
  after: readonly Contour[],
  stepShare = STEP_SHARE,
): number => Math.max(oneWayDeviation(before, after, stepShare), oneWayDeviation(after, before, stepShare));
