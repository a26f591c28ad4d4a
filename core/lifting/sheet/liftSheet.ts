import { contoursBox } from '../../foundations/geometry/measure';
import { ok, problem, type Result } from '../../foundations/problems/problem';
import type { Picture } from '../../foundations/raster/picture';
import type { InkModel } from '../../tracing/ink/inkModel';
import { liftPicture, type LiftedPage, type LiftedPiece } from '../find/liftPicture';
import { readPieceRegion, sheetPalette } from '../find/pieceRegion';
import type { LiftedFrom, LiftProgress, LiftRecipe, TracedPiece, TracedSheet } from '../find/tracedSheet';
import { tracePiece } from '../find/tracePiece';
import { readingOf, readSheet, type SheetInk } from '../printed/readSheet';
import { liftText } from '../running/liftText';

const charactersOf = (text: string): string[] => [...text].filter((c) => c.trim() !== '');

/** What a page holds, found out from itself: the stretch of the list that fits, or the letters as their shapes name them. */
function foundList({ expected, pieces }: LiftedPage): string {
  if (expected.length > 0) return expected.join('');
  const named = pieces.filter((p) => !p.rejected).flatMap((p) => (p.char === null ? [] : [p.char]));
  return [...new Set(named)].join('');
}

/** Where a sheet is read: its ink, and what its recipe asks for. */
interface Reading {
  readonly sheet: SheetInk;
  readonly recipe: LiftRecipe;
  readonly turnRad: number | null;
  readonly onProgress: LiftProgress;
}

/** What tracing needs of a piece, and what it leaves as it is. */
type FoundPiece = Omit<TracedPiece, 'name' | 'order' | 'outline' | 'layers' | 'seeds'> &
  Pick<LiftedPiece, 'seeds'>;

/** Pieces in reading order with their outlines; those without any ink left out. */
function tracePieces(
  pieces: readonly FoundPiece[],
  ink: InkModel,
  skewRad: number,
  { sheet, recipe, onProgress }: Reading,
): TracedPiece[] {
  const palette =
    recipe.mode === 'colour' ? sheetPalette(sheet.picture, ink, recipe.colours ?? 6) : undefined;
  const traced = pieces.map((piece, order): TracedPiece => {
    onProgress('trace', order / pieces.length);
    const region = readPieceRegion(sheet.picture, ink, piece, palette);
    const { outline, layers } = tracePiece(region, recipe, skewRad);
    return { ...piece, seeds: [...piece.seeds], order, name: null, outline, layers };
  });
  return traced.filter((p) => contoursBox(p.outline) !== null);
}

/** A page of letters, each for itself, from its ink to traced pieces. */
function liftLetters(reading: Reading, from: LiftedFrom, bill: string): Result<TracedSheet> {
  const { sheet, recipe, turnRad, onProgress } = reading;
  const guessed = from.expectedFrom === 'bill';
  const written = { list: charactersOf(from.expected), guessed, bill: charactersOf(bill) };
  const { level, speckPx = 0 } = recipe;
  const page = liftPicture(sheet, written, { onStage: onProgress, level, speckPx, turnRad });
  if (!page.ok) return page;
  const { pieces, ink, skewRad, capHeightPx, specksDropped } = page.value;
  // Nobody's list fits: that is asked about, once.
  const byShape = guessed && written.list.length > 0 && page.value.expected.length === 0;
  const notes = byShape ? [problem({ code: 'page-by-shape' }, 'note')] : [];
  const lifted: TracedSheet = {
    skewRad,
    capHeightPx,
    specksDropped,
    printedLines: sheet.printedLines.length,
    ...(guessed ? { expected: foundList(page.value) } : {}),
    pieces: tracePieces(pieces, ink, skewRad, reading),
  };
  return ok(lifted, notes);
}

/** A page of running text from its ink to traced pieces. */
function liftWriting(reading: Reading, text: string): Result<TracedSheet> {
  const { sheet, recipe, turnRad, onProgress } = reading;
  const page = liftText(sheet, text, { onStage: onProgress, level: recipe.level, turnRad });
  if (!page.ok) return page;
  const { pieces, ink, skewRad, capHeightPx, wordPx } = page.value;
  const found = pieces.map(
    ({ box, seeds, cuts, row, baselineY, char, confidence, variant, spare, bearingsPx }): FoundPiece => ({
      ...{ box, seeds, cuts, row, baselineY, char, confidence, variant, spare, bearingsPx },
    }),
  );
  const lifted: TracedSheet = {
    skewRad,
    capHeightPx,
    specksDropped: 0,
    ...(wordPx === null ? {} : { wordPx }),
    printedLines: sheet.printedLines.length,
    pieces: tracePieces(found, ink, skewRad, reading),
  };
  return ok(lifted, page.problems);
}

/** A sheet from picture to traced, labelled pieces. `bill`: all characters of the project, where the list comes from it. */
export function liftSheet(
  picture: Picture,
  from: LiftedFrom,
  recipe: LiftRecipe,
  onProgress: LiftProgress = () => {},
  bill = '',
): Result<TracedSheet> {
  onProgress('ink', 0);
  const read = readSheet(picture, readingOf(recipe, from));
  if (!read.ok) return read;
  const turnRad = typeof from.turnDeg === 'number' ? (from.turnDeg * Math.PI) / 180 : null;
  const reading = { sheet: read.value, recipe, turnRad, onProgress };
  const isText = from.expectedFrom === 'text' && from.expected.trim() !== '';
  return isText ? liftWriting(reading, from.expected) : liftLetters(reading, from, bill);
}
