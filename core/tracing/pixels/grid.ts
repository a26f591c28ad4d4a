import type { FloatImage } from '../../foundations/raster/picture';

/** The square grid of a pixel drawing on its picture, picture px: cell n of a row runs from x0 + n cell to x0 + (n + 1) cell. */
export interface PixelGrid {
  readonly cell: number;
  readonly x0: number;
  readonly y0: number;
}

/** More edges than this say nothing new. */
const ENOUGH_EDGES = 600;
/** Edges must agree this well on a grid (1 = all exactly on it, 0 = anywhere). */
const LEAST_AGREEMENT = 0.5;
/** Of the cells at most this share may be neither ink nor paper in their middle. */
const MOST_UNSURE = 0.05;
/** Density at which a cell counts as neither. */
const UNSURE = [0.4, 0.6] as const;
/** Any edges agree on a spacing of their whole extent; a drawing of so few cells a side is none. */
const FEWEST_CELLS = 3;
/** They agree at least this well beside the spacing on which they agree best. */
const BESIDE_BEST = 0.72;
/** A px is wrong when it differs by so much from its cell; along the edges a rim of this width may be, px. */
const WRONG_BY = 0.6;
const WRONG_RIM_PX = 0.4;
/** Middle part of a cell that is asked, so that a blur doesn't matter. */
const MIDDLE_SHARE = 0.5;
/** A cell is asked as a whole when it is smaller than this, px. */
const SMALL_CELL_PX = 2;

/**
 * Where the ink density passes half-way along rows ('x') or columns ('y'), px. A blur moves an edge of a broad part not at
 * all and both edges of a narrow one by the same amount apart.
 */
function edgePlaces(field: FloatImage, axis: 'x' | 'y'): number[] {
  const { width, height, data } = field;
  const [lines, length] = axis === 'x' ? [height, width] : [width, height];
  const at = (line: number, k: number) => (axis === 'x' ? data[line * width + k]! : data[k * width + line]!);
  const found: number[] = [];
  for (let line = 0; line < lines; line++) {
    for (let k = 0; k + 1 < length; k++) {
      const [a, b] = [at(line, k), at(line, k + 1)];
      if (a > 0.5 === b > 0.5) continue;
      // Px k has its centre at k + 0.5.
      found.push(k + 0.5 + (a - 0.5) / (a - b));
    }
  }
  const stride = Math.ceil(found.length / ENOUGH_EDGES);
  return found.filter((_, i) => i % stride === 0);
}

/** How well places agree on a spacing, and the phase they agree on (Rayleigh's test of directions). */
function agreement(places: readonly number[], frequency: number): { strength: number; phase: number } {
  let c = 0;
  let s = 0;
  for (const p of places) {
    c += Math.cos(2 * Math.PI * p * frequency);
    s += Math.sin(2 * Math.PI * p * frequency);
  }
  return {
    strength: Math.hypot(c, s) / (places.length || 1),
    phase: Math.atan2(s, c) / (2 * Math.PI * frequency),
  };
}

/**
 * Cell size and phase of a pixel drawing from an ink density field; null when its edges lie on no grid. The drawing may
 * be enlarged by any factor from 1 on, blurred, and lie anywhere. The largest cell is meant that keeps every detail.
 */
export function findGrid(field: FloatImage): PixelGrid | null {
  const xs = edgePlaces(field, 'x');
  const ys = edgePlaces(field, 'y');
  if (xs.length < 2 || ys.length < 2) return null;
  const extent = Math.max(field.width, field.height);
  const df = 1 / (8 * extent);
  const strengthAt = (f: number) => Math.min(agreement(xs, f).strength, agreement(ys, f).strength);
  const strengths: number[] = [];
  for (let f = df; f <= 1 + 2 * df; f += df) strengths.push(strengthAt(f));
  const least = Math.max(LEAST_AGREEMENT, BESIDE_BEST * Math.max(...strengths.slice(FEWEST_CELLS * 8)));
  for (let k = 0; k < strengths.length; k++) {
    const here = strengths[k]!;
    if (here < (strengths[k - 1] ?? 0) || here < (strengths[k + 1] ?? 0) || here < 0.9 * least) continue;
    const grid = refine(xs, ys, (k + 1) * df, least);
    if (grid && fitsPicture(field, grid)) return grid;
  }
  return null;
}

