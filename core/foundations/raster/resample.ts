import { invert, type Affine } from '../geometry/affine';
import type { Picture } from './picture';

/** More places than this within a px of the answer, in one direction, are not looked at. */
const MOST_WITHIN = 12;
/** A share of a px that is rounding, not another px. */
const ROUNDING = 1e-9;

/**
 * A picture laid over a grid of other px: the mean of what lies under each, every colour by its opacity; clear where nothing lies.
 * `map`: from px of the picture to px of the grid, both y down, corners of px at whole numbers.
 */
export function resample(p: Picture, map: Affine, width: number, height: number): Picture {
  const { a, b, c, d, e, f } = invert(map);
  const within = (dx: number, dy: number) =>
    Math.max(1, Math.min(MOST_WITHIN, Math.ceil(Math.hypot(dx, dy) - ROUNDING)));
  const [nx, ny] = [within(a, b), within(c, d)];
  const source = premultiplied(p);
  const data = new Uint8Array(4 * width * height);
  const sum = new Float64Array(4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      sum.fill(0);
      for (let v = 0; v < ny; v++)
        for (let u = 0; u < nx; u++) {
          const gx = x + (u + 0.5) / nx;
          const gy = y + (v + 0.5) / ny;
          addBetween(source, a * gx + c * gy + e - 0.5, b * gx + d * gy + f - 0.5, sum);
        }
      put(data, 4 * (y * width + x), sum, nx * ny);
    }
  return { width, height, data };
}

/** Colours times their opacity, and the opacity, 0 to 1; with a clear px on all sides, so that edges need no asking. */
interface Premultiplied {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

function premultiplied(p: Picture): Premultiplied {
  const [width, height] = [p.width + 2, p.height + 2];
  const data = new Float32Array(4 * width * height);
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) {
      const from = 4 * (y * p.width + x);
      const to = 4 * ((y + 1) * width + x + 1);
      const opacity = (p.data[from + 3] ?? 0) / 255;
      for (let k = 0; k < 3; k++) data[to + k] = (p.data[from + k] ?? 0) * opacity;
      data[to + 3] = opacity;
    }
  return { width, height, data };
}

/** Adds what lies between four px at a place whose whole numbers are the middles of px of the picture. */
function addBetween({ width, height, data }: Premultiplied, x: number, y: number, sum: Float64Array): void {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  if (x0 < -1 || y0 < -1 || x0 > width - 3 || y0 > height - 3) return;
  const fx = x - x0;
  const fy = y - y0;
  const at = 4 * ((y0 + 1) * width + x0 + 1);
  const below = at + 4 * width;
  const upperLeft = (1 - fx) * (1 - fy);
  const upperRight = fx * (1 - fy);
  const lowerLeft = (1 - fx) * fy;
  const lowerRight = fx * fy;
  for (let k = 0; k < 4; k++)
    sum[k] =
      (sum[k] ?? 0) +
      upperLeft * (data[at + k] ?? 0) +
      upperRight * (data[at + 4 + k] ?? 0) +
      lowerLeft * (data[below + k] ?? 0) +
      lowerRight * (data[below + 4 + k] ?? 0);
}

function put(data: Uint8Array, at: number, sum: Float64Array, count: number): void {
  const opacity = sum[3] ?? 0;
  if (opacity <= 0) return;
  for (let k = 0; k < 3; k++) data[at + k] = Math.round((sum[k] ?? 0) / opacity);
  data[at + 3] = Math.round((255 * opacity) / count);
}
