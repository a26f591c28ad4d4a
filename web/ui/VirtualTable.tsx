import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, type Key, type ReactNode } from 'react';

interface Props {
  readonly label: string;
  readonly count: number;
  /** Height of a row, px. */
  readonly rowPx: number;
  /** The heads of the columns, in a row that stays in sight. */
  readonly head: ReactNode;
  readonly keyOf: (index: number) => Key;
  readonly row: (index: number) => ReactNode;
}

/** A table of rows of one height, of which those in sight are drawn. */
export function VirtualTable({ label, count, rowPx, head, keyOf, row }: Props) {
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
      px="5"
      pb="3"
      role="table"
      aria-label={label}
      aria-rowcount={count + 1}
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
