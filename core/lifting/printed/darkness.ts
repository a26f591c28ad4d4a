import { groundRows, type Paper } from '../../tracing/ink/paper';
import type { FloatImage, Picture } from '../../foundations/raster/picture';

/** Where lines are looked for a picture is made this small: their direction shows as well, and noise less. */
const LOOK_SIDE_PX = 1500;

/** How much darker than the paper (0..1, mean of the colours), in cells of `scale` x `scale` px. */
export interface Darkness extends FloatImage {
  readonly scale: number;
}

export function readDarkness(p: Picture, paper: Paper): Darkness {
  const scale = Math.max(1, Math.ceil(Math.max(p.width, p.height) / LOOK_SIDE_PX));
  const width = Math.floor(p.width / scale);
  const height = Math.floor(p.height / scale);
  const data = new Float32Array(width * height);
  const groundOf = groundRows(paper, width, { from: 0.5 * scale, step: scale });
  const sums = new Int32Array(width);
  for (let y = 0; y < height; y++) {
    const ground = groundOf((y + 0.5) * scale);
    sums.fill(0);
    for (let j = 0; j < scale; j++) addRow(p.data, (y * scale + j) * p.width * 4, scale, sums);
    for (let x = 0; x < width; x++) {
      const bright = ground[3 * x]! + ground[3 * x + 1]! + ground[3 * x + 2]!;
      data[y * width + x] = 1 - sums[x]! / (scale * scale * Math.max(1, bright));
    }
  }
  return { width, height, data, scale };
}

/** Adds the colours of a row of px, from byte `at` on, to the cells of `scale` px that they lie in. */
function addRow(data: Picture['data'], at: number, scale: number, sums: Int32Array): void {
  for (let x = 0, k = at; x < sums.length; x++) {
    let sum = 0;
    for (let i = 0; i < scale; i++, k += 4) sum += data[k]! + data[k + 1]! + data[k + 2]!;
    sums[x] = (sums[x] ?? 0) + sum;
  }
}

/** Rows become columns, so that upright lines are looked for as level ones are. */
export function flipAxes<T extends FloatImage>(image: T): T {
  const { width, height, data } = image;
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out[x * height + y] = data[y * width + x]!;
  return { ...image, width: height, height: width, data: out };
}
