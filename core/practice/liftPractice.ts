import { contoursBox } from '../geometry/measure';
import { readPieceRegion } from '../find/pieceRegion';
import type { TracedPiece, TracedSheet } from '../find/liftSheet';
import { letterMask } from '../find/likeness';
import { connectedParts, type Part } from '../find/parts';
import { tracePiece, type TraceRecipe } from '../find/tracePiece';
import { inkMask } from '../ink/inkField';
import { readSheet, type SheetRecipe } from '../printed/readSheet';
import { fail, ok, type Result } from '../problems/problem';
import { unionPxBox, type ByteImage, type Picture } from '../raster/picture';
import { likenessTo, shapeLikeness } from '../shapes/classify';
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
  const { picture } = read.value;
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
    const own = byBox.get(box);
    if (!own) {
      empty!.push(box.char);
      return;
    }
    const baselineY = (box.y + page.lines.baseline) * pxPerMm;
    const bounds = own.map((p) => p.box).reduce(unionPxBox);
    if (isCrossedOut(mask, box, own, pxPerMm, baselineY, capLinePx)) {
      crossedOut!.push(box.char);
      return;
    }
    const place = { box: bounds, seeds: own.map((p) => p.seed), cuts: [] };
    const { outline, layers } = tracePiece(readPieceRegion(picture, ink, place), recipe, 0);
    if (!contoursBox(outline)) return;
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
      confidence: 1,
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

function isCrossedOut(
  mask: ByteImage,
  box: PracticeBox,
  own: readonly Part[],
  k: number,
  baselineY: number,
  capPx: number,
): boolean {
  const bounds = own.map((p) => p.box).reduce(unionPxBox);
  if (
    bounds.width < CROSSED.span * box.width * k ||
    bounds.height < CROSSED.span * (box.height - LABEL_MM) * k
  )
    return false;
  const drawing = letterMask(mask, { box: bounds, parts: own, cuts: [] });
  const likeness = shapeLikeness(drawing, {
    top: (baselineY - bounds.y) / capPx,
    bottom: (baselineY - bounds.y - bounds.height) / capPx,
    width: bounds.width / capPx,
    parts: own.length,
  });
  return (likenessTo(likeness, box.char) ?? 1) < CROSSED.likeness;
}
