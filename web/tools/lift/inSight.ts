import type { PieceRow } from '../../../core/project/document/schema';

/** A part of a sheet on the screen: where the sheet's corner lies, screen px, how many of these a px of the picture has, and room. */
export interface Sight {
  readonly x: number;
  readonly y: number;
  readonly zoom: number;
  readonly width: number;
  readonly height: number;
}

/** Pieces of which something can be seen. */
export function piecesInSight<P extends Pick<PieceRow, 'box'>>(pieces: readonly P[], sight: Sight): P[] {
  return pieces.filter(({ box: b }) => {
    const [x, y] = [b.x * sight.zoom + sight.x, b.y * sight.zoom + sight.y];
    const before = x < sight.width && y < sight.height;
    return before && x + b.width * sight.zoom > 0 && y + b.height * sight.zoom > 0;
  });
}
