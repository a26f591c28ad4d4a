/** A colour as the eye spaces it: lightness 0..1, and two axes green-red and blue-yellow (about -0.4..0.4). */
export type Oklab = readonly [l: number, a: number, b: number];

const linear = (v: number): number => {
  const c = v / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
};
const encoded = (c: number): number =>
  Math.round(
    255 * Math.max(0, Math.min(1, c <= 0.0031308 ? 12.92 * c : 1.055 * Math.max(0, c) ** (1 / 2.4) - 0.055)),
  );

/** sRGB (0..255, IEC 61966-2-1) to Oklab. Matrices: Ottosson, "A perceptual color space for image processing" (2020). */
export function oklabOf(r8: number, g8: number, b8: number): Oklab {
  const [r, g, b] = [linear(r8), linear(g8), linear(b8)];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

/** Oklab back to sRGB, 0..255, clipped to what screens show. */
export function rgbOf([L, a, b]: Oklab): [number, number, number] {
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  return [
    encoded(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    encoded(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    encoded(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
  ];
}

export const oklabDistance = (p: Oklab, q: Oklab): number =>
  Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
