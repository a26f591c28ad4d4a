import { byName } from '../../../../testing/named';
import { liftedSheet } from '../../../../testing/liftedSheet';
import { takeLifted } from '../pieces/takeLifted';
import { growList, changeSheet, addSheet } from './sheets';
import { beyondList, soughtOn, piecesOf } from '../../queries/sheets';
import { applyDiff, reverseDiff, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { newProject, projectOf } from '../../newProject';
import type { Doc } from '../../schema';

function after(doc: Doc, diff: ProjectDiff | null): Doc {
  if (!diff) throw new Error('nothing happened');
  const { doc: next, diff: whole } = edit(doc, diff);
  expect(applyDiff(next, reverseDiff(whole))).toEqual(doc);
  return next;
}

const row = (id: string) => ({ id, name: `${id}.png`, pictureId: id, widthPx: 900, heightPx: 300 });

describe('what is written on a page', () => {
  test('is looked for in the bill until somebody says it, and then is what was said', () => {
    let doc = newProject('p', 'P', 0);
    doc = after(doc, addSheet(doc, row('s')));
    expect(soughtOn(doc, doc.sheets.s!)).toMatchObject({ bill: projectOf(doc).bill });
    doc = after(doc, takeLifted(doc, 's', { ...liftedSheet('ABC'), expected: 'ABC' }));
    expect(doc.sheets.s!.expected).toBe('ABC');
    // Lifting again looks for all that this very page may hold.
    expect(soughtOn(doc, doc.sheets.s!).sheet.expected).toBe(projectOf(doc).bill);
    doc = after(doc, changeSheet(doc, 's', { expected: 'xyz' }));
    expect(soughtOn(doc, doc.sheets.s!)).toEqual({ sheet: doc.sheets.s, bill: '' });
  });

  test('what another page drew is looked for last', () => {
    let doc = newProject('p', 'P', 0);
    doc = after(doc, addSheet(doc, row('s')));
    doc = after(doc, takeLifted(doc, 's', liftedSheet('AB')));
    doc = after(doc, addSheet(doc, row('t')));
    const { sheet, bill } = soughtOn(doc, doc.sheets.t!);
    expect([...sheet.expected].slice(0, 2)).toEqual(['C', 'D']);
    expect([...bill].slice(0, 2)).toEqual(['A', 'B']);
  });

  test('letters beyond the list come into it where they stand, and into the bill, by one consent', () => {
    let doc = newProject('p', 'P', 0);
    doc = after(doc, addSheet(doc, row('s'), 'ABC'));
    doc = after(doc, takeLifted(doc, 's', liftedSheet('Aß@BC')));
    expect(beyondList(doc.sheets.s!, piecesOf(doc, 's')).map((p) => p.char)).toEqual(['ß', '@']);
    doc = after(doc, growList(doc, 's'));
    expect(doc.sheets.s!.expected).toBe('Aß@BC');
    expect(projectOf(doc).bill.endsWith('ß@')).toBe(true);
    expect(growList(doc, 's')).toBeNull();
    expect(byName(doc).germandbls).toBeDefined();
  });
});
