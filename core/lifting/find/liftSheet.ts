import { contoursBox } from '../../foundations/geometry/measure';
import { ok, problem, type Result } from '../../foundations/problems/problem';
import type { Picture, PxBox } from '../../foundations/raster/picture';
import type { ColourLayer } from '../../foundations/geometry/paint';
import { readPieceRegion, sheetPalette } from './pieceRegion';
import { tracePiece, type TraceRecipe } from './tracePiece';
import { liftPicture, type LiftedPage, type LiftStage } from './liftPicture';
import { readingOf, readSheet, type SheetRecipe } from '../printed/readSheet';
import type { Cut } from './cut';
import type { Contour } from '../../foundations/geometry/contour';

/** A piece with its traced outline, as a project keeps it. Px of the picture, y down. */
export interface TracedPiece {
  readonly box: { x: number; y: number; width: number; height: number };
  readonly seeds: { x: number; y: number }[];
  readonly cuts: readonly Cut[];
  readonly order: number;
  readonly row: number;
  readonly baselineY: number;
  readonly char: string | null;
  /** Which other drawing of the character it is: "alt1"; the letter itself when not said. */
  readonly variant?: string | null;
  /** Name of the file it came from, when it had one of its own. */
  readonly name: string | null;
  readonly confidence: number;
  /** It looks like no letter: kept to be seen, but left out. */
  readonly rejected?: boolean;
  /** What of its drawing was not understood and is missing. */
  readonly unread?: readonly string[];
  readonly outline: readonly Contour[];
  readonly layers: readonly ColourLayer[];
  /** White at its sides, where the drawing says it, px. */
  readonly bearingsPx?: { readonly left: number; readonly right: number };
}

export interface TracedSheet {
  readonly skewRad: number;
  readonly capHeightPx: number;
  readonly specksDropped: number;
  readonly printedLines: number;
  readonly pieces: TracedPiece[];
  /** True size, where the sheet says it: px that make an em. */
  readonly emPx?: number;
}

/** What is asked of a recipe here; the document's recipe row fits. */
export type LiftRecipe = TraceRecipe &
  SheetRecipe & { readonly level: number | null; readonly speckPx?: number };

/** Told before every step; throwing from it stops the work (cancel). */
export type LiftProgress = (stage: LiftStage | 'trace', share: number) => void;

/** What is asked of a sheet here; the document's sheet row fits. */
export interface LiftedFrom {
  readonly expected: string;
  /** Who says so: a person, or the project's bill, of which a page holds a part in one of the usual orders. */
  readonly expectedFrom?: 'hand' | 'bill';
  readonly crop?: PxBox | null;
  readonly quarterTurns?: number;
  /** The page's turn when it was given by hand, degrees, positive when rows fall to the right. */
  readonly turnDeg?: number | null;
}

const charactersOf = (text: string): string[] => [...text].filter((c) => c.trim() !== '');

/** What a page holds, found out from itself: the stretch of the list that fits, or the letters as their shapes name them. */
function foundList({ expected, pieces }: LiftedPage): string {
  if (expected.length > 0) return expected.join('');
  const named = pieces.filter((p) => !p.rejected).flatMap((p) => (p.char === null ? [] : [p.char]));
  return [...new Set(named)].join('');
}

/** A sheet from picture to traced, labelled pieces. `bill`: all characters of the project, where the list comes from it. */
export function liftSheet(
  picture: Picture,
  sheet: LiftedFrom,
  recipe: LiftRecipe,
  onProgress: LiftProgress = () => {},
  bill = '',
): Result<TracedSheet> {
  const guessed = sheet.expectedFrom === 'bill';
  const written = { list: charactersOf(sheet.expected), guessed, bill: charactersOf(bill) };
  onProgress('ink', 0);
  const read = readSheet(picture, readingOf(recipe, sheet));
  if (!read.ok) return read;
  const turnRad = typeof sheet.turnDeg === 'number' ? (sheet.turnDeg * Math.PI) / 180 : null;
  const { level, speckPx = 0 } = recipe;
  const page = liftPicture(read.value, written, { onStage: onProgress, level, speckPx, turnRad });
  if (!page.ok) return page;
  const { pieces, ink, skewRad, capHeightPx, specksDropped } = page.value;
  const palette =
    recipe.mode === 'colour' ? sheetPalette(read.value.picture, ink, recipe.colours ?? 6) : undefined;
  const traced = pieces.map((piece, order): TracedPiece => {
    onProgress('trace', order / pieces.length);
    const region = readPieceRegion(read.value.picture, ink, piece, palette);
    const { outline, layers } = tracePiece(region, recipe, skewRad);
    const { box, cuts, row, baselineY, char, confidence, rejected } = piece;
    return {
      box,
      seeds: [...piece.seeds],
      cuts,
      order,
      row,
      baselineY,
      char,
      name: null,
      confidence,
      rejected,
      outline,
      layers,
    };
  });
  // Nobody's list fits: that is asked about, once.
  const byShape = guessed && written.list.length > 0 && page.value.expected.length === 0;
  const notes = byShape ? [problem({ code: 'page-by-shape' }, 'note')] : [];
  const lifted: TracedSheet = {
    skewRad,
    capHeightPx,
    specksDropped,
    printedLines: read.value.printedLines.length,
    ...(guessed ? { expected: foundList(page.value) } : {}),
    pieces: traced.filter((p) => contoursBox(p.outline) !== null),
  };
  return ok(lifted, notes);
}
