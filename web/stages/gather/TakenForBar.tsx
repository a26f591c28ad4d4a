import { Box, Flex, Text } from '@chakra-ui/react';
import { waysToTake, takenFor, type TakenFor } from '../../../core/project/document/queries/takenFor';
import type { PieceRow, SheetRow } from '../../../core/project/document/schema';
import { takeSheetAs } from '../../store/lifting';
import { useDoc } from '../../store/projectStore';
import { piecesBySheet } from '../../store/selectors';
import { InkButton } from '../../ui/InkButton';

const WORDS: Record<TakenFor, { readonly text: string; readonly tip: string }> = {
  page: { text: 'Page', tip: 'Many letters, found one by one' },
  pixels: { text: 'Pixels', tip: 'A pixel drawing: its cells become exact outlines' },
  letters: { text: 'One letter', tip: 'Each file is one letter, by its name' },
  row: { text: 'Row', tip: 'One drawing with many letters, separated in their order' },
  icons: { text: 'Icon', tip: 'Each drawing is an icon, sized by its own box' },
};

const NONE: readonly PieceRow[] = [];

/** What the sheet's files were taken for, and what they can be taken for instead. */
export function TakenForBar({ sheet }: { readonly sheet: SheetRow }) {
  const doc = useDoc();
  const pieces = piecesBySheet(doc).get(sheet.id) ?? NONE;
  const now = takenFor(doc, sheet, pieces);
  const ways = waysToTake(doc, sheet, pieces);
  if (ways.length < 2) return null;
  return (
    <Box role="group" aria-label="Taken for">
      <Text fontSize="sm" color="faded" mb="1">
        Taken for
      </Text>
      <Flex gap="1">
        {ways.map((way) => (
          <InkButton
            key={way}
            flex="1"
            px="1"
            tip={WORDS[way].tip}
            aria-pressed={way === now}
            onClick={() => way !== now && void takeSheetAs(sheet.id, way)}
          >
            {WORDS[way].text}
          </InkButton>
        ))}
      </Flex>
    </Box>
  );
}
