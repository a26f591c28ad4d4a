import type { ByteImage, FloatImage, Picture, PxBox } from '../raster/picture';
import type { InkModel } from './inkModel';

/** Calls `take` with the density (0 paper, 1 solid ink; noise may pass both ends) of every px of the box. */
function eachDensity(
  p: Picture,
  model: InkModel,
  box: PxBox,
  take: (k: number, density: number) => void,
): void {
  const { data } = p;
  if (model.source === 'alpha') {
    for (let y = box.y, k = 0; y < box.y + box.height; y++) {
      for (let x = box.x; x < box.x + box.width; x++, k++) take(k, data[(y * p.width + x) * 4 + 3]! / 255);
    }
    return;
  }
  const [ar, ag, ab] = model.axis;
  const along = paperAlong(model, box);
  for (let y = box.y, k = 0; y < box.y + box.height; y++) {
    const ground = along(y);
    for (let x = 0; x < box.width; x++, k++) {
      const i = (y * p.width + box.x + x) * 4;
      take(k, ground[x]! - ar * data[i]! - ag * data[i + 1]! - ab * data[i + 2]!);
    }
  }
}

/** The paper's share of the density, row by row: what `paperAt` gives, projected on the ink's axis (one reused array). */
function paperAlong({ paper, axis }: InkModel, box: PxBox): (y: number) => Float64Array {
  const { columns, rows, cell, rgb } = paper;
  const cells = Float64Array.from({ length: columns * rows }, (_, k) =>
    axis.reduce((sum, a, c) => sum + a * rgb[k * 3 + c]!, 0),
  );
  const left = new Int32Array(box.width);
  const share = new Float64Array(box.width);
  for (let x = 0; x < box.width; x++) {
    const gx = Math.max(0, Math.min(columns - 1, (box.x + x + 0.5) / cell - 0.5));
    left[x] = Math.min(Math.floor(gx), Math.max(0, columns - 2));
    share[x] = gx - left[x]!;
  }
  const right = columns > 1 ? 1 : 0;
  const blended = new Float64Array(columns);
  const out = new Float64Array(box.width);
  return (y) => {
    const gy = Math.max(0, Math.min(rows - 1, (y + 0.5) / cell - 0.5));
    const y0 = Math.floor(gy);
    const y1 = Math.min(rows - 1, y0 + 1);
    for (let c = 0; c < columns; c++) {
      const above = cells[y0 * columns + c]!;
      blended[c] = above + (cells[y1 * columns + c]! - above) * (gy - y0);
    }
    for (let x = 0; x < box.width; x++) {
      const a = blended[left[x]!]!;
      out[x] = a + (blended[left[x]! + right]! - a) * share[x]!;
    }
    return out;
  };
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
