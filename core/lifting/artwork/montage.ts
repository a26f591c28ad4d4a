import type { TracedPiece } from '../find/tracedSheet';
import { tracePiece, type TraceRecipe } from '../find/tracePiece';
import { learnInk } from '../../tracing/ink/inkModel';
import { contoursBox } from '../../foundations/geometry/measure';
import { translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { overWhite } from '../../foundations/raster/overWhite';
import { smallerPicture, type Picture, type PxBox } from '../../foundations/raster/picture';
import { commonFoot, type Foot } from './commonFoot';
import { readRegion } from '../../tracing/trace/traceRegion';
import type { LaidOut } from './layOut';

/** A picture of one character. */
export interface NamedPicture {
  readonly picture: Picture;
  readonly stem: string;
  readonly char: string | null;
  readonly variant: string | null;
}

/** Side of the largest picture on the sheet, px; larger ones are made smaller by whole steps. */
const MOST_PX = 800;
const GAP_PX = 8;

/** Ink with a transparent ground keeps its shape where its colour would melt into white. */
const asDrawn = (p: Picture): Picture => {
  const ink = learnInk(p);
  if (!ink.ok || ink.value.source !== 'alpha') return overWhite(p);
  const data = new Uint8Array(p.data.length);
  for (let i = 0; i < data.length; i += 4)
    data.set([255 - p.data[i + 3]!, 255 - p.data[i + 3]!, 255 - p.data[i + 3]!, 255], i);
  return { ...p, data };
};

/** A cell in the colour of its picture's corner, so that the ground goes on around it. */
function fillCell(data: Uint8Array, width: number, cell: PxBox, from: Picture['data']): void {
  for (let y = cell.y; y < cell.y + cell.height; y++)
    for (let x = cell.x; x < cell.x + cell.width; x++) data.set(from.subarray(0, 4), (y * width + x) * 4);
}

export interface Montage {
  readonly sheet: LaidOut;
  /** All pictures on one, as they are traced. */
  readonly picture: Picture;
  /** Those in which nothing was found. */
  readonly empty: readonly string[];
}

/** Cells in rows, all of one size, px. */
interface Grid {
  readonly columns: number;
  readonly cellW: number;
  readonly cellH: number;
  readonly width: number;
  readonly height: number;
}

/** Columns to rows, so that the sheet comes out about as wide as a page lies. */
const COLUMNS_TO_ROWS = 1.4;

function gridFor(pictures: readonly Picture[]): Grid {
  const columns = Math.max(1, Math.ceil(Math.sqrt(pictures.length * COLUMNS_TO_ROWS)));
  const cellW = Math.max(...pictures.map((p) => p.width)) + GAP_PX;
  const cellH = Math.max(...pictures.map((p) => p.height)) + GAP_PX;
  const rows = Math.ceil(pictures.length / columns);
  return { columns, cellW, cellH, width: columns * cellW, height: rows * cellH };
}

/** A picture laid into its cell; the place of its corner on the sheet, px. */
function layIn(data: Uint8Array, grid: Grid, p: Picture, order: number) {
  const { columns, cellW, cellH, width } = grid;
  const row = Math.floor(order / columns);
  const cell = { x: (order % columns) * cellW, y: row * cellH, width: cellW, height: cellH };
  const [x, y] = [cell.x + GAP_PX / 2, cell.y + GAP_PX / 2];
  fillCell(data, width, cell, p.data);
  for (let j = 0; j < p.height; j++)
    data.set(p.data.subarray(j * p.width * 4, (j + 1) * p.width * 4), ((y + j) * width + x) * 4);
  return { x, y, row };
}

/** The outline of all the ink of a picture, px of its own. */
function traced(p: Picture, recipe: TraceRecipe): readonly Contour[] {
  const ink = learnInk(p);
  if (!ink.ok) return [];
  const all = { x: 0, y: 0, width: p.width, height: p.height };
  return tracePiece(readRegion(p, ink.value, all), recipe, 0).outline;
}

/** The piece of a named picture; null when nothing is drawn on it. Its baseline is its foot until it is known better. */
function pieceOf(
  { stem, char, variant }: Omit<NamedPicture, 'picture'>,
  outline: readonly Contour[],
  order: number,
  row: number,
): TracedPiece | null {
  const box = contoursBox(outline);
  if (!box) return null;
  return {
    box: { x: box.xMin, y: box.yMin, width: box.xMax - box.xMin, height: box.yMax - box.yMin },
    seeds: [],
    cuts: [],
    order,
    row,
    baselineY: box.yMax,
    char,
    variant,
    name: stem,
    confidence: char === null ? 0 : 1,
    outline,
    layers: [],
  };
}

/**
 * Pictures of single characters put together as one sheet, each traced on its own. Pictures of one size keep their
 * letters' places, so that baselines agree. Fails with 'no-letters' when all are empty.
 */
export function montage(
  items: readonly NamedPicture[],
  recipe: TraceRecipe,
  onProgress: (share: number) => void = () => {},
): Result<Montage> {
  const most = Math.max(...items.map(({ picture: p }) => Math.max(p.width, p.height)));
  const step = Math.max(1, Math.ceil(most / MOST_PX));
  const shown = items.map((i) => ({ ...i, picture: asDrawn(smallerPicture(i.picture, step)) }));
  const grid = gridFor(shown.map((i) => i.picture));
  const data = new Uint8Array(grid.width * grid.height * 4).fill(255);
  const found: { readonly piece: TracedPiece; readonly foot: Foot; readonly top: number }[] = [];
  const empty: string[] = [];
  shown.forEach(({ picture, ...named }, order) => {
    onProgress(order / shown.length);
    const { x, y, row } = layIn(data, grid, picture, order);
    const outline = transformContours(traced(picture, recipe), translation(x, y));
    const piece = pieceOf(named, outline, order, row);
    if (!piece) empty.push(named.stem);
    else found.push({ piece, foot: { char: named.char, foot: piece.baselineY - y }, top: y });
  });
  if (found.length === 0) return fail({ code: 'no-letters', specks: 0 });
  const same = new Set(shown.map((i) => i.picture.height)).size === 1;
  const foot = same ? commonFoot(found.map((f) => f.foot)) : null;
  const sheet: LaidOut = {
    skewRad: 0,
    capHeightPx: 0,
    specksDropped: 0,
    printedLines: 0,
    pieces: found.map(({ piece, top }) => (foot === null ? piece : { ...piece, baselineY: top + foot })),
    widthPx: grid.width,
    heightPx: grid.height,
  };
  return ok({ sheet, picture: { width: grid.width, height: grid.height, data }, empty });
}
