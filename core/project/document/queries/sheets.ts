import { isThere } from './inFont';
import { projectOf } from '../newProject';
import type { Doc, PieceRow, RecipeRow, SheetRow } from '../schema';

/** Pieces of a sheet in reading order. */
export const piecesOf = (doc: Doc, sheetId: string): PieceRow[] =>
  Object.values(doc.pieces)
    .filter((p) => p.sheetId === sheetId)
    .sort((a, b) => a.order - b.order);

/** Characters of the bill that no glyph with an outline stands for; those drawn by `sheetId` aside. */
export function missingOfBill(doc: Doc, sheetId: string | null = null): string {
  const drawn = new Set(
    Object.values(doc.glyphs)
      .filter((g) => isThere(g) || g.components.length > 0)
      .filter((g) => sheetId === null || g.source?.sheetId !== sheetId)
      .flatMap((g) => g.codePoints),
  );
  return [...projectOf(doc).bill].filter((c) => !drawn.has(c.codePointAt(0)!)).join('');
}

/** What is looked for on a sheet: its list, or what the bill lacks besides it, with the whole bill behind. */
export function soughtOn(doc: Doc, sheet: SheetRow): { readonly sheet: SheetRow; readonly bill: string } {
  if (sheet.expectedFrom !== 'bill') return { sheet, bill: '' };
  return { sheet: { ...sheet, expected: missingOfBill(doc, sheet.id) }, bill: projectOf(doc).bill };
}

/** Whether a piece draws a letter of the font: it is one, and not one more drawing that is kept beside. */
export const isUsed = (p: PieceRow): boolean => p.state === 'found' || p.state === 'accepted';

/** Whether a sheet is running handwriting that is read by its text. */
export const isWriting = (sheet: SheetRow): boolean => sheet.kind === 'page' && sheet.expectedFrom === 'text';

/** All drawings of a piece's character on its sheet: the letter, those that take turns with it, then the others, the surest first. */
export function drawingsOf(doc: Doc, piece: PieceRow): PieceRow[] {
  const place = (p: PieceRow) => (isUsed(p) ? (p.variant ?? '') : '~');
  return piecesOf(doc, piece.sheetId)
    .filter((p) => p.char === piece.char && p.state !== 'dropped')
    .sort((a, b) => {
      const [x, y] = [place(a), place(b)];
      return x === y ? b.confidence - a.confidence : x < y ? -1 : 1;
    });
}

/** A name with less than this is to be looked at. */
const DOUBTFUL = 0.8;

/** Whether somebody should look at a piece: nobody did, and it has no name or not surely this one. */
export const isDoubtful = (p: PieceRow): boolean =>
  p.state === 'found' && (p.char === null || p.confidence < DOUBTFUL);

/** Named letters of a sheet that its list doesn't have, in reading order. */
export function beyondList(sheet: SheetRow, pieces: readonly PieceRow[]): PieceRow[] {
  const listed = new Set(sheet.expected);
  const beyond = (p: PieceRow) => p.char !== null && p.variant === null && isUsed(p) && !listed.has(p.char);
  return sheet.kind === 'page' && !isWriting(sheet) ? pieces.filter(beyond) : [];
}

/** The sheet that holds the same practice page, if any. */
export const sheetOfCode = (doc: Doc, code: string): SheetRow | undefined =>
  Object.values(doc.sheets).find((s) => s.practiceCode === code);

/** Recipes saved under a name, in the order of their names. */
export const savedRecipes = (doc: Doc): RecipeRow[] =>
  Object.values(doc.recipes)
    .filter((r) => r.saved)
    .sort((a, b) => a.name.localeCompare(b.name));
export const PT_PER_INCH = 72;

/** Type size in points that a sheet's em stands for; null when it is sized by its letters. */
export const sizePtOf = ({ dpi, seating }: SheetRow): number | null =>
  dpi === null || seating.emPx === null ? null : (seating.emPx / dpi) * PT_PER_INCH;
