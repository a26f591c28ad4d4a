import type { Oklab } from '../../tracing/colour/oklab';
import { findGradients, pxOfGradients } from '../../tracing/colour/gradients';
import { paletteOf } from '../../tracing/colour/palette';
import type { InkModel } from '../../tracing/ink/inkModel';
import { paperAt } from '../../tracing/ink/paper';
import type { Vec } from '../../foundations/geometry/vec';
import { median } from '../../foundations/raster/histogram';
import type { Picture, PxBox } from '../../foundations/raster/picture';
import { readRegion, type InkRegion } from '../../tracing/trace/traceRegion';
import { applyCuts, type Cut } from './cut';
import { patchesOfSeeds } from './patches';

/** A piece's part of a picture: its ink, and its colours when they are to be traced. */
export interface PieceRegion extends InkRegion {
  readonly colours?: {
    /** The region on even ground, without what belongs to its neighbours. */
    readonly crop: Picture;
    /** Colours of the whole sheet. */
    readonly palette: readonly Oklab[];
  };
}

/** Memory of a region that can be handed from thread to thread. */
export const regionBuffers = (r: PieceRegion): ArrayBuffer[] => [
  r.field.data.buffer as ArrayBuffer,
  ...(r.colours ? [r.colours.crop.data.buffer as ArrayBuffer] : []),
];

/** The ink about a piece; with a palette its colours too. */
export function readPieceRegion(
  picture: Picture,
  ink: InkModel,
  piece: { readonly box: PxBox; readonly seeds: readonly Vec[]; readonly cuts: readonly Cut[] },
  palette?: readonly Oklab[],
): PieceRegion {
  const region = inkOfPiece(picture, ink, piece);
  if (!palette) return region;
  const { width, height } = region.field;
  const crop = evenCrop(picture, ink, { x: region.x, y: region.y, width, height });
  if (region.seeds) clearOthers(crop, region, ink);
  return { ...region, colours: { crop, palette } };
}

/** The ink about a piece, without what was cut off it. */
export function inkOfPiece(
  picture: Picture,
  ink: InkModel,
  piece: { readonly box: PxBox; readonly seeds: readonly Vec[]; readonly cuts: readonly Cut[] },
): InkRegion {
  const whole = readRegion(picture, ink, piece.box, piece.seeds.length > 0 ? piece.seeds : undefined);
  return { ...whole, field: applyCuts(whole.field, whole.x, whole.y, piece.cuts) };
}

/** A sheet this large, px, shows its colours as well as a larger one. */
const PALETTE_SIDE_PX = 800;

/** The few flat colours a sheet is painted with, its evened ground the commonest; its gradients are left out. */
export function sheetPalette(picture: Picture, ink: InkModel, most: number): Oklab[] {
  const even = evenCrop(
    picture,
    ink,
    { x: 0, y: 0, width: picture.width, height: picture.height },
    PALETTE_SIDE_PX,
  );
  return paletteOf(even, most + 1, pxOfGradients(findGradients(even), even));
}

/** Colour of the ground all over, for a picture whose light is evened. */
export const groundOf = ({ paper }: InkModel): number[] =>
  [0, 1, 2].map((c) => Math.round(median(paper.rgb.filter((_, k) => k % 3 === c))));

/** A part of the picture with shadow and yellowing of the ground divided out; every few px only beyond `mostSide`. */
export function evenCrop(p: Picture, ink: InkModel, box: PxBox, mostSide = Infinity): Picture {
  const step = Math.max(1, Math.ceil(Math.max(box.width, box.height) / mostSide));
  const width = Math.floor(box.width / step);
  const height = Math.floor(box.height / step);
  const data = new Uint8ClampedArray(width * height * 4);
  const ground = groundOf(ink);
  const here = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [px, py] = [box.x + x * step, box.y + y * step];
      const from = (py * p.width + px) * 4;
      const to = (y * width + x) * 4;
      if (ink.source === 'alpha') {
        data.set(p.data.subarray(from, from + 4), to);
        continue;
      }
      paperAt(ink.paper, px, py, here);
      for (let c = 0; c < 3; c++) {
        // Light ground is divided out; on dark ground what lies above it is what counts.
        data[to + c] = ink.paper.lightOnDark
          ? p.data[from + c]! - here[c]! + ground[c]!
          : (p.data[from + c]! * ground[c]!) / Math.max(1, here[c]!);
      }
      data[to + 3] = 255;
    }
  }
  return { width, height, data };
}

/** Edges of ink reach down to this share of the level from which it is ink. */
const FAINT = 0.4;

/** Ink of other pieces painted over with the ground. */
function clearOthers(crop: Picture, region: InkRegion, ink: InkModel): void {
  const own = patchesOfSeeds(region.field, region.level * FAINT, region.seeds!);
  const ground = ink.source === 'alpha' ? [0, 0, 0, 0] : [...groundOf(ink), 255];
  own.forEach((mine, k) => {
    if (!mine && region.field.data[k]! > region.level * FAINT) crop.data.set(ground, 4 * k);
  });
}
