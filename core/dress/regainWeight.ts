import type { Contour } from '../geometry/contour';
import { grow } from './grow';
import { stemOf, type StemWay } from './stems';

/** Stems equal to this many em units are the same. */
const SAME_EM = 0.5;

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
  let made: Contour[] = [...cs];
  for (let pass = 0; pass < 3; pass++) {
    const own = stemOf(made, way);
    if (own === null) return pass === 0 ? null : made;
    if (Math.abs(wanted - own) < SAME_EM) return made;
    by += (wanted - own) / 2;
    made = grow(cs, by);
  }
  return made;
}
