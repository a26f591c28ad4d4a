import { type ProjectDiff, draft } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { piecesOf } from '../../queries/sheets';
import type { Doc, SheetRow } from '../../schema';
import { seatInto } from './seatInto';

/** Seats all sheets again: after the lines or the seating changed. */
export function seatAll(doc: Doc, label = 'Seat all'): ProjectDiff | null {
  const d = draft(doc);
  for (const sheet of Object.values(doc.sheets)) seatInto(doc, d, sheet, piecesOf(doc, sheet.id));
  return d.done(label);
}

/** Changes lines or a sheet's seating and seats everything by them, as one step. */
export function changeSeating(
  doc: Doc,
  change: { lines?: Partial<SeatLines>; seating?: Partial<SheetRow['seating']> },
): ProjectDiff | null {
  const d = draft(doc);
  const project = projectOf(doc);
  const next = { ...project, lines: { ...project.lines, ...change.lines } };
  d.put('project', next);
  for (const sheet of Object.values(doc.sheets)) {
    const seating = { ...sheet.seating, ...change.seating };
    d.put('sheets', { ...sheet, seating });
    seatInto(doc, d, { ...sheet, seating }, piecesOf(doc, sheet.id));
  }
  return d.done('Change the lines');
}

export type SeatLines = ReturnType<typeof projectOf>['lines'];
