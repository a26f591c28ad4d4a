/** Sheets made in the app, one of each kind in a project. */

import type { Doc, PieceRow, SheetRow } from '../schema';
import { FIRST_RECIPE } from '../defaultRecipe';
import { projectOf } from '../newProject';
import { newId } from '../identity';
import { piecesOf } from './sheets';

export type DrawnKind = 'written' | 'built';

/** A place for one letter on a sheet made in the app, px. */
export const SLOT = { width: 760, height: 840, baseline: 560, capPx: 420, columns: 8 };

/** Side of a cell of the grid, px. */
export const CELL_PX = 60;
const NAMES: Record<DrawnKind, string> = { written: 'Written here', built: 'Built on the grid' };

/** Where a letter's slot begins and its baseline lies, px of the sheet. */
export const slotOrigin = (order: number) => ({
  x: (order % SLOT.columns) * SLOT.width,
  y: Math.floor(order / SLOT.columns) * SLOT.height,
  baselineY: Math.floor(order / SLOT.columns) * SLOT.height + SLOT.baseline,
});

/** The sheet of letters made here, as it is or as it would be. */
export function drawnSheet(doc: Doc, kind: DrawnKind): SheetRow {
  return (
    Object.values(doc.sheets).find((s) => s.kind === kind) ?? {
      id: newId(doc, 'sheets', kind),
      name: NAMES[kind],
      kind,
      styleId: projectOf(doc).styleId,
      practiceCode: null,
      originalId: null,
      pictureId: null,
      widthPx: SLOT.width * SLOT.columns,
      heightPx: SLOT.height,
      recipeId: FIRST_RECIPE,
      expected: '',
      expectedFrom: 'hand',
      turnDeg: null,
      state: 'lifted',
      skewRad: 0,
      capHeightPx: SLOT.capPx,
      specksDropped: 0,
      printedLines: 0,
      crop: null,
      quarterTurns: 0,
      dpi: null,
      order: Object.keys(doc.sheets).length,
      seating: {
        reference: 'one-factor',
        capReference: 'H',
        smallReference: 'x',
        baseline: 'given',
        capLinePx: SLOT.capPx,
        emPx: null,
      },
    }
  );
}

/** The piece of a character on a sheet made here, if there is one. */
export function drawnPiece(doc: Doc, kind: DrawnKind, char: string): PieceRow | undefined {
  const { id } = drawnSheet(doc, kind);
  return Object.values(doc.pieces).find((p) => p.sheetId === id && p.char === char && p.variant === null);
}

/** Pieces of the sheet of letters made here, in the order of their slots. */
export const drawnPieces = (doc: Doc, kind: DrawnKind): PieceRow[] => piecesOf(doc, drawnSheet(doc, kind).id);

/** Place in the order of slots for a character: its own, or the next free one. */
export function slotOf(doc: Doc, kind: DrawnKind, char: string): number {
  const own = drawnPiece(doc, kind, char);
  return own?.order ?? drawnPieces(doc, kind).reduce((n, p) => Math.max(n, p.order + 1), 0);
}
