import { scaling } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { transformPaint } from '../../../../foundations/geometry/paint';
import { draft, mergeDiffs, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { FIRST_RECIPE } from '../../defaultRecipe';
import { projectOf } from '../../newProject';
import type { Doc, SheetRow } from '../../schema';
import { takeLifted, type LiftedRow, type LiftResult } from '../pieces/takeLifted';
import { piecesOf } from '../../queries/sheets';

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

/** What was found in the boxes; those crossed out are meant to hold nothing. */
type LiftedPage = LiftResult & { readonly crossedOut?: readonly string[] };

/**
 * Takes a practice page in: a new sheet, or, when the same page was there before, its better picture in its place; letters
 * of other sheets and those edited by hand stay.
 */
export function takePractice(
  doc: Doc,
  sheetId: string,
  facts: PracticeFacts,
  lifted: LiftedPage,
): ProjectDiff | null {
  const old = doc.sheets[sheetId];
  const { code, capLinePx, ...rest } = facts;
  const row: SheetRow = {
    ...(old ?? {
      id: sheetId,
      styleId: projectOf(doc).styleId,
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
  const kept = old ? keptFrom(doc, old, row, lifted) : [];
  const pieces = [...lifted.pieces, ...kept].sort((a, b) => a.order - b.order);
  const taken = takeLifted(edit(doc, added).doc, sheetId, { ...lifted, pieces });
  return taken ? { ...mergeDiffs(added, taken), label: added.label } : added;
}

/**
 * Letters of the earlier picture whose boxes are empty on the new one, at the new one's scale: a box left empty, or one that lies in
 * the shade, takes no letter away.
 */
function keptFrom(doc: Doc, old: SheetRow, now: SheetRow, lifted: LiftedPage): LiftedRow[] {
  const crossed = new Set(lifted.crossedOut);
  const found = new Set(lifted.pieces.map((p) => `${p.char} ${p.variant ?? ''}`));
  const k = now.widthPx / old.widthPx;
  return piecesOf(doc, old.id)
    .filter(
      (p) => p.state !== 'dropped' && !crossed.has(p.char!) && !found.has(`${p.char} ${p.variant ?? ''}`),
    )
    .map((p) => ({
      ...p,
      box: { x: k * p.box.x, y: k * p.box.y, width: k * p.box.width, height: k * p.box.height },
      seeds: p.seeds.map((s) => ({ x: k * s.x, y: k * s.y })),
      baselineY: k * p.baselineY,
      outline: transformContours(p.outline, scaling(k)),
      layers: p.layers.map((l) => ({
        paint: transformPaint(l.paint, scaling(k)),
        contours: transformContours(l.contours, scaling(k)),
      })),
    }));
}
