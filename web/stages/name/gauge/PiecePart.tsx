import { Flex, Text } from '@chakra-ui/react';
import { dropPiece } from '../../../../core/project/document/commands/pieces/named';
import type { PieceRow } from '../../../../core/project/document/schema';
import { giveCharacter, useNameBench } from '../../../store/nameBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { InkButton } from '../../../ui/InkButton';
import { PieceDrawing } from '../../../ui/PieceDrawing';
import { CharacterField } from '../CharacterField';

/** A piece without a character: give it one. */
export function PiecePart({ piece }: { piece: PieceRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      <Flex justify="center" py="2" bg="sheet" borderWidth="1px" borderColor="rule">
        <PieceDrawing piece={piece} width={120} height={130} />
      </Flex>
      <Text fontSize="xs" color="faded">
        Of {doc.sheets[piece.sheetId]?.name ?? 'a sheet'}
        {piece.name ? `, ${piece.name}` : ''}
      </Text>
      <CharacterField
        label="Its character"
        onPick={(char) => giveCharacter({ kind: 'piece', id: piece.id }, char)}
      />
      <InkButton
        tip="It is no letter: leave it out (Lift can take it back)"
        onClick={() => {
          commit(dropPiece(doc, piece.id, true));
          useNameBench.setState({ pieceId: null });
        }}
      >
        Drop it
      </InkButton>
    </>
  );
}
