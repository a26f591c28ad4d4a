import { box } from '../../../../testing/randomOutlines';
import { byName } from '../../../../testing/named';
import { liftedSheet } from '../../../../testing/liftedSheet';
import { sampleProject } from '../../../../testing/sampleProject';
import { checkProject } from '../../../../fonts/check/checkProject';
import { setGroupKerning, setKerning } from '../spacing/kerning';
import { takeLifted } from '../pieces/takeLifted';
import { dropPiece } from '../pieces/named';
import { addSheet } from '../sheets/sheets';
import { takeDrawn } from '../sheets/drawnHere';
import { removeGlyphs } from './removing';
import { danglingReferences } from '../../queries/dangling';
import { applyDiff, reverseDiff, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { isInFont } from '../../queries/inFont';
import { blankGlyph, newProject } from '../../newProject';
import type { Doc } from '../../schema';

function after(doc: Doc, diff: ProjectDiff | null): Doc {
  if (!diff) throw new Error('nothing happened');
  const { doc: next, diff: whole } = edit(doc, diff);
  expect(applyDiff(next, reverseDiff(whole))).toEqual(doc);
  return next;
}

describe('removing glyphs', () => {
  test('takes their kerning and places in groups along, and is one step to undo', () => {
    let doc = sampleProject();
    doc = after(doc, setKerning(doc, 'T', 'o', -40));
    doc = after(doc, setGroupKerning(doc, 'x', 'o', -12));
    doc = after(doc, removeGlyphs(doc, ['o', 'H']));
    expect(byName(doc).o).toBeUndefined();
    expect(danglingReferences(doc)).toEqual([]);
  });

  test('what a sheet shows there is no letter from then on, and comes back when it is taken back in Lift', () => {
    const empty = newProject('p', 'P', 0);
    let doc = after(
      empty,
      addSheet(empty, { id: 's', name: 's.png', pictureId: 's', widthPx: 900, heightPx: 300 }),
    );
    doc = after(doc, takeLifted(doc, 's', liftedSheet('AxH')));
    const { x } = byName(doc);
    doc = after(doc, removeGlyphs(doc, [x!.id]));
    expect(byName(doc).x).toBeUndefined();
    const piece = doc.pieces[x!.source!.pieceId]!;
    expect(piece).toMatchObject({ char: 'x', state: 'dropped' });
    doc = after(doc, dropPiece(doc, piece.id, false));
    expect(byName(doc).x!.contours).toEqual(x!.contours);
  });

  test('a letter written here goes with what was written', () => {
    const outline = [box(0, 100, 200, 400)];
    let doc = after(newProject('p', 'P', 0), takeDrawn(newProject('p', 'P', 0), 'written', 'l', { outline }));
    doc = after(doc, takeDrawn(doc, 'written', 'm', { outline }));
    doc = after(doc, removeGlyphs(doc, [byName(doc).l!.id]));
    expect(Object.values(doc.pieces).map((p) => p.char)).toEqual(['m']);
    expect(Object.values(doc.sheets)[0]!.expected).toBe('m');
  });

  test('the sign for a missing character stays', () => {
    const doc = newProject('p', 'P', 0);
    expect(removeGlyphs(doc, [byName(doc)['.notdef']!.id])).toBeNull();
  });
});

describe('letters without ink', () => {
  const withQ = (contours: Doc['glyphs'][string]['contours'], codePoint = 0x71): Doc => {
    const doc = sampleProject();
    return { ...doc, glyphs: { ...doc.glyphs, q: { ...blankGlyph('q', 'q', [codePoint]), contours } } };
  };
  const codesOf = (doc: Doc) =>
    checkProject(doc)
      .filter((p) => p.place.glyph === 'q')
      .map((p) => `${p.severity} ${p.code}`);

  test('begun and left empty, or without a closed contour, they stay out of the font, and that is told', () => {
    const open = { ...box(0, 0, 200, 500), closed: false };
    expect(isInFont(withQ([]).glyphs.q!)).toBe(false);
    expect(codesOf(withQ([]))).toEqual(['warning glyph-empty']);
    expect(isInFont(withQ([open]).glyphs.q!)).toBe(false);
    // An open contour doesn't keep the rest from being cast.
    expect(codesOf(withQ([open]))).toEqual(['warning contour-open']);
    expect(isInFont(withQ([open, box(0, 0, 200, 500)]).glyphs.q!)).toBe(true);
    expect(codesOf(withQ([], 0x2e))).toEqual(['warning glyph-empty']);
  });

  test.each([0x2002, 0x2003, 0x200d, 0xfeff, 0x2800])('U+%s is meant to show nothing', (cp) => {
    expect(isInFont(withQ([], cp).glyphs.q!)).toBe(true);
    expect(codesOf(withQ([], cp))).toEqual([]);
  });
});
