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
    if (ground) for (let i = 0; i < width * height; i++) this.pixels.set([...ground, 255], 4 * i);
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
        const share = part.data[row * part.width + column] ?? 0;
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

  /** As a PNG: grey with opacity where there is no colour. */
  png(): Uint8Array {
    const { width, height, pixels } = this;
    let grey = true;
    for (let i = 0; i < pixels.length && grey; i += 4)
      grey = pixels[i] === pixels[i + 1] && pixels[i] === pixels[i + 2];
    const [data, channels] = grey ? [greyOf(pixels), 2] : [new Uint8Array(pixels.buffer), 4];
    return new Uint8Array(encode({ width, height, data, channels, depth: 8 }));
  }
}

/** Corners of a picture, px. */
const cornerOf = ({ width, height }: Picture, k: number): Vec => ({
  x: k % 2 === 0 ? 0 : width,
  y: k < 2 ? 0 : height,
});

function greyOf(pixels: Uint8ClampedArray): Uint8Array {
  const out = new Uint8Array(pixels.length / 2);
  for (let i = 0; i < out.length; i += 2) out.set([pixels[2 * i] ?? 0, pixels[2 * i + 3] ?? 0], i);
  return out;
}

const BLACK_PAINT = { kind: 'flat', rgb: [0, 0, 0] } as const;

/** From em units, y up, to px: `perUnit` px to a unit, `left` and `top` (em units) at the corner. */
export const emToPx = (perUnit: number, left: number, top: number): Affine =>
  compose(scaling(perUnit), compose(translation(-left, top), scaling(1, -1)));

/** One ink for contours. */
export const black = (contours: readonly Contour[]): ColourLayer => ({ paint: BLACK_PAINT, contours });
