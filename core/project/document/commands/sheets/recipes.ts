import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, RecipeRow, SheetRow } from '../../schema';
import { piecesOf, seatInto } from '../lines/seatInto';

/** Recipes saved under a name, in the order of their names. */
export const savedRecipes = (doc: Doc): RecipeRow[] =>
  Object.values(doc.recipes)
    .filter((r) => r.saved)
    .sort((a, b) => a.name.localeCompare(b.name));

/** Keeps a sheet's recipe under a name for other sheets; the sheet goes on with it. A recipe of that name is replaced. */
export function saveRecipe(doc: Doc, sheetId: string, name: string): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  const plain = name.trim();
  if (!recipe || plain === '') return null;
  const d = draft(doc);
  const id = savedRecipes(doc).find((r) => r.name === plain)?.id ?? d.newId('recipes', plain);
  d.put('recipes', { ...recipe, id, name: plain, saved: true });
  d.put('sheets', { ...sheet, recipeId: id });
  return d.done(`Save the recipe ${plain}`);
}

/** Gives a sheet another recipe; lifting again is up to the caller. */
export function giveRecipe(doc: Doc, sheetIds: readonly string[], recipeId: string): ProjectDiff | null {
  const recipe = doc.recipes[recipeId];
  if (!recipe) return null;
  const d = draft(doc);
  for (const id of sheetIds) {
    const sheet = doc.sheets[id];
    if (sheet && sheet.recipeId !== recipeId) d.put('sheets', { ...sheet, recipeId });
  }
  return d.done(`Use the recipe ${recipe.name}`);
}

/** Turns a sheet's picture by a quarter clockwise; lifting again is up to the caller. */
export function turnSheet(doc: Doc, sheetId: string): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const { widthPx, heightPx, quarterTurns } = sheet;
  const d = draft(doc);
  d.put('sheets', {
    ...sheet,
    widthPx: heightPx,
    heightPx: widthPx,
    quarterTurns: (quarterTurns + 1) % 4,
    crop: null,
  });
  return d.done(`Turn ${sheet.name}`);
}

/** Sets which part of a sheet counts, px of its picture as turned; null = all. Lifting again is up to the caller. */
export function cropSheet(doc: Doc, sheetId: string, crop: SheetRow['crop']): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  d.put('sheets', { ...sheet, crop });
  return d.done(crop ? `Crop ${sheet.name}` : `Use all of ${sheet.name}`);
}

const PT_PER_INCH = 72;

/**
 * Sets a sheet's true size: its resolution, and the type size in points that its em stands for. Null for the size goes
 * back to sizing by the letters.
 */
export function sizeSheet(
  doc: Doc,
  sheetId: string,
  dpi: number | null,
  sizePt: number | null,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const emPx = dpi !== null && sizePt !== null ? (sizePt / PT_PER_INCH) * dpi : null;
  const next = { ...sheet, dpi, seating: { ...sheet.seating, emPx } };
  const d = draft(doc);
  d.put('sheets', next);
  seatInto(doc, d, next, piecesOf(doc, sheetId));
  return d.done(emPx === null ? 'Size by the letters' : 'Set the true size');
}

/** Type size in points that a sheet's em stands for; null when it is sized by its letters. */
export const sizePtOf = ({ dpi, seating }: SheetRow): number | null =>
  dpi === null || seating.emPx === null ? null : (seating.emPx / dpi) * PT_PER_INCH;
