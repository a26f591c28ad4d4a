import type { Vec } from '../../../core/foundations/geometry/vec';
import type { PxBox } from '../../../core/foundations/raster/picture';

/** A box being drawn around the part of a sheet that counts; px of the picture. */
export interface Cropping {
  readonly from: Vec;
  readonly to: Vec;
}

export interface CropPointer {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  readonly at: Vec;
}

export interface CropAnswer {
  /** Null when none is being drawn. */
  readonly gesture: Cropping | null;
  /** The box that was drawn. */
  readonly done?: PxBox;
}

/** A smaller box than this was a slip of the hand, px of the picture. */
const LEAST_PX = 12;

export const boxOf = ({ from, to }: Cropping): PxBox => ({
  x: Math.round(Math.min(from.x, to.x)),
  y: Math.round(Math.min(from.y, to.y)),
  width: Math.round(Math.abs(to.x - from.x)),
  height: Math.round(Math.abs(to.y - from.y)),
});

/** One step of drawing the box. Where the pointer is lifted counts: the last move may not have been told. */
export function cropTool(gesture: Cropping | null, { type, at }: CropPointer): CropAnswer {
  if (type === 'down') return { gesture: { from: at, to: at } };
  if (!gesture || type === 'cancel') return { gesture: null };
  const now = { ...gesture, to: at };
  if (type === 'move') return { gesture: now };
  const box = boxOf(now);
  return Math.min(box.width, box.height) >= LEAST_PX ? { gesture: null, done: box } : { gesture: null };
}
