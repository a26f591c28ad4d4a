import { paperAt, type Paper } from '../../tracing/ink/paper';
import type { Picture } from '../../foundations/raster/picture';

/** A step from the paper this small is noise, grey values. */
const LEAST_STEP = 24;
/** Cosine between a px's step from the paper and the ink's, below which it is another ink. */
const SAME_INK = 0.93;

/**
 * The picture with everything but one ink painted over with paper: corrections in red, stamps, a pencil's guide lines. Inks
 * are told apart by the direction in which they lie off the paper in RGB, so that thin strokes of the same pen stay.
 */
export function keepInk(p: Picture, paper: Paper, ink: readonly [number, number, number]): Picture {
  const data = new Uint8Array(p.data);
  const ground = [0, 0, 0];
  for (let y = 0; y < p.height; y++) {
    for (let x = 0; x < p.width; x++) {
      const i = 4 * (y * p.width + x);
      paperAt(paper, x, y, ground);
      const [r, g, b] = [ground[0]! - data[i]!, ground[1]! - data[i + 1]!, ground[2]! - data[i + 2]!];
      const size = Math.hypot(r, g, b);
      if (size < LEAST_STEP) continue;
      const [ir, ig, ib] = [ground[0]! - ink[0], ground[1]! - ink[1], ground[2]! - ink[2]];
      const same = (r * ir + g * ig + b * ib) / (size * (Math.hypot(ir, ig, ib) || 1));
      if (same < SAME_INK) for (let c = 0; c < 3; c++) data[i + c] = ground[c]!;
    }
  }
  return { width: p.width, height: p.height, data };
}
