import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useMemo, useRef } from 'react';
import { pairRows } from '../../../core/lifting/find/pairRows';
import type { PieceRow, SheetRow } from '../../../core/project/document/schema';
import { isDoubtful } from '../../../core/project/document/queries/sheets';
import { pieceLabel } from '../../store/selectors';
import { roving } from '../../ui/roving';
import { PieceDrawing } from '../../ui/PieceDrawing';

/** The expected character; an icon's private code point shows as the beginning of its name. */
function labelOf(expected: string | null, piece: PieceRow | null): string {
  if (expected === null) return '+';
  const label =
    piece?.char === expected && piece.state !== 'spare' && piece.variant === null
      ? (pieceLabel(piece) ?? expected)
      : expected;
  return label.length > 5 ? `${label.slice(0, 4)}…` : label;
}

/** Strips of fewer columns are drawn whole; of longer ones only what is in sight, and a little more. */
const WHOLE = 200;
const BEYOND = 20;

/** Width of a column by its label, px: names of icons are longer than letters. */
const widthOf = (label: string): number => Math.max(30, 14 + 8.5 * [...label].length);

interface Props {
  readonly sheet: SheetRow;
  readonly pieces: readonly PieceRow[];
  readonly chosen: string | null;
  readonly onChoose: (pieceId: string) => void;
}

interface Column {
  readonly expected: string | null;
  readonly piece: PieceRow | null;
}

/** Expected characters and pieces side by side, with gaps where one of them has no partner. */
function columnsOf(list: string, pieces: readonly PieceRow[]): readonly Column[] {
  const kept = pieces.filter((p) => p.state !== 'dropped');
  const expected = [...list].filter((c) => c.trim() !== '');
  const rows = pairRows(
    expected,
    kept.map((p) => p.char),
  );
  return rows.map((c) => ({ expected: c.expected, piece: kept[c.piece ?? -1] ?? null }));
}

function RowNames() {
  return (
    <Flex
      direction="column"
      justify="space-between"
      pr="3"
      fontSize="xs"
      color="faded"
      position="sticky"
      left="-3"
      ms="-3"
      ps="3"
      bg="paper"
      zIndex="1"
    >
      <Text>expected</Text>
      <Text pb="1">found</Text>
    </Flex>
  );
}

/** The two aligned rows, expected above found: a gap or an extra piece shows as a break in the pairing. */
export const PairStrip = memo(function PairStrip({ sheet, pieces, chosen, onChoose }: Props) {
  const columns = useMemo(() => columnsOf(sheet.expected, pieces), [sheet.expected, pieces]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => widthOf(labelOf(columns[i]?.expected ?? null, columns[i]?.piece ?? null)),
    overscan: columns.length <= WHOLE ? WHOLE : BEYOND,
  });
  useEffect(() => {
    const at = columns.findIndex((c) => c.piece?.id === chosen);
    if (at < 0) return;
    virtual.scrollToIndex(at, { align: 'center' });
    // Keys that lead from piece to piece take the focus along while it is on the strip.
    const strip = scroller.current;
    if (!strip?.contains(document.activeElement)) return;
    const frame = requestAnimationFrame(() =>
      strip.querySelector<HTMLElement>('[aria-pressed=true]')?.focus(),
    );
    return () => cancelAnimationFrame(frame);
    // Only when something else is chosen: an edit must not scroll.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [chosen]);
  const shown = virtual.getVirtualItems().flatMap(({ index, start, size }) => {
    const column = columns[index];
    return column ? [{ ...column, index, left: start, width: size }] : [];
  });
  return (
    <Flex
      ref={scroller}
      borderBottomWidth="1px"
      borderColor="rule"
      overflowX="auto"
      px="3"
      py="2"
      gap="0"
      flexShrink={0}
      align="stretch"
      role="group"
      aria-label="Letters expected and found"
      {...roving('button', (column) => column.click())}
    >
      <RowNames />
      <div style={{ width: virtual.getTotalSize(), flexShrink: 0, position: 'relative', height: 66 }}>
        {shown.map(({ index, ...column }) => (
          <PairColumn
            key={index}
            {...column}
            chosen={chosen !== null && column.piece?.id === chosen}
            onChoose={onChoose}
          />
        ))}
      </div>
    </Flex>
  );
});

interface ColumnProps extends Column {
  readonly left: number;
  readonly width: number;
  readonly chosen: boolean;
  readonly onChoose: (pieceId: string) => void;
}

const PairColumn = memo(function PairColumn({ expected, piece, left, width, chosen, onChoose }: ColumnProps) {
  const broken = expected === null || piece === null;
  const doubtful = piece !== null && isDoubtful(piece);
  return (
    <chakra.button
      type="button"
      data-keys="through"
      tabIndex={-1}
      aria-pressed={chosen}
      disabled={piece === null}
      aria-label={
        piece === null
          ? `${expected} was not found`
          : expected === null
            ? `A piece nobody expected${piece.char ? `, named ${piece.char}` : ''}`
            : `${expected}${doubtful ? ', doubtful' : ''}`
      }
      onClick={() => piece && onChoose(piece.id)}
      position="absolute"
      top="0"
      style={{ left, width }}
      h="66px"
      textAlign="center"
      borderWidth="1px"
      borderColor={chosen ? 'hand' : 'transparent'}
      bg={broken ? 'snagSoft' : chosen ? 'handSoft' : 'transparent'}
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
});
