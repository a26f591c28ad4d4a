import type { Picture } from '../../foundations/raster/picture';

/** Pixel art read from a picture: one px a cell. */
export interface PixelArt {
  readonly cells: Picture;
  /** Side of a cell in the picture it was read from, px. */
  readonly cellPx: number;
}

/** More colours than these come from a camera or from softened edges. */
const MOST_COLOURS = 24;
/** At one px a cell, strokes this thin tell pixel letters from a scan in black and white, px. */
const THIN_PX = 3;
/** A sheet drawn at one px a cell isn't larger, px. */
const LARGEST_AT_ONE = 1024;

/**
 * Pixel art that was saved without loss, at any whole size, with any ground; null for all other pictures. Every change of
 * colour lies on one grid, or, at one px a cell, the strokes are too thin for anything else.
 */
export function readPixelArt(p: Picture): PixelArt | null {
  const data = new Uint32Array(
    p.data.buffer.slice(p.data.byteOffset, p.data.byteOffset + 4 * p.width * p.height),
  );
  // Clear px are one colour, whatever lies under them.
  for (let k = 0; k < data.length; k++) if (p.data[4 * k + 3]! < 8) data[k] = 0;
  const colours = new Set<number>();
  for (const v of data) {
    colours.add(v);
    if (colours.size > MOST_COLOURS) return null;
  }
  if (colours.size < 2) return null;
  const across = gridOf(p.width, (x) => {
    for (let y = 0; y < p.height; y++) if (data[y * p.width + x] !== data[y * p.width + x - 1]) return true;
    return false;
  });
  const down = gridOf(p.height, (y) => {
    for (let x = 0; x < p.width; x++) if (data[y * p.width + x] !== data[(y - 1) * p.width + x]) return true;
    return false;
  });
  const cellPx = greatestDivisor(across.step, down.step);
  if (cellPx < 2 && (Math.max(p.width, p.height) > LARGEST_AT_ONE || !isThin(data, p.width, p.height)))
    return null;
  const [x0, y0] = [across.from % cellPx, down.from % cellPx];
  const width = Math.ceil((p.width - x0) / cellPx) + (x0 > 0 ? 1 : 0);
  const height = Math.ceil((p.height - y0) / cellPx) + (y0 > 0 ? 1 : 0);
  const cells = new Uint32Array(width * height);
  const middle = cellPx >> 1;
  const at = (i: number, start: number, size: number) =>
    Math.max(0, Math.min(size - 1, (i - (start > 0 ? 1 : 0)) * cellPx + start + middle));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      cells[y * width + x] = data[at(y, y0, p.height) * p.width + at(x, x0, p.width)]!;
  return { cells: { width, height, data: new Uint8Array(cells.buffer) }, cellPx };
}

/** Where colours change along one axis: the first place, and the greatest step all of them are multiples of. */
function gridOf(size: number, changes: (at: number) => boolean): { from: number; step: number } {
  let [from, step] = [-1, 0];
  for (let i = 1; i < size; i++) {
    if (!changes(i)) continue;
    if (from < 0) from = i;
    else step = greatestDivisor(step, i - from);
    if (step === 1) break;
  }
  return { from: Math.max(0, from), step };
}

const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b));

/** Whether most runs of the rarer colours are only a few px long. */
function isThin(data: Uint32Array, width: number, height: number): boolean {
  const counts = new Map<number, number>();
  for (const v of data) counts.set(v, (counts.get(v) ?? 0) + 1);
  const ground = [...counts].sort((a, b) => b[1] - a[1])[0]![0];
  let [thin, all] = [0, 0];
  for (let y = 0; y < height; y++) {
    let run = 0;
    for (let x = 0; x <= width; x++) {
      if (x < width && data[y * width + x] !== ground) run++;
      else if (run > 0) {
        all++;
        if (run <= THIN_PX) thin++;
        run = 0;
      }
    }
  }
  return all > 8 && thin > 0.6 * all;
}

/** So large that the finder of letters has enough to go by, and no larger, px. */
const SHOWN_PX = 9e6;

/** Every cell as a square of px, for finding and tracing. */
export function enlargeCells(cells: Picture): Picture {
  const side = Math.max(4, Math.min(8, Math.floor(Math.sqrt(SHOWN_PX / (cells.width * cells.height)))));
  const [width, height] = [cells.width * side, cells.height * side];
  const from = new Uint32Array(cells.data.buffer, cells.data.byteOffset, cells.width * cells.height);
  const to = new Uint32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      to[y * width + x] = from[Math.floor(y / side) * cells.width + Math.floor(x / side)]!;
  return { width, height, data: new Uint8Array(to.buffer) };
}
