import { median } from '../../foundations/raster/histogram';
import { boxBottom } from '../../foundations/raster/picture';
import type { Pairing } from './alignLabels';
import type { FoundLetters } from './letters';
import { TURN } from './parameters';

/** Characters that stand flat on the baseline: their feet tell the page's turn best. */
const FLAT = new Set('ABDEFHIKLMNPRTXZhiklmnrxfz147');

/**
 * The page's slope (y per x) once characters are known: median slope between the feet of flat letters of the same
 * row, weighted by repetition with their distance. Method: Theil (1950) and Sen (1968), pooled over rows. The first
 * estimate is kept when fewer than six pairs speak.
 */
export function refineSlope(
  found: FoundLetters,
  pairings: readonly Pairing[],
  expected: readonly string[],
): number {
  const feet = pairings
    .filter(
      (p) =>
        p.found !== null &&
        p.expected !== null &&
        p.confidence > TURN.sure &&
        FLAT.has(expected[p.expected]!),
    )
    .map((p) => found.letters[p.found!]!)
    .map((l) => ({ row: l.row, x: l.box.x + l.box.width / 2, y: boxBottom(l.box) }));
  const slopes: number[] = [];
  for (let i = 0; i < feet.length; i++) {
    for (let j = i + 1; j < feet.length; j++) {
      const [a, b] = [feet[i]!, feet[j]!];
      const run = Math.abs(b.x - a.x);
      if (a.row !== b.row || run < found.letterHeight * TURN.apart) continue;
      // A pair far apart tells the slope more exactly than a near one.
      const weight = Math.min(TURN.mostWeight, Math.round(run / (found.letterHeight * TURN.apart)));
      for (let k = 0; k < weight; k++) slopes.push((b.y - a.y) / (b.x - a.x));
    }
  }
  if (slopes.length < TURN.leastPairs) return found.slope;
  const refined = median(slopes);
  return Math.abs(refined - found.slope) < TURN.mostOff ? refined : found.slope;
}
