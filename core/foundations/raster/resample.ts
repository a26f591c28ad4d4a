import { applyAffine, invert, type Affine } from '../geometry/affine';
import type { Picture } from './picture';

/** More places than this within a px of the answer, in one direction, are not looked at. */
const MOST_WITHIN = 12;

/**
 * A picture laid over a grid of other px: the mean of what lies under each, every colour by its opacity; clear where nothing lies.
 * `map`: from px of the picture to px of the grid, both y down, corners of px at whole numbers.
 */
export function resample(p: Picture, map: Affine, width: number, height: number): Picture {
  const back = invert(map);
  const within = (dx: number, dy: number) =>
    Math.max(1, Math.min(MOST_WITHIN, Math.ceil(Math.hypot(dx, dy) - 1e-9)));
  const [nx, ny] = [within(back.a, back.b), within(back.c, back.d)];
  const data = new Uint8Array(4 * width * height);
  const sum = new Float64Array(4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      sum.fill(0);
      for (let v = 0; v < ny; v++)
        for (let u = 0; u < nx; u++) {
          const at = applyAffine(back, { x: x + (u + 0.5) / nx, y: y + (v + 0.5) / ny });
          addBetween(p, at.x - 0.5, at.y - 0.5, sum);
        }
      const opacity = sum[3] ?? 0;
      if (opacity <= 0) continue;
      const at = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) data[at + c] = Math.round((sum[c] ?? 0) / opacity);
      data[at + 3] = Math.round((255 * opacity) / (nx * ny));
    }
  return { width, height, data };
}

/** Adds the colour (times its opacity) and the opacity between four px; beyond the picture all is clear. */
function addBetween(p: Picture, x: number, y: number, sum: Float64Array): void {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  for (let v = 0; v < 2; v++)
    for (let u = 0; u < 2; u++) {
      const [px, py] = [x0 + u, y0 + v];
      if (px < 0 || py < 0 || px >= p.width || py >= p.height) continue;
      const share = (u === 0 ? 1 - (x - x0) : x - x0) * (v === 0 ? 1 - (y - y0) : y - y0);
      const at = 4 * (py * p.width + px);
      const weight = (share * (p.data[at + 3] ?? 0)) / 255;
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] ?? 0) + weight * (p.data[at + c] ?? 0);
      sum[3] = (sum[3] ?? 0) + weight;
    }
}
