import { counted } from '../../../core/foundations/problems/counted';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { chakra, Flex, Text } from '@chakra-ui/react';
import type { PieceRow } from '../../../core/project/document/schema';
import { PieceDrawing } from '../../ui/PieceDrawing';

interface Props {
  readonly pieces: readonly PieceRow[];
  readonly chosen: string | null;
  readonly onTake: (id: string) => void;
}

/** Pieces that nobody named yet: to be dragged onto a field of the ledger, or taken in hand and named. */
export function PieceShelf({ pieces, chosen, onTake }: Props) {
  if (pieces.length === 0) return null;
  return (
    <Flex
      as="section"
      aria-label="Pieces without a character"
      align="center"
      gap="1.5"
      px="5"
      py="2"
      borderBottomWidth="1px"
      borderColor="rule"
      overflowX="auto"
      flexShrink={0}
    >
      <Text fontSize="xs" color="faded" flexShrink={0} w="7.5rem">
        {counted(pieces.length, 'piece')} without a character. Drag onto a field.
      </Text>
      {pieces.slice(0, 60).map((p) => (
        <ShelfPiece key={p.id} piece={p} chosen={p.id === chosen} onTake={() => onTake(p.id)} />
      ))}
    </Flex>
  );
}

function ShelfPiece({ piece, chosen, onTake }: { piece: PieceRow; chosen: boolean; onTake: () => void }) {
  const drag = useDraggable({ id: `piece ${piece.id}`, data: { pieceId: piece.id } });
  const drop = useDroppable({ id: `onto ${piece.id}`, data: { pieceId: piece.id } });
  return (
    <chakra.button
      type="button"
      ref={(e: HTMLButtonElement | null) => {
        drag.setNodeRef(e);
        drop.setNodeRef(e);
      }}
      {...drag.listeners}
      data-shelf={piece.id}
      aria-label={`Piece ${piece.order + 1}${piece.name ? `, ${piece.name}` : ''}`}
      aria-pressed={chosen}
      title={piece.name ?? `Piece ${piece.order + 1}`}
      w="44px"
      h="48px"
      flexShrink={0}
      display="flex"
      alignItems="center"
      justifyContent="center"
      borderWidth="1px"
      borderColor={chosen || drop.isOver ? 'hand' : 'rule'}
      bg={chosen || drop.isOver ? 'handSoft' : 'sheet'}
      onClick={onTake}
    >
      <PieceDrawing piece={piece} width={34} height={38} />
    </chakra.button>
  );
}
