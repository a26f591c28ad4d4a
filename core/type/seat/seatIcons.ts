import type { Box } from '../../foundations/geometry/measure';
import { TINY } from '../../foundations/geometry/tolerance';

/** How icons are stood beside each other; lengths in em units. */
export interface IconSeating {
  /** together = one factor for all, the largest reaches the size; each = every icon by itself. */
  readonly scale: 'together' | 'each';
  readonly size: number;
  /** On the baseline, or with their middles at one height. */
  readonly stand: 'baseline' | 'middle';
  /** Height of the middle. */
  readonly middle: number;
  /** Design size in px whose lines the box is put on, for sharp edges at that size; null = anywhere. */
  readonly gridPx: number | null;
}

export interface IconPlace {
  readonly scale: number;
  /** Lift after scaling about (0, 0), em units. */
  readonly lift: number;
}

/**
 * Where icons go by their boxes (em units, y up). With a grid, heights become whole px of the design size and feet stand on
 * its lines.
 */
export function seatIcons(boxes: readonly Box[], s: IconSeating, unitsPerEm: number): IconPlace[] {
  const side = (b: Box) => Math.max(b.xMax - b.xMin, b.yMax - b.yMin);
  const largest = Math.max(TINY, ...boxes.map(side));
  const px = s.gridPx === null ? null : unitsPerEm / s.gridPx;
  const snapped = (v: number) => (px === null ? v : Math.round(v / px) * px);
  return boxes.map((b) => {
    let scale = s.size / (s.scale === 'each' ? Math.max(TINY, side(b)) : largest);
    const height = (b.yMax - b.yMin) * scale;
    if (px !== null && height > 0) scale *= Math.max(px, snapped(height)) / height;
    const bottom = b.yMin * scale;
    const foot = s.stand === 'baseline' ? 0 : s.middle - ((b.yMax - b.yMin) * scale) / 2;
    return { scale, lift: snapped(foot) - bottom };
  });
}
