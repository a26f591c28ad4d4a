import type { InkModel } from '../../tracing/ink/inkModel';
import type { Vec } from '../../foundations/geometry/vec';
import { median } from '../../foundations/raster/histogram';
import type { Picture, PxBox } from '../../foundations/raster/picture';
import type { Cut } from './cut';
import { patchesOfSeeds } from './patches';
import { evenCrop, groundOf, inkOfPiece } from './pieceRegion';

/** A drawing taken off its paper: px of its sheet, clear where there is no ink. */
export interface KeptPicture {
  readonly box: PxBox;
  readonly picture: Picture;
}

/** Density above which px belong to a drawing, as a share of the level at which its ink begins. */
const OWN_SHARE = 0.4;
/** The soft edge of strokes beyond that, px. */
const EDGE_PX = 2;
/** Paper is never quite even: less than this share of solid ink is clear. */
const CLEAR_SHARE = 0.12;

/**
 * The drawing of a piece as it is, with its grain, its shades and its colours, without the paper: each px as opaque as it has to be for its
 * colour to lie in range (the least opacity of A. Smith and J. Blinn, "Blue screen matting", SIGGRAPH 1996, for a known ground), the bulk
 * of its ink being opaque. Null when there is no ink.
 */
export function keptPicture(
  picture: Picture,
  ink: InkModel,
  piece: { readonly box: PxBox; readonly seeds: readonly Vec[]; readonly cuts: readonly Cut[] },
): KeptPicture | null {
  const region = inkOfPiece(picture, ink, piece);
  const { width, height } = region.field;
  const at = { x: region.x, y: region.y, width, height };
  const even = evenCrop(picture, ink, at);
  const level = ink.level * OWN_SHARE;
  const own = region.seeds
    ? patchesOfSeeds(region.field, level, region.seeds)
    : Uint8Array.from(region.field.data, (d) => (d > level ? 1 : 0));
  const near = widened(own, width, height, EDGE_PX);
  if (ink.source === 'alpha') clearBeyond(even, near);
  else takeOffPaper(even, groundOf(ink), { own, near }, ink.paper.lightOnDark);
  return trimmed(even, at);
}

function clearBeyond({ data }: Picture, near: Uint8Array): void {
  near.forEach((there, k) => {
    if (!there) data[4 * k + 3] = 0;
  });
}

/**
 * Ink's share of a px, 0 to 1, when all of it were as strong in colour as can be. What is lighter than light paper is a camera's or a
 * packing's overshoot beside the ink, not ink.
 */
function leastOpacity(
  data: Picture['data'],
  at: number,
  ground: readonly number[],
  lighter: boolean,
): number {
  let most = 0;
  for (let c = 0; c < 3; c++) {
    const [v, g] = [data[at + c] ?? 0, ground[c] ?? 0];
    most = Math.max(most, lighter ? (v - g) / (255 - g || 1) : (g - v) / (g || 1));
  }
  return Math.min(1, most);
}

interface Masks {
  readonly own: Uint8Array;
  readonly near: Uint8Array;
}

function takeOffPaper(
  even: Picture,
  ground: readonly number[],
  { own, near }: Masks,
  lighter: boolean,
): void {
  const { data } = even;
  const least = Float32Array.from(near, (there, k) =>
    there ? leastOpacity(data, 4 * k, ground, lighter) : 0,
  );
  const solid = Math.max(0.01, median(least.filter((_, k) => own[k] === 1)));
  least.forEach((share, k) => {
    const opacity = Math.max(0, Math.min(1, (share / solid - CLEAR_SHARE) / (1 - CLEAR_SHARE)));
    for (let c = 0; c < 3; c++) {
      const [v, g] = [data[4 * k + c] ?? 0, ground[c] ?? 0];
      data[4 * k + c] = opacity > 0 ? Math.max(0, Math.min(255, Math.round(g + (v - g) / opacity))) : 0;
    }
    data[4 * k + 3] = Math.round(255 * opacity);
  });
  colourEdges(even);
}

/** Px less opaque than this have little colour of their own to go by, 0 to 255. */
const FIRM = 180;
/** How far from them firm ink is looked for, px. */
const EDGE_REACH = 3;

/** Gives the soft edge of strokes the colour of the ink beside it, which paper doesn't shine through. */
function colourEdges({ width, height, data }: Picture): void {
  const opacity = Uint8Array.from({ length: width * height }, (_, k) => data[4 * k + 3] ?? 0);
  const sum = [0, 0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const k = y * width + x;
      if (opacity[k] === 0 || (opacity[k] ?? 0) >= FIRM) continue;
      let count = 0;
      sum.fill(0);
      for (let v = Math.max(0, y - EDGE_REACH); v <= Math.min(height - 1, y + EDGE_REACH); v++)
        for (let u = Math.max(0, x - EDGE_REACH); u <= Math.min(width - 1, x + EDGE_REACH); u++) {
          const at = v * width + u;
          if ((opacity[at] ?? 0) < FIRM) continue;
          count++;
          for (let c = 0; c < 3; c++) sum[c] = (sum[c] ?? 0) + (data[4 * at + c] ?? 0);
        }
      if (count > 0) for (let c = 0; c < 3; c++) data[4 * k + c] = Math.round((sum[c] ?? 0) / count);
    }
}

/** A mask with all px within so many of it, level and upright. */
function widened(mask: Uint8Array, width: number, height: number, by: number): Uint8Array {
  const out = new Uint8Array(mask.length);
  mask.forEach((there, k) => {
    if (!there) return;
    const [x, y] = [k % width, Math.floor(k / width)];
    for (let v = Math.max(0, y - by); v <= Math.min(height - 1, y + by); v++)
      out.fill(1, v * width + Math.max(0, x - by), v * width + Math.min(width - 1, x + by) + 1);
  });
  return out;
}

/** The part that isn't clear; null when all of it is. */
function trimmed({ width, height, data }: Picture, at: PxBox): KeptPicture | null {
  let [x0, y0, x1, y1] = [width, height, -1, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (data[4 * (y * width + x) + 3] === 0) continue;
      [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
    }
  if (x1 < 0) return null;
  const box = { x: at.x + x0, y: at.y + y0, width: x1 - x0 + 1, height: y1 - y0 + 1 };
  const out = new Uint8Array(4 * box.width * box.height);
  for (let y = 0; y < box.height; y++) {
    const from = 4 * ((y + y0) * width + x0);
    out.set(data.subarray(from, from + 4 * box.width), 4 * y * box.width);
  }
  return { box, picture: { width: box.width, height: box.height, data: out } };
}
