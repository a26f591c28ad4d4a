import { joinedRuns } from '../../foundations/raster/joinedRuns';
import type { ByteImage } from '../../foundations/raster/picture';

/** Where a drawing stands on its line, as shares of the cap height; baseline 0, up positive. */
export interface Stance {
  readonly top: number;
  readonly bottom: number;
  readonly width: number;
  readonly parts: number;
}

/** Side of the square a drawing is brought to, px. */
const SIDE = 24;
/** Directions of edges told apart, and cells along each side of the square in which they are counted. */
const DIRECTIONS = 8;
const CELLS = 5;
const COARSE = 8;
const STANCE_VALUES = 12;
export const DESCRIPTOR_SIZE = CELLS * CELLS * DIRECTIONS + COARSE * COARSE + STANCE_VALUES;

/**
 * A drawing's shape in numbers: directions of its edges in a grid of cells, its ink in a coarser one, and how it stands on
 * the line. Thin and wide drawings keep some of their proportion (aspect-ratio adaptive normalisation, C.-L. Liu et al.,
 * Pattern Recognition 36 (2003)); edge directions after N. Dalal, B. Triggs (CVPR 2005).
 */
export function describeShape(drawing: ByteImage, stance: Stance): Float32Array {
  const out = new Float32Array(DESCRIPTOR_SIZE);
  const square = toSquare(drawing);
  writeDirections(square, out);
  writeCoarse(square, out, CELLS * CELLS * DIRECTIONS);
  writeStance(drawing, stance, out, CELLS * CELLS * DIRECTIONS + COARSE * COARSE);
  return out;
}

/** The drawing in the middle of the square, by area. */
function toSquare({ width, height, data }: ByteImage): Float32Array {
  const room = SIDE - 2;
  const ratio = Math.sqrt(Math.min(width, height) / Math.max(width, height));
  const [w, h] = width >= height ? [room, Math.max(3, room * ratio)] : [Math.max(3, room * ratio), room];
  const [x0, y0] = [(SIDE - w) / 2, (SIDE - h) / 2];
  const out = new Float32Array(SIDE * SIDE);
  const [sx, sy] = [w / width, h / height];
  for (let y = 0; y < height; y++) {
    const [ya, yb] = [y0 + y * sy, y0 + (y + 1) * sy];
    for (let x = 0; x < width; x++) {
      if (!data[y * width + x]) continue;
      const [xa, xb] = [x0 + x * sx, x0 + (x + 1) * sx];
      for (let j = Math.floor(ya); j < yb && j < SIDE; j++) {
        const rows = Math.min(yb, j + 1) - Math.max(ya, j);
        for (let i = Math.floor(xa); i < xb && i < SIDE; i++)
          out[j * SIDE + i]! += rows * (Math.min(xb, i + 1) - Math.max(xa, i));
      }
    }
  }
  return softened(out);
}

/** A 1-2-1 mean both ways: rough edges of small drawings shouldn't count as directions. */
function softened(image: Float32Array): Float32Array {
  const pass = (from: Float32Array, step: number, line: (k: number) => number) =>
    from.map((v, k) => {
      const at = line(k);
      return (2 * v + (at > 0 ? from[k - step]! : 0) + (at < SIDE - 1 ? from[k + step]! : 0)) / 4;
    });
  const level = pass(image, 1, (k) => k % SIDE);
  return pass(level, SIDE, (k) => Math.floor(k / SIDE));
}

function writeDirections(square: Float32Array, out: Float32Array): void {
  for (let y = 1; y < SIDE - 1; y++) {
    for (let x = 1; x < SIDE - 1; x++) {
      const k = y * SIDE + x;
      const gx = square[k + 1]! - square[k - 1]!;
      const gy = square[k + SIDE]! - square[k - SIDE]!;
      const size = Math.hypot(gx, gy);
      if (size < 1e-3) continue;
      const turn = ((Math.atan2(gy, gx) / (2 * Math.PI) + 1) * DIRECTIONS) % DIRECTIONS;
      const d = Math.floor(turn);
      const dShare = turn - d;
      const cx = ((x + 0.5) / SIDE) * CELLS - 0.5;
      const cy = ((y + 0.5) / SIDE) * CELLS - 0.5;
      const [ix, iy] = [Math.floor(cx), Math.floor(cy)];
      for (let j = 0; j <= 1; j++) {
        for (let i = 0; i <= 1; i++) {
          const [column, row] = [ix + i, iy + j];
          if (column < 0 || row < 0 || column >= CELLS || row >= CELLS) continue;
          const share = Math.abs(1 - i - (cx - ix)) * Math.abs(1 - j - (cy - iy)) * size;
          const cell = (row * CELLS + column) * DIRECTIONS;
          out[cell + (d % DIRECTIONS)]! += share * (1 - dShare);
          out[cell + ((d + 1) % DIRECTIONS)]! += share * dShare;
        }
      }
    }
  }
  let sum = 0;
  const n = CELLS * CELLS * DIRECTIONS;
  // Square roots even out long strokes; then all drawings get the same length, so that heavy pens weigh no more.
  for (let k = 0; k < n; k++) sum += out[k]!;
  for (let k = 0; k < n; k++) out[k] = Math.sqrt(out[k]! / (sum || 1)) * 3;
}

function writeCoarse(square: Float32Array, out: Float32Array, at: number): void {
  const cell = SIDE / COARSE;
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++)
      out[at + Math.floor(y / cell) * COARSE + Math.floor(x / cell)]! +=
        square[y * SIDE + x]! / (cell * cell);
  }
}

function writeStance(drawing: ByteImage, s: Stance, out: Float32Array, at: number): void {
  const height = Math.max(0.02, s.top - s.bottom);
  const holes = countHoles(drawing);
  let ink = 0;
  for (let k = 0; k < drawing.data.length; k++) ink += drawing.data[k]!;
  const values = [
    s.top,
    s.bottom,
    height,
    Math.min(2, s.width),
    Math.max(-2, Math.min(2, Math.log(Math.max(0.02, s.width) / height))),
    s.parts === 1 ? 1 : 0,
    s.parts === 2 ? 1 : 0,
    s.parts > 2 ? 1 : 0,
    holes === 0 ? 1 : 0,
    holes === 1 ? 1 : 0,
    holes > 1 ? 1 : 0,
    ink / drawing.data.length,
  ];
  out.set(values, at);
}

/** Holes larger than a pinprick: paper that can't be reached from outside, 4 neighbours. */
export function countHoles(drawing: ByteImage): number {
  const { width, height, data } = drawing;
  const least = Math.max(3, 0.004 * data.length);
  const runs = joinedRuns(drawing, 'paper', false);
  const area = new Map<number, number>();
  const outside = new Set<number>();
  runs.patch.forEach((patch, i) => {
    const [row, from, to] = [runs.row[i] ?? 0, runs.from[i] ?? 0, runs.to[i] ?? 0];
    area.set(patch, (area.get(patch) ?? 0) + to - from);
    if (from === 0 || to === width || row === 0 || row === height - 1) outside.add(patch);
  });
  return [...area].filter(([patch, px]) => px >= least && !outside.has(patch)).length;
}
