import { contourArea, contoursBox } from '../../foundations/geometry/measure';
import { readPieceRegion } from '../find/pieceRegion';
import type { TracedPiece, TracedSheet } from '../find/liftSheet';
import { characterForm } from '../find/expected';
import type { FoundLetter } from '../find/letters';
import { letterMask } from '../find/likeness';
import { DOUBT } from '../find/nameLetters';
import { connectedParts, type Part } from '../find/parts';
import { withoutStrays } from '../find/strayParts';
import { tracePiece, type TraceRecipe } from '../find/tracePiece';
import { inkMask } from '../../tracing/ink/inkField';
import { readSheet, type SheetRecipe } from '../printed/readSheet';
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

/**
 * Letters of a straightened practice page: each box's ink, followed outside of it where a letter leaves it. Printed lines
 * are divided out before; marks, code and model letters lie where they are known to be.
 */
export function liftPractice(
  flat: Picture,
  page: PracticePage,
  pxPerMm: number,
  recipe: TraceRecipe & SheetRecipe & { readonly level: number | null },
  onProgress: (share: number) => void = () => {},
): Result<LiftedPractice> {
  const read = readSheet(flat, recipe);
  if (!read.ok) return read;
  const ink = { ...read.value.ink, level: recipe.level ?? read.value.ink.level };
  const printed = inkMask(read.value.picture, ink, ink.level);
  const penPx = penWidth(printed);
  const picture = clearGuides({
    picture: read.value.picture,
    flat,
    paper: ink.paper,
    mask: printed,
    page,
    pxPerMm,
    penPx,
  });
  // Read anew: every patch's seed has to lie in ink that is traced.
  const mask = inkMask(picture, ink, ink.level);
  clearPrinted(mask, page, pxPerMm);
  const least = LEAST_INK * (page.settings.xHeightMm * pxPerMm) ** 2;
  const parts = connectedParts(mask).filter((p) => p.area >= least);
  const byBox = new Map<PracticeBox, Part[]>();
  for (const part of parts) {
    const box = boxOf(page, part.centerX / pxPerMm, part.centerY / pxPerMm);
    if (box) byBox.set(box, [...(byBox.get(box) ?? []), part]);
  }
  const pieces: TracedPiece[] = [];
  const [empty, crossedOut]: string[][] = [[], []];
  const capLinePx = (page.lines.baseline - page.lines.caps) * pxPerMm;
  const given = new Map<string, number>();
  page.boxes.forEach((box, order) => {
    onProgress(order / page.boxes.length);
    const inked = byBox.get(box);
    if (!inked) {
      empty!.push(box.char);
      return;
    }
    const baselineY = (box.y + page.lines.baseline) * pxPerMm;
    const look = (letter: FoundLetter) => likenessIn(mask, letter, baselineY, capLinePx);
    const whole = letterOf(inked, box.row);
    if (isCrossedOut(look, box, whole, pxPerMm)) {
      crossedOut!.push(box.char);
      return;
    }
    const letter = withoutStrays(mask, whole, box.char, penPx, look) ?? whole;
    const place = { box: letter.box, seeds: letter.parts.map((p) => p.seed), cuts: [] };
    const { outline: traced, layers } = tracePiece(readPieceRegion(picture, ink, place), recipe, 0);
    const outline = traced.filter((c) => Math.abs(contourArea(c)) > LEAST_CONTOUR * penPx * penPx);
    if (!contoursBox(outline)) {
      // Ink that gives no outline is told as an empty box, not passed over.
      empty!.push(box.char);
      return;
    }
    const drawings = given.get(box.char) ?? 0;
    given.set(box.char, drawings + 1);
    pieces.push({
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
    });
  });
  if (pieces.length === 0) return fail({ code: 'no-letters', specks: 0 });
  return ok({
    skewRad: 0,
    capHeightPx: capLinePx,
    capLinePx,
    specksDropped: 0,
    printedLines: read.value.printedLines.length,
    pieces,
    page,
    empty: [...new Set(empty)],
    crossedOut: [...new Set(crossedOut)],
  });
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
