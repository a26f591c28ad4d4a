import { contourArea, contoursBox } from '../../foundations/geometry/measure';
import { readPieceRegion } from '../find/pieceRegion';
import type { TracedPiece, TracedSheet } from '../find/tracedSheet';
import { characterForm } from '../find/expected';
import type { FoundLetter } from '../find/letters';
import { letterMask } from '../find/likeness';
import { DOUBT } from '../find/nameLetters';
import { connectedParts, type Part } from '../find/parts';
import { withoutStrays } from '../find/strayParts';
import { tracePiece, type TraceRecipe } from '../find/tracePiece';
import type { InkModel } from '../../tracing/ink/inkModel';
import { inkMask } from '../../tracing/ink/inkField';
import { readSheet, type SheetInk, type SheetRecipe } from '../printed/readSheet';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { percentile } from '../../foundations/raster/histogram';
import { unionPxBox, type ByteImage, type Picture } from '../../foundations/raster/picture';
import { likeliest, likenessTo, shapeLikeness, type ShapeLikeness } from '../shapes/classify';
import { clearGuides } from './clearGuides';
import { LABEL_MM, MARK_MM, type PracticeBox, type PracticePage } from './layout';

/** A filled practice page, its letters known by their boxes. */
export interface LiftedPractice extends TracedSheet {
  readonly page: PracticePage;
  /** Height of capitals by the page's own lines, px. */
  readonly capLinePx: number;
  /** Characters whose boxes are empty, and those that were crossed out. */
  readonly empty: readonly string[];
  readonly crossedOut: readonly string[];
}

/** Ink thinner than a share of the x-height squared is no writing. */
const LEAST_INK = 0.004;
/**
 * What lies in a box is doubtful when it spans so much of it, has so many patches more than its character, or looks so little like
 * it and so much like another.
 */
const ODD = { span: 0.9, patches: 1, own: 0.004, other: 0.7 };
/** What a guide leaves inside a stroke is smaller than a pen's dot, in squares of the pen's width. */
const LEAST_CONTOUR = 0.3;
/** A box is crossed out when its ink spans it and looks nothing like its letter. */
const CROSSED = { span: 0.72, likeness: 0.01 };

/** A page as its boxes are read: its ink without what is printed, and how large things are on it. */
interface ReadPage {
  readonly picture: Picture;
  readonly ink: InkModel;
  readonly mask: ByteImage;
  readonly page: PracticePage;
  readonly pxPerMm: number;
  readonly penPx: number;
  /** Height of capitals by the page's own lines, px. */
  readonly capLinePx: number;
  readonly recipe: TraceRecipe;
}

/** The letter of a box; why there is none otherwise. */
type BoxRead = TracedPiece | 'empty' | 'crossed out';

type PageRecipe = TraceRecipe & SheetRecipe & { readonly level: number | null };

/**
 * Letters of a straightened practice page: each box's ink, followed outside of it where a letter leaves it. Printed lines
 * are divided out before; marks, code and model letters lie where they are known to be.
 */
export function liftPractice(
  flat: Picture,
  page: PracticePage,
  pxPerMm: number,
  recipe: PageRecipe,
  onProgress: (share: number) => void = () => {},
): Result<LiftedPractice> {
  const sheet = readSheet(flat, recipe);
  if (!sheet.ok) return sheet;
  const read = withoutPrint(sheet.value, flat, page, pxPerMm, recipe);
  const byBox = partsByBox(read);
  const pieces: TracedPiece[] = [];
  const left = { empty: new Set<string>(), 'crossed out': new Set<string>() };
  const given = new Map<string, number>();
  page.boxes.forEach((box, order) => {
    onProgress(order / page.boxes.length);
    const drawings = given.get(box.char) ?? 0;
    const found = readBox(read, box, byBox.get(box), order, drawings);
    if (typeof found === 'string') return left[found].add(box.char);
    given.set(box.char, drawings + 1);
    return pieces.push(found);
  });
  if (pieces.length === 0) return fail({ code: 'no-letters', specks: 0 });
  return ok({
    skewRad: 0,
    capHeightPx: read.capLinePx,
    capLinePx: read.capLinePx,
    specksDropped: 0,
    printedLines: sheet.value.printedLines.length,
    pieces,
    page,
    empty: [...left.empty],
    crossedOut: [...left['crossed out']],
  });
}

/** The page without its print. Its mask is read anew: every patch's seed has to lie in ink that is traced. */
function withoutPrint(
  sheet: SheetInk,
  flat: Picture,
  page: PracticePage,
  pxPerMm: number,
  recipe: PageRecipe,
): ReadPage {
  const ink = { ...sheet.ink, level: recipe.level ?? sheet.ink.level };
  const printed = inkMask(sheet.picture, ink, ink.level);
  const penPx = penWidth(printed);
  const { picture: read } = sheet;
  const picture = clearGuides({ picture: read, flat, paper: ink.paper, mask: printed, page, pxPerMm, penPx });
  const mask = inkMask(picture, ink, ink.level);
  clearPrinted(mask, page, pxPerMm);
  const capLinePx = (page.lines.baseline - page.lines.caps) * pxPerMm;
  return { picture, ink, mask, page, pxPerMm, penPx, capLinePx, recipe };
}