/** The spacing and phases nearest to the edges in the sense of least squares, made even numbers where they are so nearly. */
function refine(
  xs: readonly number[],
  ys: readonly number[],
  frequency: number,
  least: number,
): PixelGrid | null {
  let cell = 1 / frequency;
  let [x0, y0] = [agreement(xs, frequency).phase, agreement(ys, frequency).phase];
  for (let round = 0; round < 4; round++) {
    // place = phase + cell * n for both axes at once: three unknowns, eliminated by centring each axis.
    let top = 0;
    let bottom = 0;
    const centred = ([places, phase]: readonly [readonly number[], number]) => {
      const ns = places.map((p) => Math.round((p - phase) / cell));
      const [mn, mp] = [mean(ns), mean(places)];
      places.forEach((p, i) => {
        top += (ns[i]! - mn) * (p - mp);
        bottom += (ns[i]! - mn) ** 2;
      });
      return { mn, mp };
    };
    const [x, y] = [centred([xs, x0]), centred([ys, y0])];
    if (bottom === 0) return null;
    cell = top / bottom;
    [x0, y0] = [x.mp - cell * x.mn, y.mp - cell * y.mn];
  }
  if (cell < 0.9) return null;
  const strength = Math.min(agreement(xs, 1 / cell).strength, agreement(ys, 1 / cell).strength);
  if (strength < least) return null;
  const free = { cell, x0, y0 };
  const scatter = gridScatter(xs, ys, free);
  // Most drawings begin at their picture's corner; then one number says all and is known better.
  const anchored = fromOrigin(xs, ys, free);
  const grid = anchored && gridScatter(xs, ys, anchored) <= 1.3 * scatter + 0.03 ? anchored : free;
  // The simplest number that fits the edges about as well is the one that was meant.
  const limit = EVEN_SCATTER * gridScatter(xs, ys, grid) + EVEN_SCATTER_PX;
  const even = EVEN_PARTS.map((q) => ({ ...grid, cell: Math.round(grid.cell * q) / q })).find(
    (g) => g.cell > 0 && gridScatter(xs, ys, g) <= limit,
  );
  return even ?? grid;
}

/** Drawings are enlarged by whole numbers, halves, tenths and so on. */
const EVEN_PARTS = [1, 2, 10, 3, 4, 100] as const;
/** Edges may scatter this much more about a grid of a simple number, as a factor and in px. */
const EVEN_SCATTER = 1.06;
const EVEN_SCATTER_PX = 0.015;

/** The spacing nearest to the edges when the grid starts in the picture's corner; null when it doesn't nearly. */
function fromOrigin(xs: readonly number[], ys: readonly number[], near: PixelGrid): PixelGrid | null {
  const off = (phase: number) => Math.abs(phase - Math.round(phase / near.cell) * near.cell);
  if (Math.max(off(near.x0), off(near.y0)) > Math.max(0.35, 0.2 * near.cell)) return null;
  const places = [...xs, ...ys];
  const shift = [...xs.map(() => near.x0), ...ys.map(() => near.y0)];
  // Which line of the grid an edge lies on is told by the free fit, which knows its phase.
  const ns = places.map(
    (p, i) => Math.round((p - shift[i]!) / near.cell) + Math.round(shift[i]! / near.cell),
  );
  const top = places.reduce((sum, p, i) => sum + p * ns[i]!, 0);
  const bottom = ns.reduce((sum, n) => sum + n * n, 0);
  return bottom > 0 ? { cell: top / bottom, x0: 0, y0: 0 } : null;
}

