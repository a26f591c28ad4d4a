import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import type { ColourLayer } from '../../../../foundations/geometry/paint';
import { FIRST_RECIPE, projectOf } from '../../newProject';
import type { Doc, PieceRow, RecipeRow, SheetRow } from '../../schema';
import { finish, type Steps } from '../../../../foundations/steps';
import { isWorkedOn, piecesOf, seatInto, seating } from '../lines/seatInto';

/** A new sheet on the table, not yet lifted. `expected` = what is written on it; null = something of the bill. */
export function addSheet(
  doc: Doc,
  sheet: {
    id: string;
    name: string;
    pictureId: string;
    originalId?: string | null;
    widthPx: number;
    heightPx: number;
    dpi?: number | null;
  },
  expected: string | null = null,
  recipe: Partial<Omit<RecipeRow, 'id'>> | null = null,
): ProjectDiff | null {
  const d = draft(doc);
  const recipeId = recipe ? d.newId('recipes', sheet.id) : FIRST_RECIPE;
  if (recipe)
    d.put('recipes', {
      ...doc.recipes[FIRST_RECIPE]!,
      name: sheet.name,
      saved: false,
      ...recipe,
      id: recipeId,
    });
  d.put('sheets', {
    ...sheet,
    crop: null,
    quarterTurns: 0,
    dpi: sheet.dpi ?? null,
    kind: 'page',
    practiceCode: null,
    originalId: sheet.originalId ?? null,
    recipeId,
    expected: expected ?? missingOfBill(doc),
    expectedFrom: expected === null ? 'bill' : 'hand',
    turnDeg: null,
    state: 'added',
    skewRad: 0,
    capHeightPx: 0,
    specksDropped: 0,
    printedLines: 0,
    order: Object.keys(doc.sheets).length,
    seating: {
      reference: 'one-factor',
      capReference: '',
      smallReference: '',
      baseline: 'feet',
      capLinePx: null,
      emPx: null,
    },
  });
  return d.done(`Add ${sheet.name}`);
}

/** Characters of the bill that no glyph with an outline stands for; those drawn by `sheetId` aside. */
export function missingOfBill(doc: Doc, sheetId: string | null = null): string {
  const drawn = new Set(
    Object.values(doc.glyphs)
      .filter((g) => g.contours.length > 0 || g.components.length > 0)
      .filter((g) => sheetId === null || g.source?.sheetId !== sheetId)
      .flatMap((g) => g.codePoints),
  );
  return [...projectOf(doc).bill].filter((c) => !drawn.has(c.codePointAt(0)!)).join('');
}

/** What is looked for on a sheet: its list, or what the bill lacks besides it, with the whole bill behind. */
export function soughtOn(doc: Doc, sheet: SheetRow): { readonly sheet: SheetRow; readonly bill: string } {
  if (sheet.expectedFrom === 'hand') return { sheet, bill: '' };
  return { sheet: { ...sheet, expected: missingOfBill(doc, sheet.id) }, bill: projectOf(doc).bill };
}

/** A name with less than this is to be looked at. */
const DOUBTFUL = 0.8;

/** Whether somebody should look at a piece: nobody did, and it has no name or not surely this one. */
export const isDoubtful = (p: PieceRow): boolean =>
  p.state === 'found' && (p.char === null || p.confidence < DOUBTFUL);

/** Named letters of a sheet that its list doesn't have, in reading order. */
export function beyondList(sheet: SheetRow, pieces: readonly PieceRow[]): PieceRow[] {
  const listed = new Set(sheet.expected);
  const beyond = (p: PieceRow) =>
    p.char !== null && p.variant === null && p.state !== 'dropped' && !listed.has(p.char);
  return sheet.kind === 'page' ? pieces.filter(beyond) : [];
}

/** Takes letters that were found beyond a sheet's list into it, where they stand, and into the bill. */
export function growList(doc: Doc, sheetId: string): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const pieces = piecesOf(doc, sheetId);
  const beyond = beyondList(sheet, pieces);
  if (beyond.length === 0) return null;
  const list = [...sheet.expected];
  for (const p of beyond) {
    const before = pieces.slice(0, pieces.indexOf(p)).reverse();
    const at = before.map((b) => (b.char === null ? -1 : list.indexOf(b.char))).find((k) => k >= 0);
    list.splice((at ?? -1) + 1, 0, p.char!);
  }
  const project = projectOf(doc);
  const inBill = new Set(project.bill);
  const more = beyond.map((p) => p.char!).filter((c) => !inBill.has(c));
  const d = draft(doc);
  d.put('sheets', { ...sheet, expected: list.join(''), expectedFrom: 'hand' });
  if (more.length > 0) d.put('project', { ...project, bill: project.bill + more.join('') });
  return d.done(`Take ${beyond.map((p) => p.char).join(' ')} into the list`);
}

