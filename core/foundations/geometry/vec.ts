/** A point or vector. Which space it is in (image px, em units, screen px) is said by its holder. */
export interface Vec {
  readonly x: number;
  readonly y: number;
}

export const add = (a: Vec, b: Vec): Vec => ({ x: a.x + b.x, y: a.y + b.y });
export const sub = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: Vec, k: number): Vec => ({ x: a.x * k, y: a.y * k });
export const dot = (a: Vec, b: Vec): number => a.x * b.x + a.y * b.y;
export const cross = (a: Vec, b: Vec): number => a.x * b.y - a.y * b.x;
export const length = (a: Vec): number => Math.hypot(a.x, a.y);
export const distance = (a: Vec, b: Vec): number => Math.hypot(a.x - b.x, a.y - b.y);
export const lerp = (a: Vec, b: Vec, t: number): Vec => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});

/** Unit vector along a; (0, 0) stays (0, 0). */
export function unit(a: Vec): Vec {
  const l = length(a);
  return l === 0 ? a : { x: a.x / l, y: a.y / l };
}

/** Unsigned angle between two vectors in degrees, 0 when either is null. */
export function angleBetweenDeg(a: Vec, b: Vec): number {
  if (length(a) === 0 || length(b) === 0) return 0;
  return (Math.abs(Math.atan2(cross(a, b), dot(a, b))) * 180) / Math.PI;
}
