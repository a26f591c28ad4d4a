import type { Vec } from '../../foundations/geometry/vec';

/** Rows in which letters are looked at from the side, 1/1000 em: 10 high from -400 to 1200. */
export const ROW = { height: 10, from: -400, count: 160 } as const;
export const rowMiddle = (k: number): number => ROW.from + ROW.height * (k + 0.5);
/** A row without ink lies so far away. */
export const FAR = 1e4;
/** Points along an outline lie at most so far apart. */
const STEP = 3;

/** A letter from its sides, 1/1000 em. */
export interface Profile {
  readonly char: string;
  readonly width: number;
  readonly bottom: number;
  readonly top: number;
  /** Distance of the ink from the box's left and right side in each row; FAR where there is none. */
  readonly left: Float64Array;
  readonly right: Float64Array;
  /** Closed polygons, 1/1000 em. */
  readonly polygons: readonly (readonly Vec[])[];
}

/** A letter's profile from its flattened outline, closed polygons in 1/1000 em; null without ink. */
export function profileOf(char: string, polygons: readonly (readonly Vec[])[]): Profile | null {
  const points = polygons.flatMap((line) => dense(line, STEP));
  if (points.length === 0) return null;
  const [xMin, xMax] = extent(points, (p) => p.x);
  const [bottom, top] = extent(points, (p) => p.y);
  const left = new Float64Array(ROW.count).fill(FAR);
  const right = new Float64Array(ROW.count).fill(FAR);
  for (const p of points) {
    const row = Math.max(0, Math.min(ROW.count - 1, Math.floor((p.y - ROW.from) / ROW.height)));
    left[row] = Math.min(left[row]!, p.x - xMin);
    right[row] = Math.min(right[row]!, xMax - p.x);
  }
  return { char, width: xMax - xMin, bottom, top, left, right, polygons };
}

/** Points along a closed polygon, at most `step` apart in x and y. */
export function dense(line: readonly Vec[], step: number): Vec[] {
  return line.flatMap((p, i) => {
    const q = line[(i + 1) % line.length]!;
    const n = Math.max(1, Math.ceil(Math.max(Math.abs(q.x - p.x), Math.abs(q.y - p.y)) / step));
    return Array.from({ length: n }, (_, k) => ({
      x: p.x + ((q.x - p.x) * k) / n,
      y: p.y + ((q.y - p.y) * k) / n,
    }));
  });
}

function extent(points: readonly Vec[], of: (p: Vec) => number): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const p of points) [low, high] = [Math.min(low, of(p)), Math.max(high, of(p))];
  return [low, high];
}

/** A side on which ink also counts on other rows, farther away by `slope` a unit: the lower envelope of cones. */
export function coned(side: Float64Array, slope: number): Float64Array {
  const out = side.slice();
  const step = slope * ROW.height;
  for (let k = 1; k < out.length; k++) out[k] = Math.min(out[k]!, out[k - 1]! + step);
  for (let k = out.length - 2; k >= 0; k--) out[k] = Math.min(out[k]!, out[k + 1]! + step);
  return out;
}
