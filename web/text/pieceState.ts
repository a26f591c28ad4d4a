import type { PieceRow, SheetRow } from '../../core/project/document/schema';

/** How a piece came by its character, in a few words; nobody is said to have accepted what nobody looked at. */
export function pieceStateText(piece: PieceRow, sheet: SheetRow | undefined): string {
  if (piece.state === 'dropped') return 'dropped';
  if (piece.state === 'spare') return 'another drawing, not used';
  if (piece.state === 'found') return 'suggested';
  if (sheet?.kind === 'written' || sheet?.kind === 'built') return 'made here';
  if (sheet?.kind === 'artwork' || sheet?.kind === 'pictures')
    return piece.name !== null ? 'named by its file, or by you' : 'named by the list of its row, or by you';
  return 'accepted by you';
}
