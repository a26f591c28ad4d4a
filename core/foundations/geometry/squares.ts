import type { Contour } from './contour';

/** Sides may be off whole squares by this share: places come from px and are turned into em units. */
const OFF = 0.03;
/** Squares smaller than this aren't meant as such, em units. */
const SMALLEST = 8;

/** Side of the squares that outlines are made of, em units; null when any side is curved, slanted or no whole number of squares. */
export function squaresOf(outlines: readonly (readonly Contour[])[]): number | null {
  const sides: number[] = [];
  for (const c of outlines.flat())
    for (const [i, n] of c.nodes.entries()) {
      const next = c.nodes[(i + 1) % c.nodes.length]!;
      if (n.out !== null || next.in !== null) return null;
      const [dx, dy] = [Math.abs(next.x - n.x), Math.abs(next.y - n.y)];
      if (Math.min(dx, dy) > OFF * SMALLEST) return null;
      if (Math.max(dx, dy) > OFF * SMALLEST) sides.push(Math.max(dx, dy));
    }
  // A few bars and boxes are no grid.
  if (sides.length < 24) return null;
  const least = sides.reduce((a, b) => Math.min(a, b));
  const whole = (cell: number) => sides.every((s) => Math.abs(s / cell - Math.round(s / cell)) < OFF);
  return least >= SMALLEST && whole(least) ? least : null;
}
