import { encode } from 'fast-png';
import {
  applyAffine,
  compose,
  scaling,
  translation,
  type Affine,
} from '../../../foundations/geometry/affine';
import type { Vec } from '../../../foundations/geometry/vec';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { flattenContour } from '../../../foundations/geometry/measure';
import { colourAt, transformPaint, type ColourLayer, type Rgb } from '../../../foundations/geometry/paint';
import { polygonCoverage } from '../../../foundations/raster/coverage';
import type { Picture, PxBox } from '../../../foundations/raster/picture';
import { resample } from '../../../foundations/raster/resample';

/** Curves are drawn as chords within this, px. */
const FLAT_PX = 0.05;

/** Paints one above the other on clear or coloured ground, 8 bits a channel. */
export class Canvas {
  /** Red, green, blue and opacity, 0 to 255. */
  private readonly pixels: Uint8ClampedArray;

  constructor(
    readonly width: number,
    readonly height: number,
    ground: Rgb | null = null,
  ) {
    this.pixels = new Uint8ClampedArray(4 * width * height);
    if (!ground) return;
    this.pixels.set([...ground, 255]);
    // Each copy doubles what is filled.
    for (let filled = 4; filled < this.pixels.length; filled *= 2)
      this.pixels.copyWithin(filled, 0, Math.min(filled, this.pixels.length - filled));
  }

  /** Fills outlines that don't overlap. `map`: from their space to px, y down. */
  paint({ paint, contours }: ColourLayer, map: Affine): void {
    const polygons = transformContours(
      contours.filter((c) => c.closed),
      map,
    ).map((c) => flattenContour(c, FLAT_PX));
    const part = polygonCoverage(polygons, this.width, this.height);
    const inPx = transformPaint(paint, map);
    const flat = inPx.kind === 'flat' ? inPx.rgb : null;
    for (let row = 0; row < part.height; row++)
      for (let column = 0; column < part.width; column++) {
        // In the steps that a byte has: one ink on one paper then comes to 256 colours at the most.
        const share = Math.round(255 * (part.data[row * part.width + column] ?? 0)) / 255;
        if (share <= 0) continue;
        const [x, y] = [part.x + column, part.y + row];
        this.over(4 * (y * this.width + x), flat ?? colourAt(inPx, x + 0.5, y + 0.5), share);
      }
  }

  /** Lays a picture over what is there. `map`: from its px to those here. */
  lay(picture: Picture, map: Affine): void {
    const at = this.within([0, 1, 2, 3].map((k) => applyAffine(map, cornerOf(picture, k))));
    if (at.width <= 0 || at.height <= 0) return;
    const { data } = resample(picture, compose(translation(-at.x, -at.y), map), at.width, at.height);
    for (let k = 0; k < at.width * at.height; k++) {
      const share = (data[4 * k + 3] ?? 0) / 255;
      if (share <= 0) continue;
      const [x, y] = [at.x + (k % at.width), at.y + Math.floor(k / at.width)];
      const rgb = [data[4 * k] ?? 0, data[4 * k + 1] ?? 0, data[4 * k + 2] ?? 0] as const;
      this.over(4 * (y * this.width + x), rgb, share);
    }
  }

  /** The px here that points lie in. */
  private within(points: readonly Vec[]): PxBox {
    const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
    const [x, y] = [Math.max(0, Math.floor(Math.min(...xs))), Math.max(0, Math.floor(Math.min(...ys)))];
    const width = Math.min(this.width, Math.ceil(Math.max(...xs))) - x;
    return { x, y, width, height: Math.min(this.height, Math.ceil(Math.max(...ys))) - y };
  }

  /** Puts a colour over a pixel: Porter and Duff's "over", colours not premultiplied (CACM 27 (1984)). */
  private over(at: number, rgb: Rgb, share: number): void {
    const below = (this.pixels[at + 3] ?? 0) / 255;
    const alpha = share + below * (1 - share);
    for (let k = 0; k < 3; k++)
      this.pixels[at + k] = ((rgb[k] ?? 0) * share + this.pixels[at + k]! * below * (1 - share)) / alpha;
    this.pixels[at + 3] = 255 * alpha;
  }

  /** As a PNG: grey where there is no colour, without opacity where all is covered, by numbers where colours are few. */
  png(): Uint8Array {
    const { width, height, pixels } = this;
    const few = numbered(pixels);
    if (few) return encode({ width, height, ...few, channels: 1, depth: 8 });
    let [grey, covered] = [true, true];
    for (let i = 0; i < pixels.length && (grey || covered); i += 4) {
      grey &&= pixels[i] === pixels[i + 1] && pixels[i] === pixels[i + 2];
      covered &&= pixels[i + 3] === 255;
    }
    const kept = [...(grey ? [0] : [0, 1, 2]), ...(covered ? [] : [3])];
    const channels = kept.length as 1 | 2 | 3 | 4;
    return encode({ width, height, data: channelsOf(pixels, kept), channels, depth: 8 });
  }
}

/** Corners of a picture, px. */
const cornerOf = ({ width, height }: Picture, k: number): Vec => ({
  x: k % 2 === 0 ? 0 : width,
  y: k < 2 ? 0 : height,
});

/** A palette of bytes has so many places. */
const MOST_COLOURS = 256;

/** Covered pixels as numbers of their colours; null when some aren't covered, or colours too many. */
function numbered(
  pixels: Uint8ClampedArray,
): { data: Uint8Array; palette: [number, number, number][] } | null {
  const seen = new Map<number, number>();
  const data = new Uint8Array(pixels.length / 4);
  const words = new Uint32Array(pixels.buffer);
  let [last, number] = [-1, 0];
  for (let i = 0; i < words.length; i++) {
    const word = words[i] ?? 0;
    if (word !== last) {
      if (pixels[4 * i + 3] !== 255) return null;
      number = seen.get(word) ?? seen.size;
      if (number === MOST_COLOURS) return null;
      seen.set(word, number);
      last = word;
    }
    data[i] = number;
  }
  const colours = new Uint8Array(new Uint32Array(seen.keys()).buffer);
  const palette = [...seen.values()].map((_, k): [number, number, number] => [
    colours[4 * k] ?? 0,
    colours[4 * k + 1] ?? 0,
    colours[4 * k + 2] ?? 0,
  ]);
  return { data, palette };
}

/** Some of the four channels, side by side. */
function channelsOf(pixels: Uint8ClampedArray, kept: readonly number[]): Uint8Array {
  if (kept.length === 4) return new Uint8Array(pixels.buffer);
  const out = new Uint8Array((pixels.length / 4) * kept.length);
  kept.forEach((channel, k) => {
    for (let from = channel, to = k; to < out.length; from += 4, to += kept.length)
      out[to] = pixels[from] ?? 0;
  });
  return out;
}

const BLACK_PAINT = { kind: 'flat', rgb: [0, 0, 0] } as const;

/** From em units, y up, to px: `perUnit` px to a unit, `left` and `top` (em units) at the corner. */
export const emToPx = (perUnit: number, left: number, top: number): Affine =>
  compose(scaling(perUnit), compose(translation(-left, top), scaling(1, -1)));

/** One ink for contours. */
export const black = (contours: readonly Contour[]): ColourLayer => ({ paint: BLACK_PAINT, contours });
