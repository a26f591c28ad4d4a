import { counted } from '../../../core/foundations/problems/counted';
import { Box, Text } from '@chakra-ui/react';
import type { PieceRow, SheetRow } from '../../../core/project/document/schema';
import { isWriting } from '../../../core/project/document/queries/sheets';
import { useDoc } from '../../store/projectStore';
import { isDrawn, piecesBySheet } from '../../store/selectors';
import { useSheetImage } from '../../store/pictures';
import type { PxBox } from '../../../core/foundations/raster/picture';
import { SheetDrawing } from './SheetDrawing';
import { SheetPicture } from './SheetPicture';

/** A list of characters in short: its runs by their ends, "A–Z a–z 0–9 .,:;", and no more than fits a line. */
function shortList(characters: string): string {
  const runs: string[][] = [];
  for (const c of characters) {
    const run = runs.at(-1);
    const last = run?.at(-1);
    if (last !== undefined && c.codePointAt(0) === last.codePointAt(0)! + 1) run!.push(c);
    else runs.push([c]);
  }
  const parts = runs.map((r) => (r.length > 3 ? ` ${r[0]}–${r.at(-1)} ` : r.join('')));
  const text = parts.join('').replace(/ {2,}/g, ' ').trim();
  return [...text].length > 40 ? `${[...text].slice(0, 39).join('')}…` : text;
}

/** What was understood of a sheet, in one line. */
function understood(sheet: SheetRow, pieces: number): string {
  const size = `${sheet.widthPx} x ${sheet.heightPx} px`;
  if (sheet.state !== 'lifted') return `${size}, not lifted yet`;
  if (sheet.kind === 'practice')
    return `Practice sheet, straightened, ${counted(pieces, 'letter')} by their boxes`;
  if (sheet.kind === 'pictures') return `${pieces} pictures, each by its name`;
  const letters = `${pieces} letter${pieces === 1 ? '' : 's'}`;
  if (sheet.kind === 'written') return `${letters} written here`;
  if (sheet.kind === 'built') return `${letters} built on the grid`;
  if (sheet.kind === 'artwork') return counted(pieces, 'drawing');
  const turn = (sheet.skewRad * 180) / Math.PI;
  const straight = Math.abs(turn) < 0.05 ? 'straight' : `straightened ${Math.abs(turn).toFixed(1)}°`;
  if (isWriting(sheet))
    return `${size}, running text, ${counted(pieces, 'letter')} found in its words, ${straight}`;
  const read = sheet.expectedFrom === 'bill' ? `, read as ${shortList(sheet.expected)}` : '';
  const specks =
    sheet.specksDropped > 0
      ? `, ${sheet.specksDropped} ${sheet.specksDropped === 1 ? 'speck' : 'specks'} left out`
      : '';
  return `${size}, ${counted(pieces, 'piece')}, ${straight}${specks}${read}`;
}

const NONE: readonly PieceRow[] = [];

interface Props {
  readonly sheet: SheetRow;
  readonly pieces: number;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  /** Given while a box is drawn around the part that counts. */
  readonly onCrop: ((crop: PxBox) => void) | null;
}

export function SheetCard({ sheet, pieces, chosen, onChoose, onCrop }: Props) {
  const doc = useDoc();
  const { mirror } = doc.recipes[sheet.recipeId]!;
  const image = useSheetImage(isDrawn(sheet) ? null : sheet.pictureId, mirror, sheet.quarterTurns);
  const own = piecesBySheet(doc).get(sheet.id) ?? NONE;
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
        <SheetPicture sheet={sheet} image={image} onCrop={onCrop} />
      ) : isDrawn(sheet) ? (
        <SheetDrawing sheet={sheet} pieces={own} />
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
