import { median } from '../../foundations/raster/histogram';
import { TINY } from '../../foundations/geometry/tolerance';

/** Median absolute deviation times this estimates a standard deviation of normal noise (Rousseeuw and Croux, JASA 88 (1993)). */
const MAD_TO_SIGMA = 1.4826;
/** Values farther out than so many deviations are outliers (Leys et al., J. Exp. Soc. Psych. 49 (2013), the usual cautious choice). */
const OUT_AFTER = 3;

/** Spread of values about their middle, in their own unit, that single outliers don't change; 0 for fewer than two. */
export function spreadOf(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const middle = median(values);
  return MAD_TO_SIGMA * median(values.map((v) => Math.abs(v - middle)));
}

/** The mean of values without outliers; null for none. */
export function middleOf(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const middle = median(values);
  const limit = OUT_AFTER * spreadOf(values);
  // With a spread of 0 most values are the same one, and that is it.
  const near = values.filter((v) => Math.abs(v - middle) <= Math.max(limit, TINY));
  return near.reduce((a, b) => a + b, 0) / near.length;
}

/** A straight line y = at + slope x. */
export interface Line {
  readonly at: number;
  readonly slope: number;
}

/** A line needs this many points before it may lean. */
const LEANS_FROM = 6;
/** A lean counts when it takes away this share of the spread about a level line. */
const LEAN_GAIN = 0.3;

/**
 * A line through points of which some may be far off: level, unless leaning explains much of the spread (slope by the
 * median of pairs; Theil 1950, Sen 1968). Null without points.
 */
export function robustLine(points: readonly { readonly x: number; readonly y: number }[]): Line | null {
  const level = middleOf(points.map((p) => p.y));
  if (level === null) return null;
  const flat = { at: level, slope: 0 };
  if (points.length < LEANS_FROM) return flat;
  const slopes = points.flatMap((p, i) =>
    points.slice(i + 1).flatMap((q) => (Math.abs(q.x - p.x) > TINY ? [(q.y - p.y) / (q.x - p.x)] : [])),
  );
  if (slopes.length === 0) return flat;
  const slope = median(slopes);
  const rest = points.map((p) => p.y - slope * p.x);
  return spreadOf(rest) < (1 - LEAN_GAIN) * spreadOf(points.map((p) => p.y))
    ? { at: middleOf(rest)!, slope }
    : flat;
}
