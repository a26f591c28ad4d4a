import { median } from '../../foundations/raster/histogram';
import type { Table } from './distances';
import type { FitParameters, LetterClass } from './parameters';
import { FAR, ROW, rowMiddle } from './profiles';
import { UPRIGHT, type Style } from './style';

export interface Bearings {
  /** White at the left and right of each letter, 1/1000 em, up to one constant a font. */
  readonly left: Float64Array;
  readonly right: Float64Array;
}

/** Straight and round letters, which set the rhythm. */
const RHYTHM = new Set('noHOilhmuIEDNC08');
/** Letters that stand in the middle of their advance. */
const SYMMETRIC = 'HIOoXxvwTUAVM';
const ROUNDS = 6;
const SOLVES = 3;

/** How much a pair of classes counts. */
function trust(a: LetterClass, b: LetterClass, P: FitParameters): number {
  if (a === b && a !== 'P') return 1;
  if (a === 'U' && b === 'L') return P.mixed;
  if (a === 'L' && b === 'U') return 0.2 * P.mixed;
  return a === 'P' || b === 'P' ? P.signs : 0.1;
}

/**
 * Bearings whose sums come nearest to the wished distances, nearly by least absolute deviations: least squares weighted
 * anew by 1 / deviation (iteratively reweighted; Holland and Welsch, Comm. Stat. A6 (1977)), so that what does not fit
 * is left to kerning.
 */
export function solveBearings(style: Style, wished: Table, P: FitParameters): Bearings {
  const { letters, classes } = style;
  const { size, data } = wished;
  const q = letters.map((l) => (RHYTHM.has(l.char) ? 1 : P.rho));
  const first = new Float64Array(size * size);
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) first[i * size + j] = q[i]! * q[j]! * trust(classes[i]!, classes[j]!, P);
  const weights = first.slice();
  const [left, right] = [new Float64Array(size), new Float64Array(size)];
  for (let round = 0; round < ROUNDS; round++) {
    for (let solve = 0; solve < SOLVES; solve++) {
      for (let i = 0; i < size; i++) {
        let [sum, total] = [0, 0];
        for (let j = 0; j < size; j++) {
          const w = weights[i * size + j]!;
          sum += w * (data[i * size + j]! - left[j]!);
          total += w;
        }
        right[i] = sum / total;
      }
      for (let j = 0; j < size; j++) {
        let [sum, total] = [0, 0];
        for (let i = 0; i < size; i++) {
          const w = weights[i * size + j]!;
          sum += w * (data[i * size + j]! - right[i]!);
          total += w;
        }
        left[j] = sum / total;
      }
    }
    for (let i = 0; i < size; i++)
      for (let j = 0; j < size; j++) {
        const k = i * size + j;
        weights[k] = first[k]! / Math.max(P.delta, Math.abs(data[k]! - right[i]! - left[j]!));
      }
  }
  const off = [...SYMMETRIC].flatMap((c) => {
    const i = style.at.get(c);
    return i === undefined ? [] : [(left[i]! - right[i]!) / 2 - leanOf(style, i)];
  });
  const shift = off.length > 0 ? median(off) : 0;
  return { left: left.map((v) => v - shift), right: right.map((v) => v + shift) };
}

/** By how much a slanted letter that stands in the middle, measured upright, seems to stand off it. */
function leanOf({ letters, slant, xHeight }: Style, i: number): number {
  if (Math.abs(slant) < UPRIGHT) return 0;
  const { left, right, width } = letters[i]!;
  let [a, b] = [Infinity, -Infinity];
  for (let k = 0; k < ROW.count; k++) {
    if (left[k]! >= FAR) continue;
    const t = slant * (rowMiddle(k) - 0.5 * xHeight);
    a = Math.min(a, left[k]! - t);
    b = Math.max(b, width - right[k]! - t);
  }
  return (width - b - a) / 2;
}
