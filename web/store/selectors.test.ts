import { isDoubtful } from '../../core/project/document/queries/sheets';
import { finish } from '../../core/foundations/steps';
import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import { takeLifted } from '../../core/project/document/commands/pieces/takeLifted';
import { dropPiece, relabelPiece } from '../../core/project/document/commands/pieces/named';
import { addSheet } from '../../core/project/document/commands/sheets/sheets';
import { edit, editAll } from '../../core/project/document/inStep/edit';
import { blankGlyph, newProject, projectOf } from '../../core/project/document/newProject';
import { rect } from '../../core/testing/shapes';
import type { Doc } from '../../core/project/document/schema';
import { sampleProject } from '../../core/testing/sampleProject';
import { liftedSheet } from '../../core/testing/liftedSheet';
import {
  drawnGlyphs,
  glyphByCodePoint,
  isDrawn,
  pieceLabel,
  piecesBelow,
  piecesBySheet,
  sheetsInOrder,
  snags,
  stageStates,
  standingsInOrder,
} from './selectors';

/** A project with two pages, the second one read after the first. */
function pages(): Doc {
  const sheet = (id: string) => ({ id, name: `${id}.png`, pictureId: id, widthPx: 900, heightPx: 300 });
  return editAll(newProject('p', 'P', 0), 'Lift', [
    (d) => addSheet(d, sheet('one')),
    (d) => addSheet(d, sheet('two')),
    (d) => takeLifted(d, 'one', liftedSheet('AxH')),
    (d) => takeLifted(d, 'two', liftedSheet('o')),
  ])!.doc;
}

const first = (doc: Doc, sheet: string) => piecesBySheet(doc).get(sheet)![0]!;

test('sheets and their pieces come in their order', () => {
  const doc = pages();
  expect(sheetsInOrder(doc).map((s) => s.id)).toEqual(['one', 'two']);
  expect(
    piecesBySheet(doc)
      .get('one')!
      .map((p) => p.char),
  ).toEqual(['A', 'x', 'H']);
  const turned = { ...doc, sheets: Object.fromEntries(Object.entries(doc.sheets).reverse()) };
  expect(sheetsInOrder(turned).map((s) => s.id)).toEqual(['one', 'two']);
});

test('drawn glyphs stand in the order people expect; what has no outline or no character isn’t among them', () => {
  const names = drawnGlyphs(sampleProject()).map((g) => g.name);
  expect(names).toEqual(['H', 'T', 'o', 'x', 'eacute', 'u1F41F']);
});

test('a selector answers from memory until something it reads has changed', () => {
  const doc = sampleProject();
  expect(drawnGlyphs(doc)).toBe(drawnGlyphs(doc));
  // Typing on the running line and kerning a pair change neither sheets, pieces nor letters.
  const project = projectOf(doc);
  const typed = { ...doc, project: { [project.id]: { ...project, runningText: 'ox' } }, kerning: {} };
  for (const selector of [drawnGlyphs, piecesBySheet, sheetsInOrder, standingsInOrder, glyphByCodePoint])
    expect(selector(typed)).toBe(selector(doc) as never);
  const lines = { ...project.lines, xHeight: project.lines.xHeight + 40 };
  const raised = { ...doc, project: { [project.id]: { ...project, lines } } };
  expect(standingsInOrder(raised)).not.toEqual(standingsInOrder(doc));
  const otherStyle = { ...doc, project: { [project.id]: { ...project, styleId: 'another' } } };
  expect(drawnGlyphs(otherStyle)).toEqual([]);
  const { doc: other } = edit(doc, setBearings(doc, 'o', { left: 3 })!);
  expect(drawnGlyphs(other)).not.toBe(drawnGlyphs(doc));
  expect(drawnGlyphs(other).find((g) => g.id === 'o')!.bearings.left).toBe(3);
});

test('glyphs are found by every character they stand for', () => {
  const doc = sampleProject();
  const both = { ...doc, glyphs: { ...doc.glyphs, x: { ...doc.glyphs.x!, codePoints: [0x78, 0xd7] } } };
  expect(glyphByCodePoint(both).get(0xd7)).toBe(both.glyphs.x);
  expect(glyphByCodePoint(both).get(0x78)).toBe(both.glyphs.x);
  expect(glyphByCodePoint(both).has(0x79)).toBe(false);
});

