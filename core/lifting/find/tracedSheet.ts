import type { ColourLayer } from '../../foundations/geometry/paint';
import type { Contour } from '../../foundations/geometry/contour';
import type { PxBox } from '../../foundations/raster/picture';
import type { SheetRecipe } from '../printed/readSheet';
import type { Cut } from './cut';
import type { LiftStage } from './liftPicture';
import type { TraceRecipe } from './tracePiece';

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
  /** One more drawing of its character that isn't used. */
  readonly spare?: boolean;
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
  /** Advance of the space between words, where the page shows it, px. */
  readonly wordPx?: number;
}

/** What is asked of a recipe here; the document's recipe row fits. */
export type LiftRecipe = TraceRecipe &
  SheetRecipe & { readonly level: number | null; readonly speckPx?: number };

/** Told before every step; throwing from it stops the work (cancel). */
export type LiftProgress = (stage: LiftStage | 'trace', share: number) => void;

/** What is asked of a sheet here; the document's sheet row fits. */
export interface LiftedFrom {
  readonly expected: string;
  /**
   * Who says so: a person, or the project's bill, of which a page holds a part in one of the usual orders; or it is a text that is
   * written there as people write, its letters in words.
   */
  readonly expectedFrom?: 'hand' | 'bill' | 'text';
  readonly crop?: PxBox | null;
  readonly quarterTurns?: number;
  /** The page's turn when it was given by hand, degrees, positive when rows fall to the right. */
  readonly turnDeg?: number | null;
}