export interface LiftResult {
  readonly skewRad: number;
  readonly capHeightPx: number;
  readonly specksDropped: number;
  readonly printedLines: number;
  /** What it holds, where the page itself said it. */
  readonly expected?: string;
  /** True size, where the sheet says it: px that make an em. */
  readonly emPx?: number;
  readonly pieces: readonly LiftedRow[];
}

/** A piece as finders give it: they know nothing of ids. */
export type LiftedRow = Omit<
  PieceRow,
  'id' | 'sheetId' | 'state' | 'variant' | 'strokes' | 'cells' | 'unread'
> & {
  readonly unread?: readonly string[];
  readonly rejected?: boolean;
  readonly variant?: string | null;
  readonly bearingsPx?: { readonly left: number; readonly right: number };
};

/** The row of a found piece. */
export function pieceRow(
  { rejected, variant = null, unread = [], bearingsPx: _, ...p }: LiftedRow,
  id: string,
  sheetId: string,
): PieceRow {
  const state = rejected ? 'dropped' : 'found';
  return { ...p, id, variant, unread, strokes: [], cells: [], sheetId, state };
}

/** A piece found where one was before, with at least this share of both boxes in common, is that piece. */
const SAME_PLACE = 0.5;

function overlap(a: PieceRow['box'], b: PieceRow['box']): number {
  const width = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const height = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  if (width <= 0 || height <= 0) return 0;
  const both = width * height;
  return both / (a.width * a.height + b.width * b.height - both);
}

/** Ids of newly found pieces: a piece of the same character in the same place as one before keeps its id. */
function idsOf(d: Draft, sheetId: string, found: readonly LiftedRow[], old: readonly PieceRow[]): string[] {
  const free = new Set(old);
  const before = found.map((p) => {
    let best: PieceRow | null = null;
    for (const o of free)
      if (
        o.char === p.char &&
        overlap(o.box, p.box) >= Math.max(SAME_PLACE, best ? overlap(best.box, p.box) : 0)
      )
        best = o;
    if (best) free.delete(best);
    return best;
  });
  const given = new Set<string>();
  return before.map((b, i) => {
    let id = b?.id ?? d.newId('pieces', `${sheetId} ${i}`);
    for (let k = 1; given.has(id); k++) id = d.newId('pieces', `${sheetId} ${i} ${k}`);
    given.add(id);
    return id;
  });
}

/**
 * Takes over what was found on a sheet: its pieces replaced, and every named piece made a glyph on the lines.
 * Glyphs of other sheets, and those edited by hand, stay as they are.
 */
export const takeLifted = (doc: Doc, sheetId: string, result: LiftResult): ProjectDiff | null =>
  finish(takingLifted(doc, sheetId, result));

/** The same, letter by letter. */
export function* takingLifted(doc: Doc, sheetId: string, result: LiftResult): Steps<ProjectDiff | null> {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  const { skewRad, capHeightPx, specksDropped, printedLines, expected = sheet.expected } = result;
  d.put('sheets', {
    ...sheet,
    state: 'lifted',
    skewRad,
    capHeightPx,
    specksDropped,
    printedLines,
    expected,
  });
  const old = piecesOf(doc, sheetId);
  const ids = idsOf(d, sheetId, result.pieces, old);
  const fresh = result.pieces.map((p, i) => pieceRow(p, ids[i]!, sheetId));
  const left = new Set(ids);
  for (const p of old) if (!left.has(p.id)) d.remove('pieces', p.id);
  for (const p of fresh) d.put('pieces', p);
  yield* seating(doc, d, { ...sheet, skewRad }, fresh);
  return d.done(`Lift ${sheet.name}`);
}

/** Gives a piece another character (or none), and its glyph with it. A piece that had the character loses it. */
export function relabelPiece(doc: Doc, pieceId: string, char: string | null): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || (piece.char === char && piece.state === 'accepted')) return null;
  const sheet = doc.sheets[piece.sheetId]!;
  const d = draft(doc);
  const pieces = piecesOf(doc, sheet.id).map((p): PieceRow => {
    if (p.id === pieceId) return { ...p, char, confidence: 1, state: 'accepted' };
    return char !== null && p.char === char && p.variant === piece.variant
      ? { ...p, char: null, confidence: 0 }
      : p;
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, sheet, pieces);
  return d.done(char === null ? 'Take the character away' : `Name a piece ${char}`);
}