test('a piece is doubtful while nobody accepted it and it is nameless or unsure', () => {
  const piece = first(pages(), 'one');
  expect(isDoubtful(piece)).toBe(false);
  expect(isDoubtful({ ...piece, confidence: 0.5 })).toBe(true);
  expect(isDoubtful({ ...piece, char: null })).toBe(true);
  expect(isDoubtful({ ...piece, char: null, state: 'accepted' })).toBe(false);
});

test('a piece is called by its character, an icon by its name, another drawing by both', () => {
  const piece = first(pages(), 'one');
  expect(pieceLabel(piece)).toBe('A');
  expect(pieceLabel({ ...piece, char: '\ue000', name: 'mill' })).toBe('mill');
  expect(pieceLabel({ ...piece, variant: 'alt1' })).toBe('A alt1');
  expect(pieceLabel({ ...piece, char: null, name: null })).toBeNull();
});

test('what would go as a speck is what is short, not what is thin', () => {
  const piece = first(pages(), 'one');
  const sized = (width: number, height: number) => ({ ...piece, box: { ...piece.box, width, height } });
  const [thin, dot, gone] = [sized(8, 200), sized(20, 20), { ...sized(9, 9), state: 'dropped' as const }];
  expect(piecesBelow([thin, dot, gone], 60)).toEqual([dot]);
  expect(piecesBelow([thin, dot], 0)).toEqual([]);
});

test('sheets of outlines have no picture behind them', () => {
  const sheet = pages().sheets.one!;
  expect((['artwork', 'written', 'built'] as const).every((kind) => isDrawn({ ...sheet, kind }))).toBe(true);
  expect((['page', 'pictures', 'practice'] as const).some((kind) => isDrawn({ ...sheet, kind }))).toBe(false);
});

describe('the state of the stages', () => {
  test('is told in a few words, and follows every edit', () => {
    const doc = pages();
    expect(finish(stageStates(doc))).toMatchObject({
      gather: '2 sheets',
      lift: '4 pieces',
      dress: '4 glyphs',
      fit: '0 pairs kerned',
    });
    expect(finish(stageStates(doc)).name).toBe(`4 of ${[...projectOf(doc).bill].length}`);
    const { doc: dropped } = edit(doc, dropPiece(doc, first(doc, 'two').id, true)!);
    expect(finish(stageStates(dropped))).toMatchObject({ lift: '3 pieces', dress: '3 glyphs' });
    const { doc: nameless } = edit(doc, relabelPiece(doc, first(doc, 'two').id, null)!);
    expect(finish(stageStates(nameless)).lift).toBe('4 pieces');
  });

  test('snags are counted where they are mended, and all of them in Cast', () => {
    const base = newProject('p', 'P', 0);
    const speck = { ...blankGlyph('a', 'a', [97]), contours: [rect(0, 0, 500, 500), rect(600, 0, 603, 3)] };
    const doc = { ...base, glyphs: { ...base.glyphs, a: speck } };
    expect(finish(stageStates(doc))).toMatchObject({
      dress: '1 glyph, 1 snag',
      cast: '1 snag',
      seat: expect.not.stringContaining('snag'),
    });
  });

  test('an empty project claims nothing that it hasn’t got: no live proof, no snag, no heights', () => {
    const { name, ...others } = finish(stageStates(newProject('p', 'P', 0)));
    expect(new Set(Object.values(others))).toEqual(new Set(['nothing yet']));
    expect(name).toMatch(/^0 of \d+$/);
  });

  test('counts one as one', () => {
    const empty = newProject('p', 'P', 0);
    const { doc } = edit(
      empty,
      addSheet(empty, { id: 's', name: 's', pictureId: 'a', widthPx: 9, heightPx: 9 })!,
    );
    expect(finish(stageStates(doc)).gather).toBe('1 sheet');
  });

  test('hand-made letters and letters off their lines are counted', () => {
    const doc = sampleProject();
    const hand = { ...doc, glyphs: { ...doc.glyphs, x: { ...doc.glyphs.x!, handEdited: true } } };
    expect(finish(stageStates(hand)).dress).toBe('6 glyphs, 1 by hand');
    expect(standingsInOrder(doc).map((s) => s.char)).toEqual(['H', 'T', 'o', 'x', 'é', '🐟']);
  });
});

test('what stands in the way of casting comes worst first', () => {
  const doc = sampleProject();
  const bad = { ...doc.glyphs.T!, bearings: { left: -900, right: -900 } };
  const found = snags({ ...doc, glyphs: { ...doc.glyphs, T: bad } });
  expect(found[0]).toMatchObject({ code: 'advance-negative', severity: 'error', place: { glyph: 'T' } });
  expect(found[found.length - 1]!.severity).toBe('note');
});
