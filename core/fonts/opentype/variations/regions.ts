// OpenType 1.9.1, "OpenType Font Variations Overview": normalised coordinates, regions of influence.
import type { ByteWriter } from '../bytes';

/** A style's stretch of an axis, normalised (-1 to 1, the default at 0): none at both ends, all of it at the peak. */
export interface Region {
  readonly start: number;
  readonly peak: number;
  readonly end: number;
}

/** A number from -2 to just under 2 in 16 bits (F2DOT14). */
export const f2dot14 = (w: ByteWriter, v: number): ByteWriter => w.int16(Math.round(v * 16384));

/**
 * The region of each style that isn't the default, in the order of the places: each fades out at its neighbours, so that at a style's
 * place nothing else has any influence. `places`: normalised, without 0.
 */
export function regionsOf(places: readonly number[]): Region[] {
  const all = [...places, 0].sort((a, b) => a - b);
  return places.map((peak) => {
    const i = all.indexOf(peak);
    return { start: all[i - 1] ?? peak, peak, end: all[i + 1] ?? peak };
  });
}

/** Whether a region is the one that a peak has without saying so: from the default to the peak, and no further. */
export const isPlain = ({ start, peak, end }: Region): boolean =>
  start === Math.min(0, peak) && end === Math.max(0, peak);
