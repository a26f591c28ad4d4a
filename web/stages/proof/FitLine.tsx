import { Box } from '@chakra-ui/react';
import { useLayoutEffect, useRef, useState } from 'react';
import { useLiveFont } from '../../store/liveFont';
import { useDoc } from '../../store/projectStore';
import { ProofBlock } from './ProofBlock';

/** Size at which words are measured, px. */
const MEASURED_PX = 100;

interface Props {
  readonly place: string;
  readonly first: string;
  /** No larger than this, px. */
  readonly most: number;
}

/** Words in one line as large as their room is wide, in whatever font it is. */
export function FitLine({ place, first, most }: Props) {
  const room = useRef<HTMLDivElement>(null);
  const line = useRef<HTMLDivElement>(null);
  const doc = useDoc();
  const families = useLiveFont((s) => s.families);
  const [size, setSize] = useState(MEASURED_PX);
  useLayoutEffect(() => {
    if (!room.current || !line.current) return;
    const width = line.current.scrollWidth / size;
    const fitting = Math.min(most, room.current.clientWidth / Math.max(width, 0.01));
    if (Math.abs(fitting - size) > 0.5) setSize(fitting);
  }, [most, size, families, doc]);
  return (
    <Box ref={room} w="100%">
      <Box ref={line} display="inline-block" style={{ fontSize: size }}>
        <ProofBlock place={place} first={first} fontSize="inherit" whiteSpace="pre" overflowWrap="normal" />
      </Box>
    </Box>
  );
}