/** Accepts the finder's suggestion as it stands. */
export function acceptPieces(doc: Doc, ids: readonly string[]): ProjectDiff | null {
  const d = draft(doc);
  for (const id of ids) {
    const p = doc.pieces[id];
    if (p && p.char !== null && p.state !== 'accepted') d.put('pieces', { ...p, state: 'accepted' });
  }
  return d.done(ids.length === 1 ? 'Accept a piece' : `Accept ${ids.length} pieces`);
}

/** Says that a drawing is right without what was not understood of it. */
export function acceptUnread(doc: Doc, pieceId: string): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || piece.unread.length === 0) return null;
  const d = draft(doc);
  d.put('pieces', { ...piece, unread: [] });
  return d.done('Keep a drawing as it is');
}

/** Declares a piece no letter (or a letter again). */
export function dropPiece(doc: Doc, pieceId: string, dropped: boolean): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || (piece.state === 'dropped') === dropped) return null;
  const sheet = doc.sheets[piece.sheetId]!;
  const d = draft(doc);
  const pieces = piecesOf(doc, sheet.id).map((p) =>
    p.id === pieceId ? { ...p, state: dropped ? ('dropped' as const) : ('found' as const) } : p,
  );
  d.put(
    'pieces',
    pieces.find((p) => p.id === pieceId)!,
  );
  seatInto(doc, d, sheet, pieces);
  return d.done(dropped ? 'Drop a piece' : 'Take a piece back');
}

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
type SeatLines = ReturnType<typeof projectOf>['lines'];

/** Takes a sheet, its pieces and the untouched glyphs made of them away. */
export function removeSheet(doc: Doc, sheetId: string): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  for (const p of piecesOf(doc, sheetId)) d.remove('pieces', p.id);
  for (const g of Object.values(doc.glyphs)) {
    if (g.source?.sheetId === sheetId && !isWorkedOn(g)) d.remove('glyphs', g.id);
  }
  d.remove('sheets', sheetId);
  return d.done(`Remove ${sheet.name}`);
}

/**
 * A sheet's pieces with outlines traced anew by a changed recipe, and its glyphs with them, as one step. Pieces without a
 * new outline, and glyphs edited by hand, stay as they are.
 */
export function takeRetraced(
  doc: Doc,
  sheetId: string,
  change: Partial<Omit<RecipeRow, 'id'>>,
  traced: ReadonlyMap<
    string,
    { readonly outline: PieceRow['outline']; readonly layers: readonly ColourLayer[] }
  >,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  if (!sheet || !recipe) return null;
  const d = draft(doc);
  // Other sheets keep the recipe they were traced by.
  const shared = Object.values(doc.sheets).some((s) => s.id !== sheetId && s.recipeId === recipe.id);
  const id = shared ? d.newId('recipes', sheetId) : recipe.id;
  d.put('recipes', { ...recipe, ...change, id });
  if (shared) d.put('sheets', { ...sheet, recipeId: id });
  const pieces = piecesOf(doc, sheetId).map((p) => {
    const fresh = traced.get(p.id);
    return fresh && fresh.outline.length > 0 ? { ...p, outline: fresh.outline, layers: fresh.layers } : p;
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, { ...sheet, recipeId: id }, pieces);
  return d.done(`Trace ${sheet.name} again`);
}

/** Changes what is said of a sheet; lifting again is up to the caller. */
export function changeSheet(
  doc: Doc,
  sheetId: string,
  change: Partial<Pick<SheetRow, 'expected' | 'name' | 'turnDeg'>>,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  const listed = change.expected === undefined ? {} : { expectedFrom: 'hand' as const };
  d.put('sheets', { ...sheet, ...change, ...listed });
  return d.done('Change a sheet');
}

/** Changes a recipe; every sheet that uses it follows with its next lifting. */
export function changeRecipe(
  doc: Doc,
  recipeId: string,
  change: Partial<Omit<RecipeRow, 'id'>>,
): ProjectDiff | null {
  const recipe = doc.recipes[recipeId];
  if (!recipe) return null;
  const d = draft(doc);
  d.put('recipes', { ...recipe, ...change });
  return d.done('Change the recipe');
}
