import type { Vec } from '../../foundations/geometry/vec';
import { TINY } from '../../foundations/geometry/tolerance';

/** A map of one plane on another as a camera makes it: rows of a 3 x 3 matrix, the last entry 1. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

export function project(h: Homography, p: Vec): Vec {
  const w = h[6] * p.x + h[7] * p.y + h[8];
  return { x: (h[0] * p.x + h[1] * p.y + h[2]) / w, y: (h[3] * p.x + h[4] * p.y + h[5]) / w };
}

/**
 * The homography that takes the points to their images, by least squares over four or more pairs. Null when they lie in a
 * line. Method: direct linear transform (Hartley and Zisserman, Multiple View Geometry, 4.1), normal equations.
 */
export function fitHomography(from: readonly Vec[], to: readonly Vec[]): Homography | null {
  const n = 8;
  const a = Array.from({ length: n }, () => new Float64Array(n + 1));
  const add = (row: readonly number[], value: number) => {
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) a[i]![j]! += row[i]! * row[j]!;
      a[i]![n]! += row[i]! * value;
    }
  };
  from.forEach((p, k) => {
    const q = to[k]!;
    add([p.x, p.y, 1, 0, 0, 0, -q.x * p.x, -q.x * p.y], q.x);
    add([0, 0, 0, p.x, p.y, 1, -q.y * p.x, -q.y * p.y], q.y);
  });
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let r = i + 1; r < n; r++) if (Math.abs(a[r]![i]!) > Math.abs(a[pivot]![i]!)) pivot = r;
    [a[i], a[pivot]] = [a[pivot]!, a[i]!];
    if (Math.abs(a[i]![i]!) < TINY) return null;
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const k = a[r]![i]! / a[i]![i]!;
      for (let c = i; c <= n; c++) a[r]![c]! -= k * a[i]![c]!;
    }
  }
  const at = (i: number) => a[i]![n]! / a[i]![i]!;
  return [at(0), at(1), at(2), at(3), at(4), at(5), at(6), at(7), 1];
}
