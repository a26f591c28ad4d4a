import { takeLifted } from '../../core/project/document/commands/pieces/takeLifted';
import { addSheet } from '../../core/project/document/commands/sheets/sheets';
import { editAll } from '../../core/project/document/inStep/edit';
import { newProject } from '../../core/project/document/newProject';
import type { PieceRow, SheetRow } from '../../core/project/document/schema';
import { liftedSheet } from '../../core/testing/liftedSheet';
import { pieceStateText } from './pieceState';

const { doc } = editAll(newProject('p', 'P', 0), 'Lift', [
  (d) => addSheet(d, { id: 's', name: 's.png', pictureId: 's', widthPx: 900, heightPx: 300 }),
  (d) => takeLifted(d, 's', liftedSheet('A')),
])!;
const text = (piece: Partial<PieceRow>, kind: SheetRow['kind']) =>
  pieceStateText({ ...Object.values(doc.pieces)[0]!, ...piece }, { ...doc.sheets.s!, kind });

test('only what a person looked at was accepted by a person', () => {
  expect(text({ state: 'accepted' }, 'page')).toBe('accepted by you');
  expect(text({ state: 'found' }, 'page')).toBe('suggested');
  expect(text({ state: 'dropped' }, 'page')).toBe('dropped');
});

test('drawings that brought their names, and letters made here, were not accepted by anybody', () => {
  expect(text({ state: 'accepted', name: 'mill' }, 'artwork')).toMatch(/^named by its file/);
  expect(text({ state: 'accepted', name: null }, 'artwork')).toMatch(/^named by the list/);
  for (const kind of ['written', 'built'] as const)
    expect(text({ state: 'accepted' }, kind)).toBe('made here');
});
