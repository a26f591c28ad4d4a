import type { Affine } from './affine';
import { compose, rotation, scaling, translation } from './affine';

/*
 * The spaces of coordinates.
 * image: px of the picture as displayed, x right, y down, pixel (0,0) covers (0,0)-(1,1).
 * em: font units, y up, baseline at y = 0. screen: CSS px, y down.
 */

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
export function imageToEm(seat: SeatOfPiece): Affine {
  return compose(
    scaling(seat.emPerPx, -seat.emPerPx),
    compose(rotation(-seat.skewRad), translation(-seat.originX, -seat.baselineY)),
  );
}