/** Patches of ink by the boxes that their middles lie in. */
function partsByBox({ mask, page, pxPerMm }: ReadPage): Map<PracticeBox, Part[]> {
  const least = LEAST_INK * (page.settings.xHeightMm * pxPerMm) ** 2;
  const byBox = new Map<PracticeBox, Part[]>();
  for (const part of connectedParts(mask).filter((p) => p.area >= least)) {
    const box = boxOf(page, part.centerX / pxPerMm, part.centerY / pxPerMm);
    if (box) byBox.set(box, [...(byBox.get(box) ?? []), part]);
  }
  return byBox;
}

/** Reads one box, of whose character so many drawings were found before. */
function readBox(
  { picture, ink, mask, page, pxPerMm, penPx, capLinePx, recipe }: ReadPage,
  box: PracticeBox,
  inked: readonly Part[] | undefined,
  order: number,
  drawings: number,
): BoxRead {
  if (!inked) return 'empty';
  const baselineY = (box.y + page.lines.baseline) * pxPerMm;
  const look = (letter: FoundLetter) => likenessIn(mask, letter, baselineY, capLinePx);
  const whole = letterOf(inked, box.row);
  if (isCrossedOut(look, box, whole, pxPerMm)) return 'crossed out';
  const letter = withoutStrays(mask, whole, box.char, penPx, look) ?? whole;
  const place = { box: letter.box, seeds: letter.parts.map((p) => p.seed), cuts: [] };
  const { outline: traced, layers } = tracePiece(readPieceRegion(picture, ink, place), recipe, 0);
  const outline = traced.filter((c) => Math.abs(contourArea(c)) > LEAST_CONTOUR * penPx * penPx);
  // Ink that gives no outline is told as an empty box, not passed over.
  if (!contoursBox(outline)) return 'empty';
  return {
    ...place,
    order,
    row: box.row,
    baselineY,
    char: box.char,
    // Further boxes of a character are other drawings of it, to take turns with the first.
    variant: drawings === 0 ? null : `alt${drawings}`,
    name: null,
    confidence: isOdd(letter, box, look(letter), pxPerMm) ? DOUBT : 1,
    outline,
    layers,
  };
}

/** Width of the pen's stroke, px: the shorter mean runs among letter-sized patches are those of upright strokes. */
const penWidth = (mask: ByteImage): number => {
  const parts = connectedParts(mask);
  const biggest = Math.max(1, ...parts.map((p) => p.area));
  const runs = parts.filter((p) => p.area > 0.05 * biggest).map((p) => p.meanRun);
  return percentile(runs, 0.2) || 1;
};

/** Marks, the page code and the strips of model letters taken out of the mask, and all beyond the writing area. */
function clearPrinted(mask: ByteImage, page: PracticePage, k: number): void {
  const clear = (x: number, y: number, w: number, h: number) => {
    for (let j = Math.max(0, Math.floor(y * k)); j < Math.min(mask.height, (y + h) * k); j++)
      mask.data.fill(
        0,
        j * mask.width + Math.max(0, Math.floor(x * k)),
        j * mask.width + Math.min(mask.width, Math.ceil((x + w) * k)),
      );
  };
  const m = MARK_MM.outer + 2;
  for (const at of page.marks) clear(at.x - m / 2, at.y - m / 2, m, m);
  clear(0, 0, page.widthMm, page.rows[0]!);
  // Model letters stand at the left of their strip; a letter that reaches up into it keeps the rest.
  for (const b of page.boxes) clear(b.x, b.y, Math.min(b.width, 7), LABEL_MM - 0.4);
}

function boxOf(page: PracticePage, x: number, y: number): PracticeBox | null {
  return page.boxes.find((b) => x >= b.x && x < b.x + b.width && y >= b.y && y < b.y + b.height) ?? null;
}

const letterOf = (parts: readonly Part[], row: number): FoundLetter => ({
  parts,
  box: parts.map((p) => p.box).reduce(unionPxBox),
  row,
  cuts: [],
});

/** What a letter looks like where it stands. */
function likenessIn(mask: ByteImage, letter: FoundLetter, baselineY: number, capPx: number): ShapeLikeness {
  const { box, parts } = letter;
  return shapeLikeness(letterMask(mask, letter), {
    top: (baselineY - box.y) / capPx,
    bottom: (baselineY - box.y - box.height) / capPx,
    width: box.width / capPx,
    parts: parts.length,
  });
}

function isCrossedOut(
  look: (letter: FoundLetter) => ShapeLikeness,
  box: PracticeBox,
  letter: FoundLetter,
  k: number,
): boolean {
  const { width, height } = letter.box;
  if (width < CROSSED.span * box.width * k || height < CROSSED.span * (box.height - LABEL_MM) * k)
    return false;
  return (likenessTo(look(letter), box.char) ?? 1) < CROSSED.likeness;
}

/** Whether what lies in a box should be looked at: wider than any letter, in more patches than it has, or plainly another one. */
function isOdd(letter: FoundLetter, box: PracticeBox, likeness: ShapeLikeness, k: number): boolean {
  if (letter.box.width > ODD.span * box.width * k) return true;
  const form = characterForm(box.char);
  if (form && letter.parts.length > form.parts + ODD.patches) return true;
  const own = likenessTo(likeness, box.char);
  return own !== null && own < ODD.own && likeliest(likeness).share > ODD.other;
}
