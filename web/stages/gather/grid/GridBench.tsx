import { Box, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { drawnPiece, drawnSheet, CELL_PX } from '../../../../core/project/document/queries/drawnHere';
import { projectOf } from '../../../../core/project/document/newProject';
import type { Module } from '../../../../core/outlines/modules/modules';
import { buildLetter } from '../../../store/drawing';
import { useDoc } from '../../../store/projectStore';
import { ScrolledBench } from '../../../canvas/ScrolledBench';
import { Bench } from '../../../ui/Bench';
import { InkButton } from '../../../ui/InkButton';
import { GridCanvas } from './GridCanvas';
import { GridGauge, type Brush } from './GridGauge';
import { ModuleIcon } from './ModuleIcon';

const NONE: readonly Module[] = [];

/** Cells from the baseline to the capitals' height until it is said. */
const FIRST_ROWS = 7;

interface StripProps {
  readonly characters: readonly string[];
  readonly inHand: string;
  readonly capRows: number;
  readonly onTake: (char: string) => void;
}

/** The characters of the bill with what is built of them. */
function CharacterStrip({ characters, inHand, capRows, onTake }: StripProps) {
  const doc = useDoc();
  return (
    <Flex
      gap="1"
      px="3"
      py="2"
      overflowX="auto"
      flexShrink={0}
      borderBottomWidth="1px"
      borderColor="rule"
      role="toolbar"
      aria-label="Characters to build"
    >
      {characters.map((c) => {
        const own = drawnPiece(doc, 'built', c)?.cells;
        return (
          <Box
            key={c}
            as="button"
            aria-label={`Build ${c}`}
            aria-pressed={c === inHand}
            onClick={() => onTake(c)}
            minW="38px"
            h="52px"
            bg={c === inHand ? 'handSoft' : 'sheet'}
            borderWidth="2px"
            borderColor={c === inHand ? 'hand' : 'rule'}
            color={own ? 'ink' : 'faded'}
            display="flex"
            flexDirection="column"
            alignItems="center"
            justifyContent="flex-end"
          >
            {own && <ModuleIcon cells={own} size={28} rows={capRows} />}
            <Text fontSize="xs" lineHeight="1.2">
              {c}
            </Text>
          </Box>
        );
      })}
    </Flex>
  );
}

/** Letters of modules on a grid: the characters of the bill above, the grid of the one in hand below. */
export function GridBench({ onClose }: { onClose: () => void }) {
  const doc = useDoc();
  const { bill, lines } = projectOf(doc);
  const characters = [...new Set(bill)].filter((c) => c.trim() !== '');
  const [char, setChar] = useState(characters[0] ?? 'A');
  const [zoom, setZoom] = useState(1);
  const [brush, setBrush] = useState<Brush>({ shape: 'full', turn: 0 });
  const { capLinePx } = drawnSheet(doc, 'built').seating;
  const capRows = Math.round((capLinePx ?? FIRST_ROWS * CELL_PX) / CELL_PX);
  const xRows = (lines.xHeight / lines.capHeight) * capRows;
  const cells = drawnPiece(doc, 'built', char)?.cells ?? NONE;
  const built = characters.filter((c) => drawnPiece(doc, 'built', c));
  const actions = (
    <>
      <InkButton main tip="Back to the sheets on the table" onClick={onClose}>
        Done
      </InkButton>
      <Text fontSize="sm" color="faded" data-testid="built-count">
        {built.length} of {characters.length} built. Click and drag to paint cells; click again to clear.
      </Text>
    </>
  );
  return (
    <>
      <Bench actions={actions}>
        <CharacterStrip characters={characters} inHand={char} capRows={capRows} onTake={setChar} />
        <ScrolledBench
          label="The letter's grid"
          size={zoom}
          least={1}
          most={6}
          usual={1}
          onSize={setZoom}
          ground="sheet"
        >
          <Flex direction="column" style={{ width: `${zoom * 100}%`, height: `${zoom * 100}%` }}>
            <GridCanvas
              key={char}
              {...{ char, cells, capRows, xRows, brush }}
              onPaint={(next) => buildLetter(char, next)}
            />
          </Flex>
        </ScrolledBench>
      </Bench>
      <GridGauge {...{ char, capRows, brush }} onBrush={setBrush} built={built.filter((c) => c !== char)} />
    </>
  );
}
