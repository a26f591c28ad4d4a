import type { Contour } from '../../foundations/geometry/contour';
import { mergeOverlaps } from '../boolean/pieces';
import { rightDirections } from '../../foundations/geometry/direction';
import { greatestDeviation } from '../outline/deviation';
import { simplify } from '../outline/simplify';
import { grow } from './grow';
import { movedEdges } from './movedEdges';
import { stemOf, type StemWay } from './stems';

/** Stems equal to this many em units are the same. */
const SAME_EM = 0.5;

/** An outline that keeps its points may lie so far from the exact one, em units: what rounding to whole units moves anyway. */
const KEPT_WITHIN_EM = 0.5;

/** A turn sharper than this stays a corner, degrees: `simplify`'s own. */
const CORNER_DEG = 35;

/** The same within that, with as few points as it can have. */
const sparely = (c: Contour): Contour =>
  c.closed ? simplify(c, { tolerance: KEPT_WITHIN_EM, cornerDeg: CORNER_DEG }) : c;

/** The letter grown with the points that it has; null where that doesn't come out as the exact one. */
function pointsKept(cs: readonly Contour[], by: number, exact: readonly Contour[]): Contour[] | null {
  const closed = cs.filter((c) => c.closed);
  const kept = rightDirections(closed).map((c) => movedEdges(c, by));
  if (kept.some((c) => c === null)) return null;
  const merged = mergeOverlaps(kept as Contour[]);
  const truth = exact.filter((c) => c.closed);
  if (merged.length !== truth.length || greatestDeviation(merged, truth) > KEPT_WITHIN_EM) return null;
  // Whoever grows a letter redraws what it shared with others.
  const redrawn = (kept as Contour[]).map(({ of: _, ...c }): Contour => c);
  return [...redrawn, ...cs.filter((c) => !c.closed)];
}

/**
 * A letter grown or shrunk until its stem has the width wanted, em units; null when it has no stem to measure. Growing
 * moves each edge by the same amount, so half of what is missing is nearly right at once; the rest is done over again.
 */
export function regainWeight(
  cs: readonly Contour[],
  wanted: number,
  way: StemWay = 'upright',
): Contour[] | null {
  let by = 0;
  let exact: Contour[] = [...cs];
  for (let pass = 0; pass < 3; pass++) {
    const own = stemOf(exact, way);
    if (own === null && pass === 0) return null;
    if (own === null || Math.abs(wanted - own) < SAME_EM) break;
    by += (wanted - own) / 2;
    exact = grow(cs, by);
  }
  return by === 0 ? exact : (pointsKept(cs, by, exact) ?? exact.map(sparely));
}
