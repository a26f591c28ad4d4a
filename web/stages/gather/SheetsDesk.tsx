import { Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { cropSheet } from '../../../core/project/document/commands/sheets/recipes';
import type { PxBox } from '../../../core/foundations/raster/picture';
import { liftAgain } from '../../store/lifting';
import { useDoc, useProject } from '../../store/projectStore';
import { piecesBySheet, sheetsInOrder } from '../../store/selectors';
import { ScanGauge } from './ScanGauge';
import { SheetCard } from './SheetCard';
import { SheetGauge } from './SheetGauge';
import { TableBench, type Doing } from './TableBench';

/** The sheets as they lie on the table, and what was understood of the one in hand. */
export function SheetsDesk({ doing, setDoing }: Doing) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const sheets = sheetsInOrder(doc);
  const pieces = piecesBySheet(doc);
  const [chosen, setChosen] = useState<string | null>(null);
  const sheet = sheets.find((s) => s.id === chosen) ?? sheets[0];
  const crop = (box: PxBox) => {
    if (!sheet) return;
    commit(cropSheet(doc, sheet.id, box));
    setDoing(null);
    void liftAgain(sheet.id);
  };
  return (
    <>
      <TableBench doing={doing} setDoing={setDoing}>
        {sheets.length === 0 ? (
          <NothingYet />
        ) : (
          <Flex gap="6" wrap="wrap">
            {sheets.map((s) => (
              <SheetCard
                key={s.id}
                sheet={s}
                pieces={pieces.get(s.id)?.length ?? 0}
                chosen={s.id === sheet?.id}
                onChoose={() => setChosen(s.id)}
                onCrop={doing === 'crop' && s.id === sheet?.id ? crop : null}
              />
            ))}
          </Flex>
        )}
      </TableBench>
      {doing === 'scan' ? (
        <ScanGauge onClose={() => setDoing(null)} />
      ) : (
        sheet && (
          <SheetGauge
            key={sheet.id}
            sheet={sheet}
            cropping={doing === 'crop'}
            onCropping={(on) => setDoing(on ? 'crop' : null)}
          />
        )
      )}
    </>
  );
}

const NothingYet = () => (
  <Flex h="100%" align="center" justify="center" direction="column" gap="2">
    <Text fontSize="lg">Drop a scan or photo of your letters here.</Text>
    <Text color="faded" maxW="30rem" textAlign="center">
      Write them in rows, A to Z first, with some air between them: any ink on any paper, as PNG, JPEG, WebP,
      TIFF or PDF. SVG drawings, icons and pictures named after their letters go together, a zip too; so do
      drawings with a layer for each letter. Nothing at hand? Write here, or build on a grid.
    </Text>
  </Flex>
);
