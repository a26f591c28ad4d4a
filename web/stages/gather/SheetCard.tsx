import { Box, Text } from '@chakra-ui/react';
import type { SheetRow } from '../../../core/document/schema';
import { usePicture } from '../../store/pictures';

/** What was understood of a sheet, in one line. */
export function understood(sheet: SheetRow, pieces: number): string {
  const size = `${sheet.widthPx} x ${sheet.heightPx} px`;
  if (sheet.state !== 'lifted') return `${size}, not lifted yet`;
  const turn = (sheet.skewRad * 180) / Math.PI;
  const straight = Math.abs(turn) < 0.05 ? 'straight' : `straightened ${Math.abs(turn).toFixed(1)}°`;
  const specks =
    sheet.specksDropped > 0
      ? `, ${sheet.specksDropped} ${sheet.specksDropped === 1 ? 'speck' : 'specks'} left out`
      : '';
  return `${size}, ${pieces} pieces, ${straight}${specks}`;
}

interface Props {
  readonly sheet: SheetRow;
  readonly pieces: number;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

export function SheetCard({ sheet, pieces, chosen, onChoose }: Props) {
  const image = usePicture(sheet.pictureId);
  return (
    <Box
      as="button"
      aria-pressed={chosen}
      onClick={onChoose}
      w={chosen ? '100%' : '300px'}
      maxW="660px"
      textAlign="left"
      bg="sheet"
      borderWidth="2px"
      borderColor={chosen ? 'hand' : 'rule'}
      p="3"
    >
      {image ? (
        <img src={image.src} alt={`The sheet ${sheet.name}`} style={{ width: '100%', display: 'block' }} />
      ) : (
        <Box h="160px" bg="sunk" />
      )}
      <Text mt="2" fontWeight="bold" truncate>
        {sheet.name}
      </Text>
      <Text fontSize="sm" color="faded" data-testid="understood">
        {understood(sheet, pieces)}
      </Text>
    </Box>
  );
}
