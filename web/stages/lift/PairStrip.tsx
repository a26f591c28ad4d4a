import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import { memo, useEffect, useMemo, useRef } from 'react';
import { pairRows } from '../../../core/find/pairRows';
import type { PieceRow, SheetRow } from '../../../core/document/schema';
import { isDoubtful, pieceLabel } from '../../store/selectors';
import { PieceDrawing } from '../../ui/PieceDrawing';

/** The expected character; an icon's private code point shows as the beginning of its name. */
function labelOf(expected: string | null, piece: PieceRow | null): string {
  if (expected === null) return '+';
  const label = piece?.char === expected ? (pieceLabel(piece) ?? expected) : expected;
  return label.length > 5 ? `${label.slice(0, 4)}…` : label;
}

interface Props {
  readonly sheet: SheetRow;
  readonly pieces: readonly PieceRow[];
  readonly chosen: string | null;
  readonly onChoose: (pieceId: string) => void;
}

/** The two aligned rows, expected above found: a gap or an extra piece shows as a break in the pairing. */
export const PairStrip = memo(function PairStrip({ sheet, pieces, chosen, onChoose }: Props) {
  const columns = useMemo(() => {
    const kept = pieces.filter((p) => p.state !== 'dropped');
    const expected = [...sheet.expected].filter((c) => c.trim() !== '');
    const rows = pairRows(
      expected,
      kept.map((p) => p.char),
    );
    return rows.map((c) => ({ expected: c.expected, piece: c.piece === null ? null : kept[c.piece]! }));
  }, [sheet.expected, pieces]);
  const active = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // Newer browsers answer with a promise, which must not become this effect's clean-up.
    void active.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [chosen]);
  return (
    <Flex
      borderBottomWidth="1px"
      borderColor="rule"
      overflowX="auto"
      px="3"
      py="2"
      gap="0"
      flexShrink={0}
      align="stretch"
    >
      <Flex
        direction="column"
        justify="space-between"
        pr="3"
        fontSize="xs"
        color="faded"
        position="sticky"
        left="-3"
        bg="paper"
        zIndex="1"
      >
        <Text>expected</Text>
        <Text pb="1">found</Text>
      </Flex>
      {columns.map(({ expected, piece }, i) => {
        const broken = expected === null || piece === null;
        const doubtful = piece !== null && isDoubtful(piece);
        return (
          <chakra.button
            key={piece?.id ?? `missing ${i}`}
            type="button"
            ref={piece?.id === chosen ? active : undefined}
            disabled={piece === null}
            aria-label={
              piece === null
                ? `${expected} was not found`
                : expected === null
                  ? `A piece nobody expected${piece.char ? `, named ${piece.char}` : ''}`
                  : `${expected}${doubtful ? ', doubtful' : ''}`
            }
            onClick={() => piece && onChoose(piece.id)}
            minW="30px"
            textAlign="center"
            borderWidth="1px"
            borderColor={piece?.id === chosen ? 'hand' : 'transparent'}
            bg={broken ? 'snagSoft' : piece?.id === chosen ? 'handSoft' : 'transparent'}
          >
            <Text fontSize="sm" fontWeight="bold" color={broken ? 'snag' : 'ink'} h="22px">
              {labelOf(expected, piece)}
            </Text>
            <Box
              borderTopWidth="1px"
              borderColor={broken ? 'snag' : 'rule'}
              borderStyle={doubtful ? 'dashed' : 'solid'}
              mx="1"
            />
            <Flex h="32px" align="center" justify="center" color={doubtful ? 'snag' : 'ink'}>
              {piece ? <PieceDrawing piece={piece} /> : <Text color="snag">gap</Text>}
            </Flex>
          </chakra.button>
        );
      })}
    </Flex>
  );
});
