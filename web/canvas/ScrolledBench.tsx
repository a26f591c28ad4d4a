import { Box } from '@chakra-ui/react';
import { useRef, type ReactNode } from 'react';
import { ZoomBar } from '../ui/ZoomBar';
import { useScrolledZoom } from './useScrolledZoom';

interface Props {
  readonly label: string;
  /** Size of what it holds, in any unit; see useScrolledZoom. */
  readonly size: number;
  readonly least: number;
  readonly most: number;
  readonly usual: number;
  readonly onSize: (size: number) => void;
  readonly ground: 'sheet' | 'sunk';
  readonly children: ReactNode;
}

/** The surface of a bench that is larger than its room: scrolled, zoomed as every bench is. */
export function ScrolledBench({ label, size, least, most, usual, onSize, ground, children }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const { percent, by, whole } = useScrolledZoom({ element, size, least, most, usual, onSize });
  return (
    <>
      <Box
        ref={element}
        flex="1"
        minH="0"
        overflow="auto"
        bg={ground}
        tabIndex={0}
        role="region"
        aria-label={label}
      >
        {children}
      </Box>
      <ZoomBar percent={percent} by={by} whole={whole} />
    </>
  );
}
