import { byName } from '../../../../testing/named';
import { liftedSheet } from '../../../../testing/liftedSheet';
import type { TracedSheet } from '../../../../lifting/find/tracedSheet';
import { applyDiff, reverseDiff, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { newProject } from '../../newProject';
import { drawingsOf, isWriting, piecesOf } from '../../queries/sheets';
import { setBearings } from '../spacing/bearings';
import type { Doc, PieceRow } from '../../schema';
import { addSheet, changeSheet, readSheetAs } from '../sheets/sheets';
import { drawingUse, takeDrawingAs } from './drawings';
import { acceptPieces, dropPiece, relabelPiece } from './named';
import { takeLifted } from './takeLifted';

function after(doc: Doc, diff: ProjectDiff | null): Doc {
  if (!diff) throw new Error('nothing happened');
  const { doc: next, diff: whole } = edit(doc, diff);
  expect(applyDiff(next, reverseDiff(whole))).toEqual(doc);
  return next;
}

/** A lifted text in which the first of each letter is the letter, the second takes turns, and all others are kept. */
function liftedText(text: string): TracedSheet {
  const sheet = liftedSheet(text);
  const seen = new Map<string, number>();
  return {
    ...sheet,
    wordPx: 35,
    pieces: sheet.pieces.map((p) => {
      const count = seen.get(p.char ?? '') ?? 0;
      seen.set(p.char ?? '', count + 1);
      return {
        ...p,
        variant: count === 1 ? 'alt1' : null,
        spare: count > 1,
        bearingsPx: { left: 2, right: 4 },
      };
    }),
  };
}

const row = { id: 's', name: 'letter.png', pictureId: 'p', widthPx: 900, heightPx: 300 };

function withText(text: string): Doc {
  let doc = after(newProject('p', 'P', 0), addSheet(newProject('p', 'P', 0), row, 'eno'));
  doc = after(doc, readSheetAs(doc, 's', 'text'));
  doc = after(doc, changeSheet(doc, 's', { expected: text }));
  return after(doc, takeLifted(doc, 's', liftedText(text)));
}

const pieceAt = (doc: Doc, at: number): PieceRow => {
  const piece = piecesOf(doc, 's')[at];
  if (!piece) throw new Error('no such piece');
  return piece;
};
const usesOf = (doc: Doc, char: string) =>
  piecesOf(doc, 's')
    .filter((p) => p.char === char)
    .map(drawingUse);

test('a text stays a text when it is typed on, and a list loses the white and the repeats of a text', () => {
  let doc = withText('eneneo');
  const sheet = () => doc.sheets.s;
  expect(sheet() && isWriting(sheet()!)).toBe(true);
  doc = after(doc, changeSheet(doc, 's', { expected: 'one one' }));
  expect(sheet()?.expectedFrom).toBe('text');
  doc = after(doc, readSheetAs(doc, 's', 'list'));
  expect(sheet()).toMatchObject({ expected: 'one', expectedFrom: 'hand' });
  expect(readSheetAs(doc, 's', 'list')).toBeNull();
});

test('of a text only the letter and those that take turns are glyphs; the others are kept beside', () => {
  const doc = withText('eneneo');
  expect(usesOf(doc, 'e')).toEqual(['letter', 'turn', 'spare']);
  expect(
    Object.keys(byName(doc))
      .filter((n) => /^[eno]/.test(n))
      .sort(),
  ).toEqual(['e', 'e.alt1', 'n', 'n.alt1', 'o']);
  expect(drawingsOf(doc, pieceAt(doc, 4)).map(drawingUse)).toEqual(['letter', 'turn', 'spare']);
});

test('another drawing becomes the letter and changes places with the one that was; its white stays the letter’s', () => {
  let doc = withText('eneneo');
  const [before, spare] = [byName(doc).e, pieceAt(doc, 4)];
  doc = after(doc, takeDrawingAs(doc, spare.id, 'letter'));
  expect(usesOf(doc, 'e')).toEqual(['spare', 'turn', 'letter']);
  expect(byName(doc).e).toMatchObject({
    id: before?.id,
    bearings: before?.bearings,
    source: { pieceId: spare.id },
  });
  doc = after(doc, takeDrawingAs(doc, pieceAt(doc, 0).id, 'turn'));
  expect(usesOf(doc, 'e')).toEqual(['turn', 'turn', 'letter']);
  expect(byName(doc)['e.alt2']).toBeDefined();
  doc = after(doc, takeDrawingAs(doc, pieceAt(doc, 2).id, 'spare'));
  expect(byName(doc)['e.alt1']).toBeUndefined();
  expect(takeDrawingAs(doc, pieceAt(doc, 4).id, 'spare')).toBeNull();
});

test('keys for drawings of a text change nothing on a page of letters, nor take back what was dropped', () => {
  let doc = withText('eneneo');
  doc = after(doc, dropPiece(doc, pieceAt(doc, 4).id, true));
  expect(takeDrawingAs(doc, pieceAt(doc, 4).id, 'letter')).toBeNull();
  const list = after(doc, readSheetAs(doc, 's', 'list'));
  for (const use of ['letter', 'turn', 'spare'] as const)
    for (const p of piecesOf(list, 's')) expect(takeDrawingAs(list, p.id, use)).toBeNull();
});

test('lifting again keeps the drawings that somebody chose', () => {
  let doc = withText('eneneo');
  doc = after(doc, takeDrawingAs(doc, pieceAt(doc, 4).id, 'letter'));
  const chosen = pieceAt(doc, 4).id;
  doc = after(doc, takeLifted(doc, 's', liftedText('eneneo')));
  expect(pieceAt(doc, 4)).toMatchObject({ id: chosen, state: 'accepted', variant: null });
  expect(usesOf(doc, 'e')).toEqual(['spare', 'turn', 'letter']);
  expect(byName(doc).e?.source?.pieceId).toBe(chosen);
});

test('a page that nobody gave a list goes back to the bill after it was thought to be text', () => {
  let doc = after(newProject('p', 'P', 0), addSheet(newProject('p', 'P', 0), row));
  doc = after(doc, readSheetAs(doc, 's', 'text'));
  expect(doc.sheets.s).toMatchObject({ expected: '', expectedFrom: 'text' });
  doc = after(doc, readSheetAs(doc, 's', 'list'));
  expect(doc.sheets.s?.expectedFrom).toBe('bill');
});

test('a letter worked on by hand is not given up for another drawing', () => {
  const doc = withText('eneneo');
  const e = byName(doc).e!;
  const edited = { ...doc, glyphs: { ...doc.glyphs, [e.id]: { ...e, handEdited: true } } };
  expect(takeDrawingAs(edited, pieceAt(doc, 4).id, 'letter')).toBeNull();
});

test('what is only kept is neither accepted nor loses its name when another is named like it', () => {
  let doc = withText('eneneo');
  expect(acceptPieces(doc, [pieceAt(doc, 4).id])).toBeNull();
  doc = after(doc, relabelPiece(doc, pieceAt(doc, 5).id, 'e'));
  expect(pieceAt(doc, 4)).toMatchObject({ char: 'e', state: 'spare' });
});

test('letters stand as far apart as they were written, until somebody sets or fits them', () => {
  let doc = withText('eneneo');
  const scale = byName(doc).e!.source!.transform.a;
  expect(byName(doc).e?.bearings).toEqual({ left: Math.round(2 * scale), right: Math.round(4 * scale) });
  const space = Object.values(doc.glyphs).find((g) => g.codePoints.includes(0x20))!;
  expect(space.bearings.left + space.bearings.right).toBe(Math.round(35 * scale));
  doc = after(doc, setBearings(doc, byName(doc).e!.id, { left: 77 }));
  doc = after(doc, takeLifted(doc, 's', liftedText('eneneo')));
  expect(byName(doc).e?.bearings.left).toBe(77);
});
