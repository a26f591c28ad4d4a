import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, type Key, type ReactNode } from 'react';

interface Props {
  readonly label: string;
  readonly count: number;
  /** Height of a row, px. */
  readonly rowPx: number;
  /** The heads of a table's columns, in a row that stays in sight; a list has none. */
  readonly head?: ReactNode;
  readonly keyOf: (index: number) => Key;
  readonly row: (index: number) => ReactNode;
}

/** A table or list of rows of one height, of which those in sight are drawn. */
export function VirtualRows({ label, count, rowPx, head, keyOf, row }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: 6,
  });
  return (
    <Box
      ref={scroller}
      flex="1"
      minH="0"
      overflow="auto"
      px={head ? '5' : '0'}
      pb="3"
      role={head ? 'table' : 'list'}
      aria-label={label}
      aria-rowcount={head ? count + 1 : undefined}
    >
      {head}
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start }) => (
          <div key={keyOf(index)} style={{ position: 'absolute', top: start, width: '100%', height: rowPx }}>
            {row(index)}
          </div>
        ))}
      </div>
    </Box>
  );
}
