import type { ByteImage, FloatImage, Picture, PxBox } from '../raster/picture';
import type { InkModel } from './inkModel';
import { paperAt } from './paper';

/** Calls `take` with the density (0 paper, 1 solid ink; noise may pass both ends) of every px of the box. */
function eachDensity(
  p: Picture,
  model: InkModel,
  box: PxBox,
  take: (k: number, density: number) => void,
): void {
  const { data } = p;
  const [ar, ag, ab] = model.axis;
  const ground = [0, 0, 0];
  let k = 0;
  for (let y = box.y; y < box.y + box.height; y++) {
    for (let x = box.x; x < box.x + box.width; x++, k++) {
      const i = (y * p.width + x) * 4;
      if (model.source === 'alpha') {
        take(k, data[i + 3]! / 255);
        continue;
      }
      paperAt(model.paper, x, y, ground);
      take(
        k,
        ar * (ground[0]! - data[i]!) + ag * (ground[1]! - data[i + 1]!) + ab * (ground[2]! - data[i + 2]!),
      );
    }
  }
}

/** Ink density of a region in full precision, for tracing. */
export function inkField(p: Picture, model: InkModel, box: PxBox): FloatImage {
  const data = new Float32Array(box.width * box.height);
  eachDensity(p, model, box, (k, d) => (data[k] = d));
  return { width: box.width, height: box.height, data };
}

/** 1 where there is ink, for the whole picture, written row band by row band so that progress can be told. */
export function inkMask(
  p: Picture,
  model: InkModel,
  level: number,
  onBand?: (share: number) => void,
): ByteImage {
  const data = new Uint8Array(p.width * p.height);
  const band = 256;
  for (let y = 0; y < p.height; y += band) {
    const height = Math.min(band, p.height - y);
    const offset = y * p.width;
    eachDensity(
      p,
      model,
      { x: 0, y, width: p.width, height },
      (k, d) => (data[offset + k] = d > level ? 1 : 0),
    );
    onBand?.((y + height) / p.height);
  }
  return { width: p.width, height: p.height, data };
}
