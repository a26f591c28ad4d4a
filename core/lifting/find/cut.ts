import type { Vec } from '../../foundations/geometry/vec';
import type { ByteImage, FloatImage } from '../../foundations/raster/picture';

/** A straight cut: what lies to its right (y down, from its first point to its second) is kept. Px of the picture. */
export interface Cut {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** Distance of a place from the cut, px; positive on the side that is kept. */
export function beyondCut(c: Cut, p: Vec): number {
  const [dx, dy] = [c.x1 - c.x0, c.y1 - c.y0];
  return (dx * (p.y - c.y0) - dy * (p.x - c.x0)) / (Math.hypot(dx, dy) || 1);
}

/**
 * The px of a mask, whose corner lies at (x, y) of the picture, that a cut keeps. Asked for many cuts of each letter, so
 * nothing is made for a px.
 */
export function keptByCut(mask: ByteImage, x: number, y: number, c: Cut): Uint8Array {
  const { width, height, data } = mask;
  const [dx, dy] = [c.x1 - c.x0, c.y1 - c.y0];
  const out = new Uint8Array(data.length);
  for (let j = 0; j < height; j++) {
    const level = dx * (y + j + 0.5 - c.y0);
    for (let i = 0, k = j * width; i < width; i++, k++)
      if (data[k] && level - dy * (x + i + 0.5 - c.x0) > 0) out[k] = 1;
  }
  return out;
}

export const turnedCut = (c: Cut): Cut => ({ x0: c.x1, y0: c.y1, x1: c.x0, y1: c.y0 });

/** Ink on the far sides of the cuts taken out of a field whose corner lies at (x, y) of the picture; edges stay soft. */
export function applyCuts(field: FloatImage, x: number, y: number, cuts: readonly Cut[]): FloatImage {
  if (cuts.length === 0) return field;
  const data = field.data.map((v, k) => {
    const p = { x: x + (k % field.width) + 0.5, y: y + Math.floor(k / field.width) + 0.5 };
    return cuts.reduce((left, c) => left * Math.max(0, Math.min(1, beyondCut(c, p) + 0.5)), v);
  });
  return { ...field, data };
}
