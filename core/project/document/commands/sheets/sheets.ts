import { type ProjectDiff, draft } from '../../changes/diff';
import { FIRST_RECIPE } from '../../defaultRecipe';
import { projectOf } from '../../newProject';
import { beyondList, missingOfBill, piecesOf } from '../../queries/sheets';
import type { Doc, RecipeRow, SheetRow } from '../../schema';
import { isWorkedOn } from '../../queries/glyphs';

/** A new sheet on the table, not yet lifted. `expected` = what is written on it; null = something of the bill. */
export function addSheet(
  doc: Doc,
  sheet: {
    id: string;
    name: string;
    pictureId: string;
    originalId?: string | null;
    widthPx: number;
    heightPx: number;
    dpi?: number | null;
  },
  expected: string | null = null,
  recipe: Partial<Omit<RecipeRow, 'id'>> | null = null,
): ProjectDiff | null {
  const d = draft(doc);
  const recipeId = recipe ? d.newId('recipes', sheet.id) : FIRST_RECIPE;
  if (recipe)
    d.put('recipes', {
      ...doc.recipes[FIRST_RECIPE]!,
      name: sheet.name,
      saved: false,
      ...recipe,
      id: recipeId,
    });
  d.put('sheets', {
    ...sheet,
    crop: null,
    quarterTurns: 0,
    dpi: sheet.dpi ?? null,
    kind: 'page',
    styleId: projectOf(doc).styleId,
    practiceCode: null,
    originalId: sheet.originalId ?? null,
    recipeId,
    expected: expected ?? missingOfBill(doc),
    expectedFrom: expected === null ? 'bill' : 'hand',
    turnDeg: null,
    state: 'added',
    skewRad: 0,
    capHeightPx: 0,
    specksDropped: 0,
    printedLines: 0,
    order: Object.keys(doc.sheets).length,
    seating: {
      reference: 'one-factor',
      capReference: '',
      smallReference: '',
      baseline: 'feet',
      capLinePx: null,
      emPx: null,
    },
  });
  return d.done(`Add ${sheet.name}`);
}

/** Takes a sheet, its pieces and the untouched glyphs made of them away. */
export function removeSheet(doc: Doc, sheetId: string): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  for (const p of piecesOf(doc, sheetId)) d.remove('pieces', p.id);
  for (const g of Object.values(doc.glyphs)) {
    if (g.source?.sheetId === sheetId && !isWorkedOn(g)) d.remove('glyphs', g.id);
  }
  d.remove('sheets', sheetId);
  return d.done(`Remove ${sheet.name}`);
}

/** Says whether a page's letters stand one by one, as its list has them, or in the words of a text; lifting again is up to the caller. */
export function readSheetAs(doc: Doc, sheetId: string, as: 'list' | 'text'): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet || (sheet.expectedFrom === 'text') === (as === 'text')) return null;
  const d = draft(doc);
  // The list of an alphabet is no text, nor the other way round.
  const expected = as === 'text' ? '' : [...new Set(sheet.expected.replace(/\s+/gu, ''))].join('');
  // A page of which nobody said what it holds is read by the bill, as it was before.
  const byList = expected === '' ? 'bill' : 'hand';
  d.put('sheets', { ...sheet, expected, expectedFrom: as === 'text' ? 'text' : byList });
  return d.done(as === 'text' ? 'Read a page as running text' : 'Read a page letter by letter');
}

/** Changes what is said of a sheet; lifting again is up to the caller. */
export function changeSheet(
  doc: Doc,
  sheetId: string,
  change: Partial<Pick<SheetRow, 'expected' | 'name' | 'turnDeg'>>,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  const isText = sheet.expectedFrom === 'text';
  const listed = change.expected === undefined || isText ? {} : { expectedFrom: 'hand' as const };
  d.put('sheets', { ...sheet, ...change, ...listed });
  return d.done('Change a sheet');
}

/** Takes letters that were found beyond a sheet's list into it, where they stand, and into the bill. */
export function growList(doc: Doc, sheetId: string): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const pieces = piecesOf(doc, sheetId);
  const beyond = beyondList(sheet, pieces);
  if (beyond.length === 0) return null;
  const list = [...sheet.expected];
  for (const p of beyond) {
    const before = pieces.slice(0, pieces.indexOf(p)).reverse();
    const at = before.map((b) => (b.char === null ? -1 : list.indexOf(b.char))).find((k) => k >= 0);
    list.splice((at ?? -1) + 1, 0, p.char!);
  }
  const project = projectOf(doc);
  const inBill = new Set(project.bill);
  const more = beyond.map((p) => p.char!).filter((c) => !inBill.has(c));
  const d = draft(doc);
  d.put('sheets', { ...sheet, expected: list.join(''), expectedFrom: 'hand' });
  if (more.length > 0) d.put('project', { ...project, bill: project.bill + more.join('') });
  return d.done(`Take ${beyond.map((p) => p.char).join(' ')} into the list`);
}
