import type { PieceRow } from '../../../core/project/document/schema';

type Box = PieceRow['box'];
type Piece = Pick<PieceRow, 'id' | 'box' | 'state'>;

/** Area that two boxes share, square px. */
function shared(a: Box, b: Box): number {
  const width = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const height = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return Math.max(0, width) * Math.max(0, height);
}

/**
 * The piece in hand: the one that was chosen, or when it is gone (cut in two, joined with another) the first of those that lie
 * where it lay, so that one goes on with what one was mending. Null when nothing lies there, or nothing was chosen.
 */
export function pieceInHand<P extends Piece>(
  pieces: readonly P[],
  chosenId: string | null,
  lay: Box | null,
): P | null {
  const chosen = pieces.find((p) => p.id === chosenId);
  if (chosen || !lay || chosenId === null) return chosen ?? null;
  const there = pieces.filter((p) => p.state !== 'dropped' && shared(p.box, lay) > 0);
  // Halves of a cut may share a little with what lies beside: the first that lies in it for the most part.
  const mostly = (p: P) => shared(p.box, lay) > 0.5 * p.box.width * p.box.height;
  const most = there.reduce<P | null>(
    (best, p) => (best && shared(best.box, lay) >= shared(p.box, lay) ? best : p),
    null,
  );
  return there.find(mostly) ?? most;
}
