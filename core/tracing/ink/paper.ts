import { median } from '../../foundations/raster/histogram';
import type { Picture } from '../../foundations/raster/picture';

/** The ground's colour on a coarse grid of square cells; between cell centres it is blended. */
export interface Paper {
  readonly lightOnDark: boolean;
  /** Side of a cell in px. */
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
  /** RGB, 3 floats a cell, rows from the top. */
  readonly rgb: Float32Array;
}

/** Share of a cell's px (by brightness) taken as ground in the first look; letters fill less than the rest. */
const GROUND_SHARE = 0.85;
/** A cell this much darker than the brightest around it is full of ink or lies off the paper's course. */
const INKED_CELL = 0.8;

/** RGB of a row of the ground's cells, blended at places of a row of the picture. */
function blendedCells(paper: Paper, row: number, places: Float64Array): Float64Array {
  const { rgb, columns, cell } = paper;
  const out = new Float64Array(3 * places.length);
  for (let k = 0; k < places.length; k++) {
    const gx = Math.max(0, Math.min(columns - 1, (places[k]! + 0.5) / cell - 0.5));
    const x0 = Math.floor(gx);
    const fx = gx - x0;
    const a = 3 * (row * columns + x0);
    const b = 3 * (row * columns + Math.min(columns - 1, x0 + 1));
    for (let q = 0; q < 3; q++) out[3 * k + q] = rgb[a + q]! * (1 - fx) + rgb[b + q]! * fx;
  }
  return out;
}

/**
 * Blended ground colours by rows: what `paperAt` gives at px x = `from`, `from + step` ..., `count` of them, and the px y that is asked for,
 * for a fraction of its time where rows come one after the other. RGB in one reused array.
 */
export function groundRows(
  paper: Paper,
  count: number,
  { from = 0, step = 1 } = {},
): (y: number) => Float64Array {
  const places = Float64Array.from({ length: count }, (_, k) => from + k * step);
  const out: Float64Array = new Float64Array(3 * count);
  let at = -1;
  let above: Float64Array = out;
  let below: Float64Array = out;
  return (y) => {
    const gy = Math.max(0, Math.min(paper.rows - 1, (y + 0.5) / paper.cell - 0.5));
    const y0 = Math.floor(gy);
    if (y0 !== at) {
      at = y0;
      above = blendedCells(paper, y0, places);
      below = blendedCells(paper, Math.min(paper.rows - 1, y0 + 1), places);
    }
    const fy = gy - y0;
    const rest = 1 - fy;
    for (let k = 0; k < out.length; k++) out[k] = above[k]! * rest + below[k]! * fy;
    return out;
  };
}

/** Blended ground colour at a px, written into `out` (a reused array: this runs for every px). */
export function paperAt(paper: Paper, x: number, y: number, out: number[]): void {
  const gx = Math.max(0, Math.min(paper.columns - 1, (x + 0.5) / paper.cell - 0.5));
  const gy = Math.max(0, Math.min(paper.rows - 1, (y + 0.5) / paper.cell - 0.5));
  const x0 = Math.floor(gx);
  const y0 = Math.floor(gy);
  const fx = gx - x0;
  const fy = gy - y0;
  const x1 = Math.min(paper.columns - 1, x0 + 1);
  const y1 = Math.min(paper.rows - 1, y0 + 1);
  const { rgb, columns } = paper;
  const a = (y0 * columns + x0) * 3;
  const b = (y0 * columns + x1) * 3;
  const c = (y1 * columns + x0) * 3;
  const d = (y1 * columns + x1) * 3;
  for (let k = 0; k < 3; k++) {
    out[k] =
      (rgb[a + k]! * (1 - fx) + rgb[b + k]! * fx) * (1 - fy) +
      (rgb[c + k]! * (1 - fx) + rgb[d + k]! * fx) * fy;
  }
}

/**
 * The ground's colour: in every cell a high percentile of brightness, cells full of ink filled from their
 * neighbours, then the mean of those px of the cell that lie near it, so that noise doesn't bias the result.
 */
export function estimatePaper(p: Picture, lightOnDark: boolean): Paper {
  const even = evenGround(p);
  if (even) {
    const cell = Math.max(p.width, p.height);
    return { lightOnDark, cell, columns: 1, rows: 1, rgb: Float32Array.from(even) };
  }
  const cell = Math.max(12, Math.min(96, Math.round(Math.min(p.width, p.height) / 14)));
  const columns = Math.ceil(p.width / cell);
  const rows = Math.ceil(p.height / cell);
  const n = columns * rows;
  const level = new Float32Array(n);
  const flip = lightOnDark ? 255 : 0;

  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) level[r * columns + c] = cellGround(p, c, r, cell, flip);
  }
  const trusted = trustCells(level, columns, rows);
  const rgb = new Float32Array(n * 3);
  const known = new Uint8Array(n);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const k = r * columns + c;
      if (trusted[k])
        known[k] = meanGround(p, c, r, cell, level[k]!, flip, rgb.subarray(k * 3, k * 3 + 3)) ? 1 : 0;
    }
  }
  fillUnknown(rgb, known, columns, rows);
  return { lightOnDark, cell, columns, rows, rgb: smoothGrid(rgb, columns, rows) };
}

/** Levels within which drawn artwork's ground keeps to one colour; paper under a lens never does. */
const DRAWN_LEVELS = 3;
/** Share of the picture that has to be of the ground's colour. */
const DRAWN_SHARE = 0.25;

