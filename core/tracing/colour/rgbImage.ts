import type { Picture } from '../../foundations/raster/picture';

/** sRGB of a picture over white paper, three floats a px. */
export function rgbOver(p: Picture): Float32Array {
  const out = new Float32Array(p.width * p.height * 3);
  for (let k = 0, i = 0; k < out.length; k += 3, i += 4) {
    const alpha = p.data[i + 3]! / 255;
    for (let c = 0; c < 3; c++) out[k + c] = p.data[i + c]! * alpha + 255 * (1 - alpha);
  }
  return out;
}
