import type { ByteImage, FloatImage, Picture, PxBox } from '../../foundations/raster/picture';
import type { InkModel } from './inkModel';

/**
 * Calls `take` with the densities (0 paper, 1 solid ink; noise may pass both ends) of each row of the box, one reused
 * array, and the row's number in the box.
 */
function eachRow(
  p: Picture,
  model: InkModel,
  box: PxBox,
  take: (row: number, density: Float64Array) => void,
): void {
  const { data } = p;
  const density = new Float64Array(box.width);
  const [ar, ag, ab] = model.axis;
  const along = model.source === 'alpha' ? null : paperAlong(model, box);
  for (let row = 0; row < box.height; row++) {
    const y = box.y + row;
    const ground = along?.(y);
    const start = (y * p.width + box.x) * 4;
    if (ground)
      for (let x = 0, i = start; x < box.width; x++, i += 4)
        density[x] = ground[x]! - ar * data[i]! - ag * data[i + 1]! - ab * data[i + 2]!;
    else for (let x = 0, i = start + 3; x < box.width; x++, i += 4) density[x] = data[i]! / 255;
    take(row, density);
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
  eachRow(p, model, box, (row, density) => data.set(density, row * box.width));
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
    eachRow(p, model, { x: 0, y, width: p.width, height }, (row, density) => {
      const at = offset + row * p.width;
      for (let x = 0; x < density.length; x++) data[at + x] = density[x]! > level ? 1 : 0;
    });
    onBand?.((y + height) / p.height);
  }
  return { width: p.width, height: p.height, data };
}
