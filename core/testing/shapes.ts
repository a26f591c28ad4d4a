import { polygon, type Contour, type Node } from '../foundations/geometry/contour';
import type { FloatImage, Picture } from '../foundations/raster/picture';

/** Handle length of a quarter circle of radius 1 by a cubic (4/3 (sqrt 2 - 1)). */
export const KAPPA = (4 / 3) * (Math.SQRT2 - 1);

/** A circle of four smooth nodes at its extremes, counter-clockwise with y up. */
export function circle(cx: number, cy: number, r: number): Contour {
  const k = r * KAPPA;
  const node = (x: number, y: number, dx: number, dy: number): Node => ({
    x: cx + x,
    y: cy + y,
    in: { x: cx + x - dx, y: cy + y - dy },
    out: { x: cx + x + dx, y: cy + y + dy },
    kind: 'smooth',
  });
  return {
    closed: true,
    nodes: [node(r, 0, 0, k), node(0, r, -k, 0), node(-r, 0, 0, -k), node(0, -r, k, 0)],
  };
}

/** Ink density of a shape by coverage, from an inside test sampled 8 x 8 times a px. */
export function coverage(
  width: number,
  height: number,
  inside: (x: number, y: number) => boolean,
): FloatImage {
  const data = new Float32Array(width * height);
  const n = 8;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let hits = 0;
      for (let j = 0; j < n; j++) {
        for (let i = 0; i < n; i++) if (inside(x + (i + 0.5) / n, y + (j + 0.5) / n)) hits++;
      }
      data[y * width + x] = hits / (n * n);
    }
  }
  return { width, height, data };
}

/** A density field as a picture of ink on paper. */
export function toPicture(
  field: FloatImage,
  paper: readonly [number, number, number] = [255, 255, 255],
  ink: readonly [number, number, number] = [0, 0, 0],
): Picture {
  const data = new Uint8Array(field.width * field.height * 4);
  field.data.forEach((d, i) => {
    for (let c = 0; c < 3; c++) data[i * 4 + c] = Math.round(paper[c]! + (ink[c]! - paper[c]!) * d);
    data[i * 4 + 3] = 255;
  });
  return { width: field.width, height: field.height, data };
}

/** A rectangle by two of its corners. */
export const rect = (x0: number, y0: number, x1: number, y1: number) =>
  polygon([
    { x: x0, y: y0 },
    { x: x1, y: y0 },
    { x: x1, y: y1 },
    { x: x0, y: y1 },
  ]);
