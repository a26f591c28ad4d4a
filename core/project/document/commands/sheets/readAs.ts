import { draft, mergeDiffs, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import type { Doc } from '../../schema';
import type { Steps } from '../../../../foundations/steps';
import { FIRST_RECIPE } from '../../defaultRecipe';
import { removeSheet } from './sheets';

/** Reads a page as pixels, or as a page of letters again, with the next lifting. Its recipe becomes its own. */
export function readAs(doc: Doc, sheetId: string, as: 'page' | 'pixels'): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  const mode = as === 'pixels' ? 'pixel' : 'outline';
  if (!sheet || !recipe || sheet.kind !== 'page' || recipe.mode === mode) return null;
  const d = draft(doc);
  const shared =
    recipe.saved ||
    recipe.id === FIRST_RECIPE ||
    Object.values(doc.sheets).some((s) => s.id !== sheetId && s.recipeId === recipe.id);
  const id = shared ? d.newId('recipes', sheet.id) : recipe.id;
  d.put('recipes', { ...recipe, id, mode, ...(shared ? { name: sheet.name, saved: false } : {}) });
  if (shared) d.put('sheets', { ...sheet, recipeId: id });
  return d.done(`Take ${sheet.name} for ${as === 'pixels' ? 'pixels' : 'a page of letters'}`);
}

/** What makes new rows of a document, as one step, letter by letter. */
type Making = (doc: Doc) => Steps<ProjectDiff | null>;

/** The same in the place of a sheet, which goes with its untouched letters; null sheets give no place. */
export function* inPlaceOf(doc: Doc, sheetId: string | null, make: Making): Steps<ProjectDiff | null> {
  const old = sheetId === null ? undefined : doc.sheets[sheetId];
  const gone = old && removeSheet(doc, old.id);
  if (!old || !gone) return yield* make(doc);
  const cleared = edit(doc, gone);
  const made = yield* make(cleared.doc);
  if (!made) return null;
  const added = edit(cleared.doc, made);
  const fresh = Object.values(added.doc.sheets).find((s) => !cleared.doc.sheets[s.id]);
  const d = draft(added.doc);
  if (fresh) d.put('sheets', { ...fresh, order: old.order });
  const placed = fresh ? d.done(made.label) : null;
  const whole = mergeDiffs(cleared.diff, added.diff);
  return { ...(placed ? mergeDiffs(whole, placed) : whole), label: `Take ${old.name} for something else` };
}
