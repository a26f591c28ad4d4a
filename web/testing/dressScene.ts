import { polygon, type Contour } from '../../core/foundations/geometry/contour';
import type { DressPointer, DressScene } from '../tools/dress/scene';

export const rectangle = (width: number, height: number): Contour =>
  polygon([
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ]);

/** A bench with these contours on it, where nothing snaps, nothing is chosen and the pointer reaches 5 u. */
export const dressScene = (contours: readonly Contour[], change: Partial<DressScene> = {}): DressScene => ({
  contours,
  selection: [],
  anchors: [],
  guides: [],
  hitRadius: 5,
  snap: (at) => ({ at, guides: [] }),
  snapHandle: () => null,
  lasso: false,
  free: false,
  drawing: null,
  ...change,
});

export const dressEvent = (
  type: DressPointer['type'],
  x: number,
  y: number,
  keys: Partial<DressPointer> = {},
): DressPointer => ({ type, at: { x, y }, shift: false, alt: false, again: false, ...keys });
