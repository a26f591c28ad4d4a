import type { Picture } from '../../../foundations/raster/picture';

/** A picture somewhere on a canvas, px. */
export interface PaintedLayer {
  readonly picture: Picture;
  readonly x: number;
  readonly y: number;
  /** 0 to 1. */
  readonly opacity: number;
}

/** Layers painted over one another on a clear canvas, from the lowest (source over, W3C Compositing and Blending 1, 5.1). */
export function composed(
  { width, height }: { readonly width: number; readonly height: number },
  layers: readonly PaintedLayer[],
): Picture {
  const data = new Uint8Array(width * height * 4);
  for (const { picture, x, y, opacity } of layers) {
    const [x0, y0] = [Math.round(x), Math.round(y)];
    const [left, right] = [Math.max(0, -x0), Math.min(picture.width, width - x0)];
    for (let py = Math.max(0, -y0); py < Math.min(picture.height, height - y0); py++)
      for (let px = left; px < right; px++)
        over(data, ((y0 + py) * width + x0 + px) * 4, picture.data, (py * picture.width + px) * 4, opacity);
  }
  return { width, height, data };
}

function over(below: Uint8Array, i: number, above: Picture['data'], j: number, opacity: number): void {
  const a = (above[j + 3]! / 255) * opacity;
  if (a === 0) return;
  const b = (below[i + 3]! / 255) * (1 - a);
  for (let c = 0; c < 3; c++) below[i + c] = Math.round((above[j + c]! * a + below[i + c]! * b) / (a + b));
  below[i + 3] = Math.round(255 * (a + b));
}
