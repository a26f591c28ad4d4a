import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { inkField } from '../ink/inkField';
import { learnInk } from '../ink/inkModel';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import type { FloatImage, Picture } from '../../foundations/raster/picture';
import { cellContours, type DiagonalRule } from './cellContours';
import { findGrid, readCells, type PixelGrid } from './grid';

export interface TracedPixels {
  /** Image px, y down. */
  readonly contours: Contour[];
  readonly grid: PixelGrid;
}

/** A pixel drawing's exact outline on the grid found in it. Fails with 'no-ink' or 'no-grid'. */
export function tracePixels(picture: Picture, rule: DiagonalRule = 'apart'): Result<TracedPixels> {
  const ink = learnInk(picture);
  if (!ink.ok) return ink;
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  return tracePixelField(inkField(picture, ink.value, whole), rule);
}

/** The same from an ink density field. */
export function tracePixelField(field: FloatImage, rule: DiagonalRule): Result<TracedPixels> {
  const grid = findGrid(field);
  if (!grid) return fail({ code: 'no-grid' });
  const { columns, rows, column0, row0, density } = readCells(field, grid);
  const cells = cellContours((c, r) => density[r * columns + c]! >= 0.5, columns, rows, rule);
  const { cell, x0, y0 } = grid;
  return ok({
    contours: transformContours(cells, {
      a: cell,
      b: 0,
      c: 0,
      d: cell,
      e: x0 + column0 * cell,
      f: y0 + row0 * cell,
    }),
    grid,
  });
}
