import { draft, mergeDiffs, type ProjectDiff } from '../diff';
import { edit } from '../inStep/edit';
import { FIRST_RECIPE } from '../newProject';
import type { Doc, SheetRow } from '../schema';
import { takeLifted, type LiftResult } from './lifting';

/** A practice page as it was read: its straightened picture, and what it says of itself. */
export interface PracticeFacts {
  readonly pictureId: string;
  readonly originalId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly code: string;
  readonly expected: string;
  readonly capLinePx: number;
  readonly name: string;
}

/**
 * Takes a practice page in: a new sheet, or, when the same page was there before, its better picture in its place; letters
 * of other sheets and those edited by hand stay.
 */
export function takePractice(
  doc: Doc,
  sheetId: string,
  facts: PracticeFacts,
  lifted: LiftResult,
): ProjectDiff | null {
  const old = doc.sheets[sheetId];
  const { code, capLinePx, ...rest } = facts;
  const row: SheetRow = {
    ...(old ?? {
      id: sheetId,
      recipeId: FIRST_RECIPE,
      order: Object.keys(doc.sheets).length,
    }),
    ...rest,
    kind: 'practice',
    practiceCode: code,
    expectedFrom: 'hand',
    turnDeg: null,
    state: 'added',
    skewRad: 0,
    capHeightPx: capLinePx,
    specksDropped: 0,
    printedLines: lifted.printedLines,
    crop: null,
    quarterTurns: 0,
    dpi: null,
    seating: {
      reference: 'one-factor',
      capReference: 'H',
      smallReference: 'x',
      baseline: 'given',
      capLinePx,
      emPx: null,
    },
  };
  const d = draft(doc);
  d.put('sheets', row);
  const added = d.done(`Read ${facts.name}`)!;
  const taken = takeLifted(edit(doc, added).doc, sheetId, lifted);
  return taken ? { ...mergeDiffs(added, taken), label: added.label } : added;
}

/** The sheet that holds the same practice page, if any. */
export const sheetOfCode = (doc: Doc, code: string): SheetRow | undefined =>
  Object.values(doc.sheets).find((s) => s.practiceCode === code);
