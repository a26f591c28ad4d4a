import { ok, type Result } from '../../foundations/problems/problem';
import type { Picture } from '../../foundations/raster/picture';
import { keptDrawings } from '../../lifting/find/keptDrawings';
import { readingOf, readSheet } from '../../lifting/printed/readSheet';
import { keepPictures } from '../document/commands/outline/picture';
import { edit } from '../document/inStep/edit';
import { piecesInLetters } from '../document/queries/pictures';
import type { Doc } from '../document/schema';

/** A project some of whose letters are kept as pictures, and those pictures by their hashes. */
interface WithPictures {
  readonly doc: Doc;
  readonly pictures: ReadonlyMap<string, Uint8Array>;
}

/** Keeps the drawings of a sheet's letters as pictures. `picture`: the sheet's, as it came. Fails where there is no ink to be told from paper. */
export function keepDrawings(doc: Doc, sheetId: string, picture: Picture): Result<WithPictures> {
  const sheet = doc.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  if (!sheet || !recipe) return ok({ doc, pictures: new Map() });
  const read = readSheet(picture, readingOf(recipe, sheet));
  if (!read.ok) return read;
  const kept = keptDrawings(read.value, recipe.level, piecesInLetters(doc, sheetId));
  if (!kept.ok) return kept;
  const diff = keepPictures(
    doc,
    kept.value.map(({ pieceId, pictureId, box }) => ({ pieceId, pictureId, box })),
  );
  return ok({
    doc: diff ? edit(doc, diff).doc : doc,
    pictures: new Map(kept.value.map((k) => [k.pictureId, k.png])),
  });
}
