import type { TracedPiece } from '../find/liftSheet';
import { tracePiece, type TraceRecipe } from '../find/tracePiece';
import { learnInk } from '../../tracing/ink/inkModel';
import { contoursBox } from '../../foundations/geometry/measure';
import { translation } from '../../foundations/geometry/affine';
import { transformContours } from '../../foundations/geometry/contour';
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
  const sizes = shown.map((i) => i.picture.height);
  const same = Math.max(...sizes) === Math.min(...sizes);
  const columns = Math.max(1, Math.ceil(Math.sqrt(items.length * 1.4)));
  const cellW = Math.max(...shown.map((i) => i.picture.width)) + GAP_PX;
  const cellH = Math.max(...sizes) + GAP_PX;
  const [width, height] = [columns * cellW, Math.ceil(items.length / columns) * cellH];
  const data = new Uint8Array(width * height * 4).fill(255);
  const pieces: TracedPiece[] = [];
  const empty: string[] = [];
  const feet: (Foot & { readonly top: number; readonly at: number })[] = [];
  shown.forEach(({ picture: p, stem, char, variant }, order) => {
    onProgress(order / shown.length);
    const row = Math.floor(order / columns);
    const [x0, y0] = [(order % columns) * cellW + GAP_PX / 2, row * cellH + GAP_PX / 2];
    fillCell(
      data,
      width,
      { x: (order % columns) * cellW, y: row * cellH, width: cellW, height: cellH },
      p.data,
    );
    for (let y = 0; y < p.height; y++)
      data.set(p.data.subarray(y * p.width * 4, (y + 1) * p.width * 4), ((y0 + y) * width + x0) * 4);
    const ink = learnInk(p);
    const traced = ink.ok
      ? tracePiece(readRegion(p, ink.value, { x: 0, y: 0, width: p.width, height: p.height }), recipe, 0)
      : null;
    const outline = traced ? transformContours(traced.outline, translation(x0, y0)) : [];
    const box = contoursBox(outline);
    if (!box) {
      empty.push(stem);
      return;
    }
    feet.push({ char, foot: box.yMax - y0, top: y0, at: pieces.length });
    pieces.push({
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
    });
  });
  if (pieces.length === 0) return fail({ code: 'no-letters', specks: 0 });
  if (same) {
    const foot = commonFoot(feet);
    for (const f of feet) pieces[f.at] = { ...pieces[f.at]!, baselineY: f.top + foot };
  }
  const sheet: LaidOut = {
    skewRad: 0,
    capHeightPx: 0,
    specksDropped: 0,
    printedLines: 0,
    pieces,
    widthPx: width,
    heightPx: height,
  };
  return ok({ sheet, picture: { width, height, data }, empty });
}
