import { takeLifted } from '../../core/project/document/commands/pieces/takeLifted';
import { addSheet } from '../../core/project/document/commands/sheets/sheets';
import { isDoubtful, soughtOn } from '../../core/project/document/queries/sheets';
import { takePractice } from '../../core/project/document/commands/sheets/practice';
import { edit } from '../../core/project/document/inStep/edit';
import { FIRST_RECIPE } from '../../core/project/document/defaultRecipe';
import type { Doc } from '../../core/project/document/schema';
import type { DroppedFile } from '../../core/lifting/artwork/sortFiles';
import { liftSheet } from '../../core/lifting/sheet/liftSheet';
import { dpiOf } from '../../core/readers/pictures/dpi';
import { pictureIdOf } from '../../core/readers/pictures/pictureId';
import { enlargeCells, readPixelArt } from '../../core/tracing/pixels/pixelArt';
import { liftPractice } from '../../core/lifting/practice/liftPractice';
import { findPage, type FoundPage } from '../../core/lifting/practice/readPage';
import { straightenPage } from '../../core/lifting/practice/straighten';
import { inFile, problem, type Problem } from '../../core/foundations/problems/problem';
import type { Picture } from '../../core/foundations/raster/picture';
import { decodeAny } from '../pictures';

/** A project with what was found on a page, and what there is to say of it. */
export interface PageRead {
  readonly doc: Doc;
  /** The sheet that was made of it, and its picture as it was read. */
  readonly sheetId: string;
  readonly picture: Picture;
  readonly problems: readonly Problem[];
}

type Progress = (stage: string, share: number) => void;

/**
 * The letters of a page taken into a project as the app takes them: a filled practice sheet by its code, pixel art cell by cell, any other
 * page by `expected` or, when nothing is said, by what the bill still lacks. What is doubtful is told. Null when it can't be read.
 */
export async function takePage(
  doc: Doc,
  { path, bytes }: DroppedFile,
  expected: string | null,
  onProgress: Progress,
): Promise<PageRead | { readonly doc: null; readonly problems: readonly Problem[] }> {
  const decoded = await decodeAny(bytes);
  if (!decoded.ok) return { doc: null, problems: inFile(decoded.problems, path) };
  const { picture, step } = decoded.value;
  const practice = findPage(picture);
  if (practice !== null && practice !== 'no-code') return takeFilled(doc, path, picture, practice);
  const art = readPixelArt(picture);
  const shown = art ? enlargeCells(art.cells) : picture;
  const id = `page ${path}`;
  const dpi = dpiOf(bytes);
  const facts = { widthPx: shown.width, heightPx: shown.height, dpi: dpi === null ? null : dpi / step };
  const recipe = art ? ({ mode: 'pixel' } as const) : null;
  const added = addSheet(doc, { id, name: path, pictureId: pictureIdOf(bytes), ...facts }, expected, recipe);
  const onTable = edit(doc, added!).doc;
  const sought = soughtOn(onTable, onTable.sheets[id]!);
  const { recipeId } = sought.sheet;
  const lifted = liftSheet(shown, sought.sheet, onTable.recipes[recipeId]!, onProgress, sought.bill);
  if (!lifted.ok) return { doc: null, problems: inFile(lifted.problems, path) };
  const taken = takeLifted(onTable, id, lifted.value);
  const read = taken ? edit(onTable, taken).doc : onTable;
  const problems = inFile([...lifted.problems, ...doubtsOn(read, id)], path);
  return { doc: read, sheetId: id, picture: shown, problems };
}

function takeFilled(
  doc: Doc,
  name: string,
  picture: Picture,
  practice: FoundPage,
): PageRead | { readonly doc: null; readonly problems: readonly Problem[] } {
  const flat = straightenPage(picture, practice);
  const lifted = liftPractice(flat.picture, practice.page, flat.pxPerMm, doc.recipes[FIRST_RECIPE]!);
  if (!lifted.ok) return { doc: null, problems: inFile(lifted.problems, name) };
  const { empty, crossedOut, capLinePx } = lifted.value;
  const code = practice.page.code.text;
  const pictureId = pictureIdOf(flat.picture.data as Uint8Array);
  const facts = {
    ...{ pictureId, originalId: pictureId, widthPx: flat.picture.width, heightPx: flat.picture.height },
    ...{ code, expected: [...new Set(practice.page.boxes.map((b) => b.char))].join(''), capLinePx, name },
  };
  const id = `page ${name}`;
  const taken = takePractice(doc, id, facts, lifted.value);
  const read = taken ? edit(doc, taken).doc : doc;
  const gaps =
    empty.length + crossedOut.length > 0
      ? [problem({ code: 'practice-gaps', empty, crossedOut }, 'note')]
      : [];
  const problems = inFile([...lifted.problems, ...gaps, ...doubtsOn(read, id)], name);
  return { doc: read, sheetId: id, picture: flat.picture, problems };
}

/** Which letters of a page one should look at, and which that were expected aren't there. */
function doubtsOn(doc: Doc, sheetId: string): Problem[] {
  const sheet = doc.sheets[sheetId];
  const pieces = Object.values(doc.pieces).filter((p) => p.sheetId === sheetId && p.state !== 'dropped');
  const unsure = pieces.filter((p) => p.char !== null && isDoubtful(p)).map((p) => p.char!);
  const unnamed = pieces.filter((p) => p.char === null).length;
  const found = new Set(pieces.map((p) => p.char));
  const missing =
    sheet?.expectedFrom === 'hand' ? [...sheet.expected].filter((c) => c.trim() !== '' && !found.has(c)) : [];
  return unsure.length + unnamed + missing.length === 0
    ? []
    : [problem({ code: 'page-doubts', unsure, unnamed, missing }, 'warning')];
}
