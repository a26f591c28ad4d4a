import type { FitParameters } from './parameters';
import { coned, ROW, rowMiddle } from './profiles';
import type { Style } from './style';
import { TINY } from '../../foundations/geometry/tolerance';

/** Square table of numbers, row after row. */
export interface Table {
  readonly size: number;
  readonly data: Float64Array;
}

/** Weight of each row: some heights are read more than others. */
function rowWeights({ descent, xHeight, capHeight }: Style, { weights: w }: FitParameters): Float64Array {
  const knots = [
    [-descent, w.desc],
    [0, w.base],
    [0.5 * xHeight, 0],
    [xHeight, w.xh],
    [capHeight, w.cap],
  ] as const;
  return Float64Array.from({ length: ROW.count }, (_, k) => {
    const y = rowMiddle(k);
    if (y <= knots[0][0]) return Math.exp(knots[0][1]);
    for (let i = 0; i + 1 < knots.length; i++) {
      const [[y0, v0], [y1, v1]] = [knots[i]!, knots[i + 1]!];
      if (y <= y1) return Math.exp(v0 + ((v1 - v0) * (y - y0)) / Math.max(TINY, y1 - y0));
    }
    return Math.exp(knots[4][1]);
  });
}

/**
 * Wished distance from the box of the row's letter to that of the column's behind it, 1/1000 em, up to one constant a
 * font: where the facing ink, felt with exponential decay, is equally strong for all pairs of equal height.
 */
export function wishedDistances(style: Style, P: FitParameters): Table {
  const { letters, classes, rhythm } = style;
  const size = letters.length;
  const w = rowWeights(style, P);
  const total = w.reduce((a, b) => a + b, 0);
  const least = Math.min(...w);
  const mass = letters.map((l) => {
    let sum = 0;
    for (let k = 0; k < ROW.count; k++) if (rowMiddle(k) > l.bottom && rowMiddle(k) < l.top) sum += w[k]!;
    return Math.max(sum, 1e-6 + least);
  });
  const own = mass[rhythm]!;
  const logs = mass.map((m) => Math.log(m / own));
  const felt = (side: Float64Array) => coned(side, P.slope).map((v) => Math.exp(-v / P.tau));
  const right = letters.map((l) => felt(l.right).map((v, k) => v * w[k]!));
  const left = letters.map((l) => felt(l.left));
  const data = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) {
      let sum = 0;
      for (let k = 0; k < ROW.count; k++) sum += right[i]![k]! * left[j]![k]!;
      const strength = Math.log(Math.max(sum / total, 1e-30));
      const height = 0.5 * P.beta * (logs[i]! + logs[j]!);
      data[i * size + j] =
        P.gain * P.tau * (strength - height) + P.offset[classes[i]!] + P.offset[classes[j]!];
    }
  }
  return { size, data };
}
