import type { Homography } from '../../core/lifting/practice/homography';

/** The homography back: its adjugate, scaled so that the last entry is 1. */
export function invert3(m: Homography): Homography {
  const [a, b, c, d, e, f, g, h, i] = m as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const out = [
    e * i - f * h, c * h - b * i, b * f - c * e,
    f * g - d * i, a * i - c * g, c * d - a * f,
    d * h - e * g, b * g - a * h, a * e - b * d,
  ]; // prettier-ignore
  return out.map((v) => v / out[8]!);
}
