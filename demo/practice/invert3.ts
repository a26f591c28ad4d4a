import type { Homography } from '../../core/lifting/practice/homography';

/** The homography back: its adjugate, scaled so that the last entry is 1. */
export function invert3([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  const last = a * e - b * d;
  const of = (minor: number) => minor / last;
  return [
    of(e * i - f * h),
    of(c * h - b * i),
    of(b * f - c * e),
    of(f * g - d * i),
    of(a * i - c * g),
    of(c * d - a * f),
    of(d * h - e * g),
    of(b * g - a * h),
    1,
  ];
}
