import type { ByteImage, FloatImage, Picture, PxBox } from '../../foundations/raster/picture';
import type { InkModel } from './inkModel';

/** The paper's share of the density in columns of a box, row by row: what `paperAt` gives, projected on the ink's axis. */
class PaperAlong {
  private readonly cells: Float64Array;
  private readonly blended: Float64Array;
  private readonly left: Int32Array;
  private readonly share: Float64Array;
  private readonly right: number;

  constructor(
    private readonly model: InkModel,
    box: PxBox,
  ) {
    const { paper, axis } = model;
    const { columns, rows, cell, rgb } = paper;
    this.cells = Float64Array.from({ length: columns * rows }, (_, k) =>
      axis.reduce((sum, a, c) => sum + a * rgb[k * 3 + c]!, 0),
    );
    this.blended = new Float64Array(columns);
    this.left = new Int32Array(box.width);
    this.share = new Float64Array(box.width);
    this.right = columns > 1 ? 1 : 0;
    for (let x = 0; x < box.width; x++) {
      const gx = Math.max(0, Math.min(columns - 1, (box.x + x + 0.5) / cell - 0.5));
      const left = Math.min(Math.floor(gx), Math.max(0, columns - 2));
      this.left[x] = left;
      this.share[x] = gx - left;
    }
  }

  /** Goes to a row, px of the picture; gives the greatest share in it. */
  toRow(y: number): number {
    const { columns, rows, cell } = this.model.paper;
    const gy = Math.max(0, Math.min(rows - 1, (y + 0.5) / cell - 0.5));
    const y0 = Math.floor(gy);
    const y1 = Math.min(rows - 1, y0 + 1);
    let most = -Infinity;
    for (let c = 0; c < columns; c++) {
      const above = this.cells[y0 * columns + c]!;
      const here = above + (this.cells[y1 * columns + c]! - above) * (gy - y0);
      this.blended[c] = here;
      most = Math.max(most, here);
    }
    return most;
  }

  /** The share in a column of the box. */
  at(x: number): number {
    const left = this.left[x]!;
    const a = this.blended[left]!;
    return a + (this.blended[left + this.right]! - a) * this.share[x]!;
  }
}

/** Ink density of a region in full precision (0 paper, 1 solid ink; noise may pass both ends), for tracing. */
export function inkField(p: Picture, model: InkModel, box: PxBox): FloatImage {
  const { data } = p;
  const { width, height } = box;
  const out = new Float32Array(width * height);
  const [red, green, blue] = model.axis;
  const ground = model.source === 'alpha' ? null : new PaperAlong(model, box);
  for (let row = 0, to = 0; row < height; row++) {
    const y = box.y + row;
    ground?.toRow(y);
    for (let x = 0, i = (y * p.width + box.x) * 4; x < width; x++, i += 4, to++)
      out[to] = ground
        ? ground.at(x) - red * data[i]! - green * data[i + 1]! - blue * data[i + 2]!
        : data[i + 3]! / 255;
  }
  return { width, height, data: out };
}

/** 1 where there is ink, for the whole picture, written row band by row band so that progress can be told. */
export function inkMask(
  p: Picture,
  model: InkModel,
  level: number,
  onBand?: (share: number) => void,
): ByteImage {
  const { width, height } = p;
  const mask: ByteImage = { width, height, data: new Uint8Array(width * height) };
  const ground = model.source === 'alpha' ? null : new PaperAlong(model, { x: 0, y: 0, width, height });
  const band = 256;
  for (let y = 0; y < height; y++) {
    if (ground) markRow(p, { model, level, ground }, y, mask.data);
    else
      for (let k = y * width; k < (y + 1) * width; k++)
        mask.data[k] = p.data[4 * k + 3]! / 255 > level ? 1 : 0;
    if ((y + 1) % band === 0 || y + 1 === height) onBand?.((y + 1) / height);
  }
  return mask;
}

/** Marks the ink of a row. */
function markRow(
  p: Picture,
  { model, level, ground }: { readonly model: InkModel; readonly level: number; readonly ground: PaperAlong },
  y: number,
  mask: Uint8Array,
): void {
  const { data } = p;
  const [red, green, blue] = model.axis;
  const bright = brightFrom(ground.toRow(y) - level, model.axis);
  for (let x = 0, k = y * p.width, i = 4 * k; x < p.width; x++, k++, i += 4) {
    const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!];
    if (r >= bright && g >= bright && b >= bright) continue;
    if (ground.at(x) - red * r - green * g - blue * b > level) mask[k] = 1;
  }
}

/**
 * A px with all its colours at least so bright has no ink, whatever they are: most of a page need not be looked at closely. 256, which
 * none is, where the ink is lighter than its ground in any colour. `most`: what a px may take away of the density and still be ink.
 */
function brightFrom(most: number, [red, green, blue]: InkModel['axis']): number {
  if (red < 0 || green < 0 || blue < 0 || red + green + blue === 0) return 256;
  // One more than enough, for rounding.
  return Math.max(0, Math.floor(most / (red + green + blue)) + 2);
}
