import { BASIC_BILL } from '../../../../type/names/bills';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { FIRST_RECIPE } from '../../defaultRecipe';
import { FIRST_TEXT, projectOf } from '../../newProject';
import type { Doc, PieceRow, ProjectRow, SheetRow } from '../../schema';
import { pieceRow, type LiftedRow, type LiftResult } from '../pieces/takeLifted';
import { finish, type Steps } from '../../../../foundations/steps';
import { PrivateCodes } from '../glyphs/privateCodes';
import { iconName } from '../../../../type/names/iconName';
import { drawingKey, filedIcons } from '../icons/folderChanges';
import { seating } from '../lines/seatInto';

/** A sheet made of files of their own, each already a piece. */
export interface MadeSheet {
  readonly id: string;
  readonly name: string;
  readonly kind: 'pictures' | 'artwork';
  /** Hash of the picture, or of the zip with the artwork's files. */
  readonly pictureId: string;
  /** Hash of a zip with all files as they came. */
  readonly originalId?: string | null;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Names that stand for no character become icons with private code points. */
  readonly icons: boolean;
}

/**
 * Adds a sheet of named files with its pieces, and their glyphs, as one step. Icons get private code points one after the
 * other; one whose name was given a code before has that one, and one whose name another drawing has gets a number.
 */
export const addMadeSheet = (doc: Doc, sheet: MadeSheet, lifted: LiftResult): ProjectDiff | null =>
  finish(addingMadeSheet(doc, sheet, lifted));

/** The same, letter by letter. */
export function* addingMadeSheet(doc: Doc, sheet: MadeSheet, lifted: LiftResult): Steps<ProjectDiff | null> {
  const d = draft(doc);
  const { icons } = sheet;
  const taken = new Set(Object.values(doc.glyphs).flatMap((g) => g.codePoints));
  const known = new Map(Object.values(doc.glyphs).map((g) => [g.name, g.codePoints[0]]));
  const project = projectOf(doc);
  const codes = new PrivateCodes(project.privateCodes, taken);
  const iconChar = (own: string): string | null => {
    const code = known.get(own) ?? codes.of(own);
    return code === null ? null : String.fromCodePoint(code);
  };
  const free = freeNames(doc);
  const pieces = lifted.pieces.map((p, i): PieceRow => {
    const name = icons && p.char === null && p.name !== null ? free(p, p.name) : null;
    const char = name === null ? p.char : iconChar(iconName(name));
    return {
      ...pieceRow(p, d.newId('pieces', `${sheet.id} ${i}`), sheet.id),
      name: name ?? p.name,
      char,
      confidence: char === null ? 0 : 1,
      state: char === null ? 'found' : 'accepted',
    };
  });
  const row = madeSheetRow(doc, sheet, lifted, pieces);
  const given = codes.given();
  const more = Object.keys(given).length > Object.keys(project.privateCodes).length;
  if (more)
    d.put('project', { ...project, privateCodes: given, ...(icons ? withoutLetters(doc, pieces) : {}) });
  d.put('sheets', row);
  for (const p of pieces) d.put('pieces', p);
  yield* seating(doc, d, row, pieces);
  placeBearings(d, pieces, lifted, project.unitsPerEm);
  return d.done(`Add ${sheet.name}`);
}

/** Gives icons names of their own: one whose name another drawing has gets a number, so that both are there; the same drawing is that icon. */
function freeNames(doc: Doc): (piece: LiftedRow, wanted: string) => string {
  const drawn = new Set(Object.values(doc.glyphs).flatMap((g) => (g.contours.length > 0 ? [g.name] : [])));
  const filed = filedIcons(doc);
  return (piece, wanted) => {
    const there = filed.get(iconName(wanted));
    if (there && drawingKey(there.piece) === drawingKey(piece)) return wanted;
    let name = wanted;
    for (let k = 2; drawn.has(iconName(name)); k++) name = `${wanted}_${k}`;
    drawn.add(iconName(name));
    return name;
  };
}

/** Icons that the running line shows at first. */
const FIRST_ICONS = 24;

/** A project that begins with icons asks for no letters, and its running line shows icons; nothing of what somebody chose changes. */
function withoutLetters(doc: Doc, pieces: readonly PieceRow[]): Partial<ProjectRow> {
  const { bill, runningText } = projectOf(doc);
  const drawn = Object.values(doc.glyphs).some((g) => g.source !== null);
  if (drawn || bill !== BASIC_BILL || runningText !== FIRST_TEXT) return {};
  const icons = pieces.flatMap((p) => p.char ?? []).slice(0, FIRST_ICONS);
  return { bill: '', runningText: icons.join(' ') };
}

/** The row of a sheet of files, which is put behind those that are there. */
export function madeSheetRow(
  doc: Doc,
  { icons, ...facts }: MadeSheet,
  lifted: LiftResult,
  pieces: readonly PieceRow[],
): SheetRow {
  return {
    ...facts,
    styleId: projectOf(doc).styleId,
    practiceCode: null,
    originalId: facts.originalId ?? null,
    recipeId: FIRST_RECIPE,
    expected: pieces
      .map((p) => (p.variant === null && [...(p.char ?? '')].length === 1 ? p.char : ''))
      .join(''),
    expectedFrom: 'hand',
    turnDeg: null,
    state: 'lifted',
    skewRad: 0,
    capHeightPx: lifted.capHeightPx,
    specksDropped: lifted.specksDropped,
    printedLines: lifted.printedLines,
    crop: null,
    quarterTurns: 0,
    dpi: null,
    order: Object.keys(doc.sheets).length,
    seating: {
      reference: icons ? 'icons' : 'one-factor',
      capReference: '',
      smallReference: '',
      baseline: 'given',
      capLinePx: null,
      emPx: lifted.emPx ?? null,
    },
  };
}

/** White at the sides of letters whose drawings say it; the fit may still change it. */
function placeBearings(d: Draft, pieces: readonly PieceRow[], lifted: LiftResult, unitsPerEm: number): void {
  const { emPx } = lifted;
  if (!emPx) return;
  const white = new Map(pieces.map((p, i) => [p.id, lifted.pieces[i]!.bearingsPx]));
  for (const glyph of d.all('glyphs')) {
    const found = glyph.source && white.get(glyph.source.pieceId);
    if (!found) continue;
    const inEm = (px: number) => (px * unitsPerEm) / emPx;
    d.put('glyphs', { ...glyph, bearings: { left: inEm(found.left), right: inEm(found.right) } });
  }
}
