import type { Affine } from './affine';
import { compose, invert, rotation, scaling, translation } from './affine';

/**
 * The only place where coordinate spaces meet.
 * image: px of the picture as displayed, x right, y down, pixel (0,0) covers (0,0)-(1,1).
 * em: font units, y up, baseline at y = 0. screen: CSS px, y down.
 */
declare const space: unique symbol;
/** A map from space A to space B. */
export type Map<A extends string, B extends string> = Affine & { readonly [space]?: [A, B] };

export interface SeatOfPiece {
  /** Point of the picture that lands on the em origin: any x, y on the row's baseline (image px). */
  readonly originX: number;
  readonly baselineY: number;
  /** Em units per image px. */
  readonly emPerPx: number;
  /** Turn of the page in radians, positive when rows fall to the right (y grows); undone by the map. */
  readonly skewRad: number;
}

/** Image px to em units: origin to (0, 0), the page's turn undone, scaled, y flipped. */
export function imageToEm(seat: SeatOfPiece): Map<'image', 'em'> {
  return compose(
    scaling(seat.emPerPx, -seat.emPerPx),
    compose(rotation(-seat.skewRad), translation(-seat.originX, -seat.baselineY)),
  );
}

/** Em units to screen px for a view: em (0,0) appears at (originX, originY), `pxPerEm` screen px per unit. */
export function emToScreen(originX: number, originY: number, pxPerUnit: number): Map<'em', 'screen'> {
  return compose(translation(originX, originY), scaling(pxPerUnit, -pxPerUnit));
}

export const inverseMap = <A extends string, B extends string>(m: Map<A, B>): Map<B, A> => invert(m);
