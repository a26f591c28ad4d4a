import { contoursBox } from '../../../../foundations/geometry/measure';
import { byName } from '../../../../testing/named';
import { moduleContours } from '../../../../outlines/modules/moduleContours';
import { scaling, translation, compose } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import type { Module } from '../../../../outlines/modules/modules';
import { changeModuleRows, keepAsAlternate, takeDrawing, takeDrawn } from './drawnHere';
import { slotOf, drawnPiece, drawnSheet, slotOrigin, CELL_PX, type DrawnKind } from '../../queries/drawnHere';
import { setBearings } from '../spacing/bearings';
import { setKerning } from '../spacing/kerning';
import { takeLifted, type LiftedRow } from '../pieces/takeLifted';
import { addSheet } from './sheets';
import { cropSheet, giveRecipe, saveRecipe, sizeSheet, turnSheet } from './recipes';
import { sizePtOf, savedRecipes } from '../../queries/sheets';
import { applyDiff, reverseDiff, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { newProject, projectOf } from '../../newProject';
import type { Doc } from '../../schema';

/** A document and what becomes of it; every step is taken back and made again, to see that it can be. */
function after(doc: Doc, diff: ProjectDiff | null): Doc {
  if (!diff) throw new Error('nothing happened');
  const { doc: next, diff: whole } = edit(doc, diff);
  expect(applyDiff(next, reverseDiff(whole))).toEqual(doc);
  return next;
}

const column = (height: number): Module[] =>
  Array.from({ length: height }, (_, y) => ({ x: 0, y, shape: 'full', turn: 0 }));

/** A letter of cells as the app builds it. */
function build(
  doc: Doc,
  char: string,
  cells: readonly Module[],
  kind: DrawnKind = 'built',
): ProjectDiff | null {
  const { x, baselineY } = slotOrigin(slotOf(doc, kind, char));
  const place = compose(translation(x, baselineY), scaling(CELL_PX, -CELL_PX));
  return takeDrawn(doc, kind, char, { cells, outline: transformContours(moduleContours(cells), place) });
}

const heightOf = (doc: Doc, glyph: string) => contoursBox(byName(doc)[glyph]!.contours)!.yMax;

test('a letter that is cleared and written again keeps the white and the kerning that it was given', () => {
  let doc = after(newProject('p', 'Test', 0), build(newProject('p', 'Test', 0), 'H', column(7)));
  doc = after(doc, build(doc, 'T', column(7)));
  doc = after(doc, setBearings(doc, byName(doc).H!.id, { left: 71, right: -4 }));
  doc = after(doc, setKerning(doc, byName(doc).H!.id, byName(doc).T!.id, -30));
  const before = byName(doc).H!;
  doc = after(doc, takeDrawn(doc, 'built', 'H', { outline: [] }));
  expect(byName(doc).H).toMatchObject({ contours: [], source: null, bearings: before.bearings });
  doc = after(doc, build(doc, 'H', column(6)));
  expect(byName(doc).H).toMatchObject({ id: before.id, bearings: before.bearings, spacing: before.spacing });
  expect(byName(doc).H!.contours).not.toEqual([]);
  expect(Object.values(doc.kerning).map((k) => k.value)).toEqual([-30]);
  // One that nobody spaced goes with its drawing.
  doc = after(doc, build(doc, 'x', column(5)));
  doc = after(doc, takeDrawn(doc, 'built', 'x', { outline: [] }));
  expect(byName(doc).x).toBeUndefined();
});

test('built letters stand on the baseline at a size of whole cells; the grid changes all of them', () => {
  let doc = after(newProject('p', 'Test', 0), build(newProject('p', 'Test', 0), 'H', column(7)));
  doc = after(doc, build(doc, 'x', column(5)));
  expect([heightOf(doc, 'H'), heightOf(doc, 'x')]).toEqual([700, 500]);
  expect(contoursBox(byName(doc)['x']!.contours)!.yMin).toBeCloseTo(0, 9);
  doc = after(doc, changeModuleRows(doc, 14));
  expect([heightOf(doc, 'H'), heightOf(doc, 'x')]).toEqual([350, 250]);
  // The lines are given, so that what is built doesn't move them.
  expect(projectOf(doc).lines).toEqual(projectOf(newProject('p', 'Test', 0)).lines);
});

test('clearing a letter takes its glyph away; its slot stays its own meanwhile others come', () => {
  let doc = after(newProject('p', 'Test', 0), build(newProject('p', 'Test', 0), 'A', column(7)));
  doc = after(doc, build(doc, 'B', column(7)));
  doc = after(doc, takeDrawn(doc, 'built', 'A', { outline: [] }));
  expect(byName(doc)['A']).toBeUndefined();
  expect(drawnPiece(doc, 'built', 'B')!.order).toBe(1);
  expect(drawnSheet(doc, 'built').expected).toBe('B');
  expect(takeDrawn(doc, 'built', 'A', { outline: [] })).toBeNull();
});

test('a letter from two sheets: the first one counts until a person says otherwise; both can be kept', () => {
  let doc = after(newProject('p', 'Test', 0), build(newProject('p', 'Test', 0), 'A', column(7)));
  doc = after(doc, build(doc, 'A', column(6), 'written'));
  expect(heightOf(doc, 'A')).toBe(700);
  const written = drawnPiece(doc, 'written', 'A')!.id;
  const taken = after(doc, takeDrawing(doc, written));
  expect(heightOf(taken, 'A')).toBe(600);
  doc = after(doc, keepAsAlternate(doc, written));
  expect(heightOf(doc, 'A')).toBe(700);
  expect(byName(doc)['A.alt1']).toMatchObject({ name: 'A.alt1', codePoints: [] });
  expect(heightOf(doc, 'A.alt1')).toBe(600);
  // The slot is free for the next drawing, which becomes the second alternate.
  doc = after(doc, build(doc, 'A', column(5), 'written'));
  doc = after(doc, keepAsAlternate(doc, drawnPiece(doc, 'written', 'A')!.id));
  expect(heightOf(doc, 'A.alt2')).toBe(500);
  expect(drawnSheet(doc, 'written').expected).toBe('');
});

/** A page with an H of 140 px. */
function pageProject(): Doc {
  let doc = newProject('p', 'Test', 0);
  doc = applyDiff(
    doc,
    addSheet(doc, { id: 's', name: 'Page', pictureId: 'x', widthPx: 900, heightPx: 600, dpi: 600 })!,
  );
  const outline = transformContours(
    moduleContours(column(7)),
    compose(translation(100, 300), scaling(20, -20)),
  );
  const piece: LiftedRow = {
    box: { x: 100, y: 160, width: 20, height: 140 },
    seeds: [],
    cuts: [],
    order: 0,
    row: 0,
    baselineY: 300,
    char: 'H',
    name: null,
    confidence: 1,
    outline,
    layers: [],
  };
  return applyDiff(
    doc,
    takeLifted(doc, 's', {
      skewRad: 0,
      capHeightPx: 140,
      specksDropped: 0,
      printedLines: 0,
      pieces: [piece],
    })!,
  );
}

test('true size: 24 pt at 600 dpi is an em of 200 px, by the definition of the point (72 an inch)', () => {
  let doc = pageProject();
  expect(heightOf(doc, 'H')).toBeCloseTo(700, 6);
  doc = after(doc, sizeSheet(doc, 's', 600, 24));
  expect(doc.sheets['s']!.seating.emPx).toBeCloseTo(200, 9);
  expect(sizePtOf(doc.sheets['s']!)).toBeCloseTo(24, 9);
  expect(heightOf(doc, 'H')).toBeCloseTo(700, 6); // 140 of 200 px
  doc = after(doc, sizeSheet(doc, 's', 600, 20));
  expect(heightOf(doc, 'H')).toBeCloseTo(840, 6);
  expect(projectOf(doc).lines.capHeight).toBe(840);
  doc = after(doc, sizeSheet(doc, 's', 600, null));
  expect(sizePtOf(doc.sheets['s']!)).toBeNull();
});

test('recipes are saved under names and given to other sheets; turns and crops belong to the sheet', () => {
  let doc = pageProject();
  doc = applyDiff(
    doc,
    addSheet(doc, { id: 't', name: 'Second', pictureId: 'y', widthPx: 10, heightPx: 20 })!,
  );
  expect(saveRecipe(doc, 's', '  ')).toBeNull();
  doc = after(doc, saveRecipe(doc, 's', 'Pencil'));
  expect(savedRecipes(doc).map((r) => r.name)).toEqual(['Ink on paper', 'Pencil']);
  doc = after(doc, giveRecipe(doc, ['t'], doc.sheets['s']!.recipeId));
  expect(doc.sheets['t']!.recipeId).toBe(doc.sheets['s']!.recipeId);
  expect(giveRecipe(doc, ['t'], doc.sheets['s']!.recipeId)).toBeNull();
  doc = after(doc, cropSheet(doc, 't', { x: 1, y: 2, width: 5, height: 6 }));
  doc = after(doc, turnSheet(doc, 't'));
  expect(doc.sheets['t']).toMatchObject({ widthPx: 20, heightPx: 10, quarterTurns: 1, crop: null });
  for (let k = 0; k < 3; k++) doc = after(doc, turnSheet(doc, 't'));
  expect(doc.sheets['t']).toMatchObject({ widthPx: 10, heightPx: 20, quarterTurns: 0 });
});
