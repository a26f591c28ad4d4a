import { learnInk, type Ground, type InkModel } from '../ink/inkModel';
import { ok, type Result } from '../problems/problem';
import { turnByOrientation, type Picture } from '../raster/picture';
import { dropPrintedLines, type PrintedLine } from './dropLines';

/** A sheet ready for finding and tracing: its ink without what was printed on the paper. */
export interface SheetInk {
  /** The picture as it was read: mirrored when asked for, printed lines left out. */
  readonly picture: Picture;
  readonly ink: InkModel;
  readonly printedLines: readonly PrintedLine[];
}

/** How a sheet is read; the document's recipe row fits. */
export interface SheetRecipe {
  /** What becomes of rules and squares printed on the paper; left out when not said. */
  readonly printedLines?: 'leave out' | 'keep';
  readonly ground?: Ground;
  /** Read as in a mirror: all places are those of the mirrored picture. */
  readonly mirror?: boolean;
}

/** Learns a sheet's ink by its recipe, printed lines left out unless they are to be kept. Fails with 'no-ink'. */
export function readSheet(asItCame: Picture, recipe: SheetRecipe = {}): Result<SheetInk> {
  const picture = recipe.mirror ? turnByOrientation(asItCame, MIRRORED) : asItCame;
  const learnt = learnInk(picture, recipe.ground);
  if (!learnt.ok) return learnt;
  const asItIs = { picture, ink: learnt.value, printedLines: [] };
  if (recipe.printedLines === 'keep' || learnt.value.source === 'alpha') return ok(asItIs);
  const { picture: clean, lines } = dropPrintedLines(picture, learnt.value.paper);
  if (lines.length === 0) return ok(asItIs);
  // The lines had their part in what was taken for ink.
  const again = learnInk(clean, recipe.ground);
  return again.ok ? ok({ picture: clean, ink: again.value, printedLines: lines }) : ok(asItIs);
}

/** EXIF's orientation for left and right exchanged. */
const MIRRORED = 2;
