import { paperAt, type Paper } from '../../tracing/ink/paper';
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
  const ground = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      paperAt(paper, (x + 0.5) * scale, (y + 0.5) * scale, ground);
      const bright = ground[0]! + ground[1]! + ground[2]!;
      let sum = 0;
      for (let j = 0; j < scale; j++) {
        for (let i = 0, k = ((y * scale + j) * p.width + x * scale) * 4; i < scale; i++, k += 4)
          sum += p.data[k]! + p.data[k + 1]! + p.data[k + 2]!;
      }
      data[y * width + x] = 1 - sum / (scale * scale * Math.max(1, bright));
    }
  }
  return { width, height, data, scale };
}

/** Rows become columns, so that upright lines are looked for as level ones are. */
export function flipAxes<T extends FloatImage>(image: T): T {
  const { width, height, data } = image;
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out[x * height + y] = data[y * width + x]!;
  return { ...image, width: height, height: width, data: out };
}
