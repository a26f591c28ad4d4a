import type { Contour } from '../geometry/contour';
import { fail, ok, type Result } from '../problems/problem';
import type { FloatImage, Picture } from '../raster/picture';
import { traceField } from '../trace/traceRegion';
import { defaultTraceSettings, type TraceSettings } from '../trace/settings';
import { rgbOf, type Oklab } from './oklab';
import { paletteOf } from './palette';

/** One flat colour of a drawing, and everything that lies on it: layers are drawn from the first to the last. */
export interface ColourLayer {
  /** sRGB, 0..255. */
  readonly rgb: readonly [number, number, number];
  /** Picture px, y down. */
  readonly contours: Contour[];
}

/** sRGB of the picture over white paper. */
function overPaper(p: Picture, i: number, out: number[]): void {
  const alpha = p.data[i + 3]! / 255;
  for (let c = 0; c < 3; c++) out[c] = p.data[i + c]! * alpha + 255 * (1 - alpha);
}

/**
 * Share of each palette colour in each px: an edge's px is a blend of two of them, parted by where it lies between the
 * two (in sRGB, as renderers and lenses blend). One field a colour.
 */
function sharesOf(picture: Picture, palette: readonly (readonly [number, number, number])[]): FloatImage[] {
  const { width, height } = picture;
  const fields = palette.map(() => ({ width, height, data: new Float32Array(width * height) }));
  const px = [0, 0, 0];
  for (let k = 0; k < width * height; k++) {
    overPaper(picture, k * 4, px);
    let best = { off: Infinity, p: 0, q: 0, t: 0 };
    for (let p = 0; p < palette.length; p++) {
      for (let q = p; q < palette.length; q++) {
        const [a, b] = [palette[p]!, palette[q]!];
        let [top, size] = [0, 0];
        for (let c = 0; c < 3; c++) {
          top += (px[c]! - a[c]!) * (b[c]! - a[c]!);
          size += (b[c]! - a[c]!) ** 2;
        }
        const t = size > 0 ? Math.max(0, Math.min(1, top / size)) : 0;
        let off = p === q ? 0 : BLEND_COST;
        for (let c = 0; c < 3; c++) off += (px[c]! - a[c]! - t * (b[c]! - a[c]!)) ** 2;
        if (off < best.off) best = { off, p, q, t };
      }
    }
    fields[best.p]!.data[k]! += 1 - best.t;
    if (best.q !== best.p) fields[best.q]!.data[k]! += best.t;
  }
  return fields;
}

/** A plain colour is preferred to a blend that is not clearly nearer, squared grey values. */
const BLEND_COST = 60;

/**
 * A drawing in a few flat colours as stacked layers: each holds its own colour and all that lies above it, so that no gap
 * of paper can show between two colours that touch. The commonest colour is the ground and gets no layer when it is at the
 * picture's corners. Fails with 'no-ink' when there is but one colour.
 */
export function traceColours(
  picture: Picture,
  most: number,
  settings: TraceSettings = defaultTraceSettings,
): Result<ColourLayer[]> {
  const palette = paletteOf(picture, most + 1);
  if (palette.length < 2) return fail({ code: 'no-ink', look: 'flat' });
  const { order, ground } = stacking(picture, palette);
  const rgb = order.map((k) => rgbOf(palette[k]!));
  const shares = sharesOf(picture, rgb);
  const layers: ColourLayer[] = [];
  for (let k = ground ? 1 : 0; k < order.length; k++) {
    const data = new Float32Array(picture.width * picture.height);
    for (let above = k; above < order.length; above++) shares[above]!.data.forEach((v, i) => (data[i]! += v));
    const contours = traceField({ width: picture.width, height: picture.height, data }, 0.5, settings);
    if (contours.length > 0) layers.push({ rgb: rgb[k]!, contours });
  }
  return layers.length > 0 ? ok(layers) : fail({ code: 'no-ink', look: 'flat' });
}

/** Colours from the lowest layer to the top: the ground, then by how much of the picture they fill. */
function stacking(picture: Picture, palette: readonly Oklab[]): { order: number[]; ground: boolean } {
  const { width, height } = picture;
  const px = [0, 0, 0];
  const rgb = palette.map(rgbOf);
  const votes = palette.map(() => 0);
  for (const [x, y] of [
    [0, 0],
    [width - 1, 0],
    [0, height - 1],
    [width - 1, height - 1],
  ] as const) {
    overPaper(picture, (y * width + x) * 4, px);
    const off = rgb.map((c) => Math.hypot(c[0] - px[0]!, c[1] - px[1]!, c[2] - px[2]!));
    votes[off.indexOf(Math.min(...off))]!++;
  }
  const ground = votes.indexOf(Math.max(...votes));
  const rest = palette.map((_, k) => k).filter((k) => k !== ground);
  return votes[ground]! >= 3
    ? { order: [ground, ...rest], ground: true }
    : { order: palette.map((_, k) => k), ground: false };
}
