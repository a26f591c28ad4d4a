import { learnInk, type Ground, type InkModel } from '../../tracing/ink/inkModel';
import { ok, type Result } from '../../foundations/problems/problem';
import { turnByOrientation, type Picture, type PxBox } from '../../foundations/raster/picture';
import { keepInk } from './keepInk';
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
  /** The one ink that counts, sRGB 0..255; all inks when not said. */
  readonly inkRgb?: readonly [number, number, number] | null;
  /** Quarter turns clockwise before all else: all places are those of the turned picture. */
  readonly quarterTurns?: number;
  /** Read as in a mirror: all places are those of the mirrored picture. */
  readonly mirror?: boolean;
  /** The part that counts, px of the turned and mirrored picture; all else is taken for paper. */
  readonly crop?: PxBox | null;
}

/** What of a recipe and its sheet decides how a picture is read: nothing else has to be sent along. */
export const readingOf = (
  { printedLines, ground, mirror, inkRgb }: SheetRecipe,
  sheet: { readonly crop?: PxBox | null; readonly quarterTurns?: number },
): Required<SheetRecipe> => ({
  printedLines: printedLines ?? 'leave out',
  ground: ground ?? 'found',
  inkRgb: inkRgb ?? null,
  quarterTurns: sheet.quarterTurns ?? 0,
  mirror: mirror ?? false,
  crop: sheet.crop ?? null,
});

/** Learns a sheet's ink by its recipe, printed lines left out unless they are to be kept. Fails with 'no-ink'. */
export function readSheet(asItCame: Picture, recipe: SheetRecipe = {}): Result<SheetInk> {
  const turned = turnByOrientation(asItCame, TURNS[(recipe.quarterTurns ?? 0) % 4]!);
  const upright = recipe.mirror ? turnByOrientation(turned, MIRRORED) : turned;
  const cropped = recipe.crop ? paperBeyond(upright, recipe.crop) : upright;
  const first = learnInk(cropped, recipe.ground);
  if (!first.ok) return first;
  const one =
    recipe.inkRgb && first.value.source === 'colour'
      ? keepInk(cropped, first.value.paper, recipe.inkRgb)
      : null;
  const picture = one ?? cropped;
  const learnt = one ? learnInk(one, first.value.paper.lightOnDark ? 'dark' : 'light') : first;
  if (!learnt.ok) return learnt;
  const asItIs = { picture, ink: learnt.value, printedLines: [] };
  if (recipe.printedLines === 'keep' || learnt.value.source === 'alpha') return ok(asItIs);
  const { picture: clean, lines } = dropPrintedLines(picture, learnt.value.paper);
  if (lines.length === 0) return ok(asItIs);
  // The lines had their part in what was taken for ink.
  // Which of the two is lighter is known by now; what is left of the lines shouldn't be asked again.
  const again = learnInk(clean, learnt.value.paper.lightOnDark ? 'dark' : 'light');
  return again.ok ? ok({ picture: clean, ink: again.value, printedLines: lines }) : ok(asItIs);
}

/** EXIF's orientation for left and right exchanged, and for none to three quarter turns clockwise. */
const MIRRORED = 2;
const TURNS = [1, 6, 3, 8];

/** The picture with everything beyond a box painted like the box's nearest px: paper goes on around it. */
function paperBeyond(p: Picture, crop: PxBox): Picture {
  const [x0, y0] = [Math.max(0, Math.round(crop.x)), Math.max(0, Math.round(crop.y))];
  const x1 = Math.min(p.width, Math.round(crop.x + crop.width));
  const y1 = Math.min(p.height, Math.round(crop.y + crop.height));
  if (x1 - x0 < 4 || y1 - y0 < 4) return p;
  const from = new Uint32Array(p.data.buffer, p.data.byteOffset, p.width * p.height);
  const to = new Uint32Array(p.width * p.height);
  for (let y = 0; y < p.height; y++) {
    const row = Math.max(y0, Math.min(y1 - 1, y)) * p.width;
    for (let x = 0; x < p.width; x++) to[y * p.width + x] = from[row + Math.max(x0, Math.min(x1 - 1, x))]!;
  }
  return { width: p.width, height: p.height, data: new Uint8Array(to.buffer) };
}
