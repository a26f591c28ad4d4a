import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import {
  drawingUse,
  takeDrawingAs,
  type DrawingUse,
} from '../../../core/project/document/commands/pieces/drawings';
import { drawingsOf, isWriting } from '../../../core/project/document/queries/sheets';
import type { PieceRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { charAloud } from '../../text/aloud';
import { GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { roving } from '../../ui/roving';

const USES: Readonly<Record<DrawingUse, string>> = {
  letter: 'the letter',
  turn: 'takes turns',
  spare: 'not used',
};

interface Props {
  readonly piece: PieceRow;
  readonly onChoose: (pieceId: string) => void;
}

/** All drawings of a character that a running text gave, what each is for, and how the one in hand is used. */
export function Drawings({ piece, onChoose }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const sheet = doc.sheets[piece.sheetId];
  if (!sheet || !isWriting(sheet) || piece.char === null || piece.state === 'dropped') return null;
  const drawings = drawingsOf(doc, piece);
  const use = (as: DrawingUse) => () => commit(takeDrawingAs(doc, piece.id, as));
  const now = drawingUse(piece);
  return (
    <>
      <GaugePart title={`Drawings of ${piece.char}: ${drawings.length}`} />
      <Flex
        role="group"
        aria-label={`Drawings of ${charAloud(piece.char)}`}
        wrap="wrap"
        gap="1"
        maxH="15rem"
        overflowY="auto"
        {...roving('button')}
      >
        {drawings.map((p, i) => (
          <Drawing key={p.id} piece={p} at={i + 1} inHand={p.id === piece.id} onChoose={onChoose} />
        ))}
      </Flex>
      <Text fontSize="xs" color="faded">
        The one in hand: {USES[now]}
      </Text>
      <Flex gap="1" wrap="wrap">
        <InkButton
          tip="This drawing is the letter; the one that was takes its place (L)"
          disabled={now === 'letter'}
          onClick={use('letter')}
        >
          Make it the letter
        </InkButton>
        <InkButton
          tip="It takes turns with the letter, where drawings do so (T)"
          disabled={now !== 'spare'}
          onClick={use('turn')}
        >
          Let it take turns
        </InkButton>
        <InkButton
          tip="Keep it here, but out of the font (U)"
          disabled={now !== 'turn'}
          onClick={use('spare')}
        >
          Leave it out
        </InkButton>
      </Flex>
    </>
  );
}

function Drawing({ piece, at, inHand, onChoose }: Props & { readonly at: number; readonly inHand: boolean }) {
  const use = drawingUse(piece);
  const name = `Drawing ${at}, ${USES[use]}, ${Math.round(100 * piece.confidence)} percent sure`;
  return (
    <chakra.button
      type="button"
      aria-label={name}
      title={name}
      aria-pressed={inHand}
      tabIndex={-1}
      onClick={() => onChoose(piece.id)}
      minW="2.2rem"
      minH="2.6rem"
      p="1"
      borderWidth={inHand ? '2px' : '1px'}
      borderColor={inHand ? 'hand' : 'rule'}
      bg="sheet"
      color={use === 'spare' ? 'faded' : 'ink'}
      display="flex"
      flexDirection="column"
      alignItems="center"
      justifyContent="space-between"
    >
      <PieceDrawing piece={piece} width={28} height={30} />
      <Box
        aria-hidden
        h="4px"
        w="100%"
        borderBottomWidth={use === 'letter' ? '3px' : use === 'turn' ? '1px' : '0'}
        borderColor="ink"
      />
    </chakra.button>
  );
}
