import type { Affine } from '../../../foundations/geometry/affine';
import { polygon, transformContours } from '../../../foundations/geometry/contour';
import type { DrawnShape } from './readSvg';
import type { Properties } from './styles';

/** Whether what reaches beyond its frame is seen; it is not when nothing is said (SVG 2, 8.9). */
export const isOpen = (p: Properties): boolean => p['overflow'] === 'visible' || p['overflow'] === 'auto';

/** Frames reach no further, px: numbers beyond can't be followed. */
const FARTHEST = 1e9;

/** The clip of a nested document, or a marker: its frame, px of the document. */
export function frameClip(
  map: Affine,
  x: number,
  y: number,
  width: number,
  height: number,
): DrawnShape['clips'] {
  // A frame beyond all size cuts nothing off.
  if (![x, y, width, height].every((v) => Math.abs(v) < FARTHEST)) return [];
  const frame = polygon([
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ]);
  return [{ contours: transformContours([frame], map), rule: 'nonzero' }];
}

/** The map that fits a view box into a rectangle (SVG 2, 8.6 and 8.7). */
export function viewMap(
  view: readonly number[],
  x: number,
  y: number,
  width: number,
  height: number,
  aspect = '',
): Affine {
  const [vx, vy, vw, vh] = view as [number, number, number, number];
  const [kx, ky] = [width / vw, height / vh];
  if (/^\s*none/.test(aspect)) return { a: kx, b: 0, c: 0, d: ky, e: x - vx * kx, f: y - vy * ky };
  const k = /slice/.test(aspect) ? Math.max(kx, ky) : Math.min(kx, ky);
  const share = (axis: 'x' | 'Y') =>
    new RegExp(`${axis}Min`).test(aspect) ? 0 : new RegExp(`${axis}Max`).test(aspect) ? 1 : 0.5;
  const e = x + share('x') * (width - vw * k) - vx * k;
  const f = y + share('Y') * (height - vh * k) - vy * k;
  return { a: k, b: 0, c: 0, d: k, e, f };
}
