import { Flex, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { counted } from '../../../core/foundations/problems/counted';
import { projectOf } from '../../../core/project/document/newProject';
import { coloursOf } from '../../../core/project/document/queries/colours';
import { useDoc } from '../../store/projectStore';
import { Bench } from '../../ui/Bench';
import { ColouringGauge } from './ColouringGauge';
import { Grounds } from './Grounds';
import { NewPalette } from './NewPalette';
import { PaletteTable } from './PaletteTable';

/** The colours of the style in hand: how its letters are painted, on light and on dark ground, and the palettes they can be set in. */
export function ColoursStage() {
  const doc = useDoc();
  const { palettes } = projectOf(doc);
  const colours = useMemo(() => coloursOf(doc), [doc]);
  return (
    <>
      <Bench
        actions={
          <>
            <NewPalette disabled={colours.length === 0} />
            <Text fontSize="sm" color="faded" role="status">
              {colours.length === 0
                ? 'All letters are in the ink of the text'
                : `${counted(colours.length, 'colour')} · ${counted(palettes.length + 1, 'palette')}`}
            </Text>
          </>
        }
      >
        <Flex direction="column" flex="1" minH="0" overflowY="auto" px="5" py="4" gap="5">
          <Grounds palettes={palettes} />
          {colours.length > 0 && <PaletteTable colours={colours} palettes={palettes} />}
        </Flex>
      </Bench>
      <ColouringGauge />
    </>
  );
}
