import type { PieceRow, SheetRow } from '../../../core/project/document/schema';
import type { SheetRecipe } from '../../../core/lifting/printed/readSheet';

/**
 * What the ink of a sheet's pieces is known by: all that it depends on. Two sheets, or one sheet read in two ways, never have the
 * same name; the same ink always has.
 */
export const regionsName = (
  sheet: Pick<SheetRow, 'pictureId' | 'quarterTurns' | 'crop'>,
  level: number | null,
  reading: SheetRecipe,
  colours: number,
  pieces: readonly Pick<PieceRow, 'id' | 'box' | 'seeds' | 'cuts'>[],
): string =>
  JSON.stringify([
    sheet.pictureId,
    sheet.quarterTurns,
    sheet.crop,
    level,
    reading,
    colours,
    pieces.map(({ id, box, seeds, cuts }) => [id, box, seeds, cuts]),
  ]);