/** Root mean square distance of edges from the grid, px. */
function gridScatter(xs: readonly number[], ys: readonly number[], grid: PixelGrid): number {
  const off = (p: number, phase: number) => p - phase - Math.round((p - phase) / grid.cell) * grid.cell;
  const sum = (places: readonly number[], phase: number) =>
    places.reduce((s, p) => s + off(p, phase) ** 2, 0);
  return Math.sqrt((sum(xs, grid.x0) + sum(ys, grid.y0)) / (xs.length + ys.length));
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

export interface CellMap {
  /** Column and row of the first cell, in cells from the grid's origin; columns and rows of the map. */
  readonly column0: number;
  readonly row0: number;
  readonly columns: number;
  readonly rows: number;
  /** Mean density in each cell's middle, rows from the top. */
  readonly density: Float64Array;
}

/** Density in the middle of every cell of the grid that lies at least half on the picture. */
export function readCells(field: FloatImage, grid: PixelGrid): CellMap {
  const { cell, x0, y0 } = grid;
  const column0 = Math.ceil(-x0 / cell - 0.5);
  const row0 = Math.ceil(-y0 / cell - 0.5);
  const columns = Math.max(0, Math.floor((field.width - x0) / cell + 0.5) - column0);
  const rows = Math.max(0, Math.floor((field.height - y0) / cell + 0.5) - row0);
  const density = new Float64Array(columns * rows);
  const inset = cell < SMALL_CELL_PX ? 0 : ((1 - MIDDLE_SHARE) / 2) * cell;
  const sums = integral(field);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const [x, y] = [x0 + (column0 + c) * cell, y0 + (row0 + r) * cell];
      density[r * columns + c] = boxMean(
        field,
        sums,
        x + inset,
        y + inset,
        x + cell - inset,
        y + cell - inset,
      );
    }
  }
  return { column0, row0, columns, rows, density };
}

/** Whether hardly a cell is left unsure and the cells, drawn again, look like the picture but for a rim of part of a px. */
function fitsPicture(field: FloatImage, grid: PixelGrid): boolean {
  const cells = readCells(field, grid);
  const unsure = cells.density.filter((d) => d > UNSURE[0] && d < UNSURE[1]).length;
  if (unsure > MOST_UNSURE * cells.density.length || !cells.density.some((d) => d >= 0.5)) return false;
  const inked = (x: number, y: number) => {
    const c = Math.floor((x + 0.5 - grid.x0) / grid.cell) - cells.column0;
    const r = Math.floor((y + 0.5 - grid.y0) / grid.cell) - cells.row0;
    return (
      c >= 0 && r >= 0 && c < cells.columns && r < cells.rows && cells.density[r * cells.columns + c]! >= 0.5
    );
  };
  let wrong = 0;
  let edges = 0;
  for (let y = 0; y < field.height; y++) {
    for (let x = 0; x < field.width; x++) {
      const d = field.data[y * field.width + x]!;
      if (Math.abs((inked(x, y) ? 1 : 0) - d) > WRONG_BY) wrong++;
      if (x > 0 && d > 0.5 !== field.data[y * field.width + x - 1]! > 0.5) edges++;
      if (y > 0 && d > 0.5 !== field.data[(y - 1) * field.width + x]! > 0.5) edges++;
    }
  }
  return wrong <= WRONG_RIM_PX * edges;
}

/** Sums over all px left of and above a px corner. */
function integral({ width, height, data }: FloatImage): Float64Array {
  const out = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += data[y * width + x]!;
      out[(y + 1) * (width + 1) + x + 1] = out[y * (width + 1) + x + 1]! + row;
    }
  }
  return out;
}

/** Mean over a box that may cut px, by the blended corners of the running sums (exact for px of even density). */
function boxMean(
  { width, height }: FloatImage,
  sums: Float64Array,
  l: number,
  t: number,
  r: number,
  b: number,
): number {
  const at = (x: number, y: number) => {
    const cx = Math.max(0, Math.min(width, x));
    const cy = Math.max(0, Math.min(height, y));
    const [x0, y0] = [Math.min(width - 1, Math.floor(cx)), Math.min(height - 1, Math.floor(cy))];
    const [fx, fy] = [cx - x0, cy - y0];
    const k = y0 * (width + 1) + x0;
    const above = sums[k]! * (1 - fx) + sums[k + 1]! * fx;
    const below = sums[k + width + 1]! * (1 - fx) + sums[k + width + 2]! * fx;
    return above * (1 - fy) + below * fy;
  };
  const area = (Math.min(width, r) - Math.max(0, l)) * (Math.min(height, b) - Math.max(0, t));
  return area > 0 ? (at(r, b) - at(l, b) - at(r, t) + at(l, t)) / area : 0;
}
