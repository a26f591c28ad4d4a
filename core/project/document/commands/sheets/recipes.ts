import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, PieceRow, RecipeRow, SheetRow } from '../../schema';
import { seatInto } from '../lines/seatInto';
import { piecesOf, PT_PER_INCH, savedRecipes } from '../../queries/sheets';
import type { ColourLayer } from '../../../../foundations/geometry/paint';

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

/** Changes a recipe; every sheet that uses it follows with its next lifting. */
export function changeRecipe(
  doc: Doc,
  recipeId: string,
  change: Partial<Omit<RecipeRow, 'id'>>,
): ProjectDiff | null {
  const recipe = doc.recipes[recipeId];
  if (!recipe) return null;
  const d = draft(doc);
  d.put('recipes', { ...recipe, ...change });
  return d.done('Change the recipe');
}

/**
 * A sheet's pieces with outlines traced anew by a changed recipe, and its glyphs with them, as one step. Pieces without a
 * new outline, and glyphs edited by hand, stay as they are.
 */
export function takeRetraced(
  doc: Doc,
  sheetId: string,
  change: Partial<Omit<RecipeRow, 'id'>>,
  traced: ReadonlyMap<
    string,
    { readonly outline: PieceRow['outline']; readonly layers: readonly ColourLayer[] }
  >,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  if (!sheet || !recipe) return null;
  const d = draft(doc);
  // Other sheets keep the recipe they were traced by.
  const shared = Object.values(doc.sheets).some((s) => s.id !== sheetId && s.recipeId === recipe.id);
  const id = shared ? d.newId('recipes', sheetId) : recipe.id;
  d.put('recipes', { ...recipe, ...change, id });
  if (shared) d.put('sheets', { ...sheet, recipeId: id });
  const pieces = piecesOf(doc, sheetId).map((p) => {
    const fresh = traced.get(p.id);
    return fresh && fresh.outline.length > 0 ? { ...p, outline: fresh.outline, layers: fresh.layers } : p;
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, { ...sheet, recipeId: id }, pieces);
  return d.done(`Trace ${sheet.name} again`);
}
