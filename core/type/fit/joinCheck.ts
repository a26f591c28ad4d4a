import { FAR, ROW, rowMiddle } from './profiles';
import { joinersOf, type Style } from './style';

export type JoinFault = 'gap' | 'thin' | 'step';

/** A join of two letters that doesn't hold; by the letters' places. */
export interface FaultyJoin {
  readonly left: number;
  readonly right: number;
  readonly fault: JoinFault;
  /** Gap in 1/1000 em, height of the join, or difference of height. */
  readonly amount: number;
}

/** Letters nearer than this are meant to join; farther apart they stand on their own. 1/1000 em. */
const MEANT = 60;
/** A join lower than this share of the stem breaks or shows a notch. */
const THIN_SHARE = 0.35;
/** Strokes that meet at heights this share of the x-height apart make a step. */
const STEP_SHARE = 0.3;

/**
 * Joins of small letters at the distances they have (box to box with kerning, 1/1000 em): gaps between strokes that should
 * meet, joins too thin to hold, strokes that meet at different heights. None for letters that don't join.
 */
export function faultyJoins(style: Style, distance: (left: number, right: number) => number): FaultyJoin[] {
  const { letters, classes, xHeight, stem } = style;
  const { joiners, height } = joinersOf(style);
  const small = letters.flatMap((_, j) => (classes[j] === 'L' ? [j] : []));
  return joiners.flatMap((i) =>
    small.flatMap((j): FaultyJoin[] => {
      const d = distance(i, j);
      let [least, met, sum] = [FAR as number, 0, 0];
      for (let k = 0; k < ROW.count; k++) {
        const white = letters[i]!.right[k]! + letters[j]!.left[k]! + d;
        least = Math.min(least, white);
        if (white >= 0) continue;
        met++;
        sum += rowMiddle(k);
      }
      if (least > MEANT) return [];
      if (least > 0) return [{ left: i, right: j, fault: 'gap', amount: least }];
      if (met * ROW.height < THIN_SHARE * stem)
        return [{ left: i, right: j, fault: 'thin', amount: met * ROW.height }];
      // They meet somewhere, but not where the stroke goes out.
      const step = Math.abs(sum / met - height);
      return step > STEP_SHARE * xHeight ? [{ left: i, right: j, fault: 'step', amount: step }] : [];
    }),
  );
}

/** How much a letter's right bearing has to lose so that its gaps close, 1/1000 em: all but what single letters need. */
export function closing(faults: readonly FaultyJoin[], left: number, overlap = 6): number {
  const gaps = faults.filter((f) => f.left === left && f.fault === 'gap').map((f) => f.amount);
  return gaps.length === 0 ? 0 : Math.max(...gaps) + overlap;
}
