import { compose, rotation, scaling, translation, type Affine } from './affine';
import type { Vec } from './vec';

/** One way of changing what is chosen, about a place that is given apart from it. */
export type Turning =
  /** Counter-clockwise, degrees. */
  | { readonly kind: 'turn'; readonly deg: number }
  /** Uprights lean to the right, degrees from the upright. */
  | { readonly kind: 'slant'; readonly deg: number }
  /** Factors across and up; 1 = as it is. */
  | { readonly kind: 'size'; readonly across: number; readonly up: number }
  | { readonly kind: 'flip'; readonly way: 'sideways' | 'upside-down' };

/** Leaning further than this leaves nothing to be seen, degrees. */
export const MOST_SLANT_DEG = 80;

/** The turning as a map that leaves `about` where it is; em units, y up. Null when it changes nothing or leaves nothing. */
export function turningMap(turning: Turning, about: Vec): Affine | null {
  const own = ownMap(turning);
  if (!own) return null;
  return compose(translation(about.x, about.y), compose(own, translation(-about.x, -about.y)));
}

function ownMap(turning: Turning): Affine | null {
  switch (turning.kind) {
    case 'turn':
      return turning.deg % 360 === 0 ? null : rotation((turning.deg * Math.PI) / 180);
    case 'slant':
      if (turning.deg === 0 || Math.abs(turning.deg) > MOST_SLANT_DEG) return null;
      return { a: 1, b: 0, c: Math.tan((turning.deg * Math.PI) / 180), d: 1, e: 0, f: 0 };
    case 'size':
      if (turning.across === 1 && turning.up === 1) return null;
      return turning.across > 0 && turning.up > 0 ? scaling(turning.across, turning.up) : null;
    case 'flip':
      return turning.way === 'sideways' ? scaling(-1, 1) : scaling(1, -1);
  }
}