/** The colour of a ground that is the same all over, as in drawn artwork: that of the corners. Null for real paper. */
function evenGround(p: Picture): number[] | null {
  const at = (x: number, y: number) => (y * p.width + x) * 4;
  const corners = [at(0, 0), at(p.width - 1, 0), at(0, p.height - 1), at(p.width - 1, p.height - 1)];
  const ground = [0, 1, 2].map((c) => median(corners.map((i) => p.data[i + c]!)));
  const step = 4 * Math.max(1, Math.floor((p.width * p.height) / 60_000));
  const sums = [0, 0, 0];
  let near = 0;
  let seen = 0;
  for (let i = 0; i + 3 < p.data.length; i += step, seen++) {
    if ([0, 1, 2].some((c) => Math.abs(p.data[i + c]! - ground[c]!) > DRAWN_LEVELS)) continue;
    near++;
    for (let c = 0; c < 3; c++) sums[c]! += p.data[i + c]!;
  }
  const atCorners = corners.filter((i) =>
    [0, 1, 2].every((c) => Math.abs(p.data[i + c]! - ground[c]!) <= DRAWN_LEVELS),
  );
  if (atCorners.length < 3 || near < DRAWN_SHARE * seen) return null;
  return sums.map((s) => s / near);
}

/** How bright a px is, or how far from white where the ink is light (`flip` 255). */
const brightness = (data: Picture['data'], i: number, flip: number): number =>
  Math.abs(flip - (data[i]! + data[i + 1]! + data[i + 2]!) / 3);

function cellGround(p: Picture, c: number, r: number, cell: number, flip: number): number {
  const { data } = p;
  const histogram = new Uint32Array(256);
  let seen = 0;
  const stride = cell > 48 ? 2 : 1;
  for (let y = r * cell; y < Math.min(p.height, (r + 1) * cell); y += stride) {
    for (let x = c * cell; x < Math.min(p.width, (c + 1) * cell); x += stride) {
      histogram[Math.round(brightness(data, (y * p.width + x) * 4, flip))]!++;
      seen++;
    }
  }
  let sum = 0;
  for (let v = 0; v < 256; v++) {
    sum += histogram[v]!;
    if (sum >= seen * GROUND_SHARE) return v;
  }
  return 255;
}

/** Cells whose ground is not far below the brightest within two cells, nor below half of the page's median. */
function trustCells(level: Float32Array, columns: number, rows: number): Uint8Array {
  const floor = median(level) * 0.35;
  return Uint8Array.from(level, (v, k) => {
    const r = Math.floor(k / columns);
    const c = k % columns;
    let top = 0;
    for (let y = Math.max(0, r - 2); y <= Math.min(rows - 1, r + 2); y++) {
      for (let x = Math.max(0, c - 2); x <= Math.min(columns - 1, c + 2); x++)
        top = Math.max(top, level[y * columns + x]!);
    }
    return v >= top * INKED_CELL && v >= floor ? 1 : 0;
  });
}

/** Mean colour of the px near the ground level; half the noise lies above a percentile, so the band is wide. */
function meanGround(
  p: Picture,
  c: number,
  r: number,
  cell: number,
  level: number,
  flip: number,
  out: Float32Array,
): boolean {
  const { data } = p;
  let count = 0;
  let [red, green, blue] = [0, 0, 0];
  const stride = cell > 48 ? 2 : 1;
  const band = 0.07 * level + 4;
  for (let y = r * cell; y < Math.min(p.height, (r + 1) * cell); y += stride) {
    for (let x = c * cell; x < Math.min(p.width, (c + 1) * cell); x += stride) {
      const i = (y * p.width + x) * 4;
      if (Math.abs(brightness(data, i, flip) - level) > band) continue;
      count++;
      red += data[i]!;
      green += data[i + 1]!;
      blue += data[i + 2]!;
    }
  }
  // A cell mostly under ink shows soft edges, not ground.
  const area = (Math.min(cell, p.height - r * cell) * Math.min(cell, p.width - c * cell)) / stride ** 2;
  if (count < 4 || count < 0.25 * area) return false;
  out.set([red / count, green / count, blue / count]);
  return true;
}

/** Unknown cells take the mean of their known neighbours, ring by ring. */
function fillUnknown(rgb: Float32Array, known: Uint8Array, columns: number, rows: number): void {
  if (!known.includes(1)) rgb.fill(255);
  for (let pass = 0; pass < columns + rows && known.includes(0) && known.includes(1); pass++) {
    const before = known.slice();
    for (let k = 0; k < known.length; k++) {
      if (before[k]) continue;
      const r = Math.floor(k / columns);
      const c = k % columns;
      let count = 0;
      const sum = [0, 0, 0];
      for (let y = Math.max(0, r - 1); y <= Math.min(rows - 1, r + 1); y++) {
        for (let x = Math.max(0, c - 1); x <= Math.min(columns - 1, c + 1); x++) {
          const j = y * columns + x;
          if (!before[j]) continue;
          count++;
          for (let q = 0; q < 3; q++) sum[q]! += rgb[j * 3 + q]!;
        }
      }
      if (count === 0) continue;
      known[k] = 1;
      for (let q = 0; q < 3; q++) rgb[k * 3 + q] = sum[q]! / count;
    }
  }
}

/** A 3 x 3 mean: neighbouring cells' grounds differ by noise and texture, light changes slowly. */
function smoothGrid(rgb: Float32Array, columns: number, rows: number): Float32Array {
  const out = new Float32Array(rgb.length);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      let count = 0;
      const sum = [0, 0, 0];
      for (let y = Math.max(0, r - 1); y <= Math.min(rows - 1, r + 1); y++) {
        for (let x = Math.max(0, c - 1); x <= Math.min(columns - 1, c + 1); x++, count++) {
          for (let q = 0; q < 3; q++) sum[q]! += rgb[(y * columns + x) * 3 + q]!;
        }
      }
      for (let q = 0; q < 3; q++) out[(r * columns + c) * 3 + q] = sum[q]! / count;
    }
  }
  return out;
}
