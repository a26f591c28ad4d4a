import { Box, Flex, Text } from '@chakra-ui/react';
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { drawnPiece } from '../../../../core/document/commands/drawn';
import { projectOf } from '../../../../core/document/newProject';
import { useDoc } from '../../../store/projectStore';
import { Bench } from '../../../ui/Bench';
import { InkButton } from '../../../ui/InkButton';
import { PenGauge } from './PenGauge';
import { WriteSlot } from './WriteSlot';

/** Heights of slots on the screen, CSS px. */
const SIZES = [150, 210, 290, 400, 560];

/** Ruled slots for all characters of the bill, one after another: write here. */
export function WriteBench({ onClose }: { onClose: () => void }) {
  const doc = useDoc();
  const { bill, lines } = projectOf(doc);
  const [size, setSize] = useState(1);
  const [chosen, setChosen] = useState([...bill][0] ?? 'A');
  const characters = [...new Set(bill)].filter((c) => c.trim() !== '');
  const written = characters.filter((c) => drawnPiece(doc, 'written', c)).length;
  return (
    <>
      <Bench
        actions={
          <>
            <InkButton main tip="Back to the sheets on the table" onClick={onClose}>
              Done
            </InkButton>
            <InkButton
              tip="Smaller slots"
              disabled={size === 0}
              onClick={() => setSize(size - 1)}
              aria-label="Smaller slots"
            >
              <Minus />
            </InkButton>
            <InkButton
              tip="Larger slots"
              disabled={size === SIZES.length - 1}
              onClick={() => setSize(size + 1)}
              aria-label="Larger slots"
            >
              <Plus />
            </InkButton>
            <Text fontSize="sm" color="faded" data-testid="written-count">
              {written} of {characters.length} written. Write into the slots with pen, finger or mouse.
            </Text>
          </>
        }
      >
        <Box flex="1" minH="0" overflowY="auto" p="4" bg="sunk">
          <Flex wrap="wrap" gap="3">
            {characters.map((char) => (
              <WriteSlot
                key={char}
                char={char}
                piece={drawnPiece(doc, 'written', char)}
                lines={lines}
                height={SIZES[size]!}
                chosen={char === chosen}
                onChoose={setChosen}
              />
            ))}
          </Flex>
        </Box>
      </Bench>
      <PenGauge char={chosen} />
    </>
  );
}
