import { applyAffine, type Affine } from './affine';
import type { Contour } from './contour';
import type { Vec } from './vec';

/** sRGB, 0..255. */
export type Rgb = readonly [number, number, number];

/** A colour whose channels are worked out one by one: red, green, blue. */
export const rgbBy = (channel: (c: 0 | 1 | 2) => number): Rgb => [channel(0), channel(1), channel(2)];

/** A colour as "#rrggbb", by which colours that are shown alike are one. */
export const colourKey = (rgb: Rgb): string =>
  `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;

/** The colour of a key "#rrggbb". */
export const rgbOfKey = (key: string): Rgb => {
  const at = (i: number) => parseInt(key.slice(i, i + 2), 16);
  return [at(1), at(3), at(5)];
};

/** A colour along a gradient, at 0 (its beginning) to 1 (its end). */
export interface Stop {
  readonly at: number;
  readonly rgb: Rgb;
}

/** What a layer is filled with; a gradient's geometry is in the space of the layer's contours. */
export type Paint =
  | { readonly kind: 'flat'; readonly rgb: Rgb }
  | { readonly kind: 'linear'; readonly from: Vec; readonly to: Vec; readonly stops: readonly Stop[] }
  | {
      readonly kind: 'radial';
      readonly centre: Vec;
      readonly radius: number;
      readonly stops: readonly Stop[];
    };

/** One paint of a drawing, and everything that lies on it: layers are drawn from the first to the last. */
export interface ColourLayer {
  readonly paint: Paint;
  readonly contours: readonly Contour[];
}

/** Colour of a paint at a place; beyond its ends a gradient goes on in its last colour. */
export function colourAt(paint: Paint, x: number, y: number): Rgb {
  if (paint.kind === 'flat') return paint.rgb;
  return colourAlong(paint.stops, placeAlong(paint, x, y));
}

function placeAlong(paint: Exclude<Paint, { kind: 'flat' }>, x: number, y: number): number {
  if (paint.kind === 'radial') return Math.hypot(x - paint.centre.x, y - paint.centre.y) / paint.radius;
  const [dx, dy] = [paint.to.x - paint.from.x, paint.to.y - paint.from.y];
  return ((x - paint.from.x) * dx + (y - paint.from.y) * dy) / (dx * dx + dy * dy);
}

/** The colour of a gradient's stops, in their order, at a share of its way. */
export function colourAlong(stops: readonly Stop[], at: number): Rgb {
  let k = 0;
  while (k + 2 < stops.length && stops[k + 1]!.at < at) k++;
  const [a, b] = [stops[k]!, stops[Math.min(k + 1, stops.length - 1)]!];
  const share = Math.max(0, Math.min(1, (at - a.at) / (b.at - a.at || 1)));
  return rgbBy((c) => a.rgb[c] + (b.rgb[c] - a.rgb[c]) * share);
}

/** The paint under a map that turns, moves, mirrors and scales evenly. */
export function transformPaint(paint: Paint, m: Affine): Paint {
  if (paint.kind === 'flat') return paint;
  if (paint.kind === 'linear')
    return { ...paint, from: applyAffine(m, paint.from), to: applyAffine(m, paint.to) };
  return { ...paint, centre: applyAffine(m, paint.centre), radius: paint.radius * Math.hypot(m.a, m.b) };
}

/** One colour that stands for the paint, for swatches. */
export const meanColour = (paint: Paint): Rgb =>
  paint.kind === 'flat' ? paint.rgb : colourAlong(paint.stops, 0.5);
