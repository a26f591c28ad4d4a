import { Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { drawnPiece } from '../../../../core/project/document/queries/drawnHere';
import { projectOf } from '../../../../core/project/document/newProject';
import { useDoc } from '../../../store/projectStore';
import { ScrolledBench } from '../../../canvas/ScrolledBench';
import { Bench } from '../../../ui/Bench';
import { InkButton } from '../../../ui/InkButton';
import { PenGauge } from './PenGauge';
import { WriteSlot } from './WriteSlot';

/** Height of a slot on the screen: as it is first, and between what it is zoomed, CSS px. */
const USUAL_PX = 210;
const LEAST_PX = 120;
const MOST_PX = 640;

/** Ruled slots for all characters of the bill, one after another: write here. */
export function WriteBench({ onClose }: { onClose: () => void }) {
  const doc = useDoc();
  const { bill, lines } = projectOf(doc);
  const [height, setHeight] = useState(USUAL_PX);
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
            <Text fontSize="sm" color="faded" data-testid="written-count">
              {written} of {characters.length} written. Write into the slots with pen, finger or mouse.
            </Text>
          </>
        }
      >
        <ScrolledBench
          label="Slots to write in"
          size={height}
          least={LEAST_PX}
          most={MOST_PX}
          usual={USUAL_PX}
          onSize={setHeight}
          ground="sunk"
        >
          <Flex wrap="wrap" gap="3" p="4" pb="14">
            {characters.map((char) => (
              <WriteSlot
                key={char}
                char={char}
                piece={drawnPiece(doc, 'written', char)}
                lines={lines}
                height={Math.round(height)}
                chosen={char === chosen}
                onChoose={setChosen}
              />
            ))}
          </Flex>
        </ScrolledBench>
      </Bench>
      <PenGauge char={chosen} />
    </>
  );
}
