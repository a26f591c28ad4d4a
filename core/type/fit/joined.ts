import { percentile } from '../../foundations/raster/histogram';
import type { Bearings } from './bearings';
import { FAR, ROW, type Profile } from './profiles';
import { joinersOf, type Style } from './style';

/** Strokes of letters that join run into each other by this much, 1/1000 em: less leaves white slivers. */
const OVERLAP = 6;
/** Share of following letters that a letter's exit has to reach; the rest begin too far in. */
const REACHED = 0.95;

/** Distance from box to box at which two letters' ink touches first, 1/1000 em; null when they never face each other. */
export function touchingDistance(a: Profile, b: Profile): number | null {
  let least: number = FAR;
  for (let k = 0; k < ROW.count; k++) {
    const [p, q] = [a.right[k]!, b.left[k]!];
    if (p < FAR && q < FAR) least = Math.min(least, p + q);
  }
  return least < FAR ? -least : null;
}

/** Bearings with the exits of joining letters brought into the letters behind them; letters without an exit stay. */
export function letJoin(style: Style, b: Bearings): Bearings {
  const { letters, classes } = style;
  const { joiners } = joinersOf(style);
  const small = letters.flatMap((_, i) => (classes[i] === 'L' ? [i] : []));
  const right = b.right.slice();
  for (const i of joiners) {
    const room = small.flatMap((j) => {
      const touch = touchingDistance(letters[i]!, letters[j]!);
      return touch === null ? [] : [touch - b.left[j]!];
    });
    if (room.length === 0) continue;
    right[i] = Math.min(right[i]!, percentile(room, 1 - REACHED) - OVERLAP);
  }
  return { left: b.left, right };
}
