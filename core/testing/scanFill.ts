import type { Contour } from '../foundations/geometry/contour';
import { flattenContour } from '../foundations/geometry/measure';

export interface Raster {
  /** Rows to a unit: whole coordinates lie between rows. */
  readonly rows: number;
  /** Chords leave their curves by no more, units. */
  readonly flat: number;
}

const ROUGH: Raster = { rows: 8, flat: 0.01 };
/** For results that are slivers: sixteen times the work. */
export const FINE: Raster = { rows: 64, flat: 0.0005 };

/**
 * Area of what a rule makes of some shapes, by rows (1/8 apart if not said) and the winding of each shape along them: a raster with exact
 * ends of its runs. It knows nothing of curves meeting curves, and so is a reference for what does.
 */
export function filledArea(
  shapes: readonly (readonly Contour[])[],
  rule: (inside: readonly boolean[]) => boolean,
  { rows: perUnit, flat: chord }: Raster = ROUGH,
): number {
  const edges = shapes.map((cs) =>
    cs.flatMap((c) => {
      const flat = flattenContour(c, chord);
      return flat.map((a, i) => ({ a, b: flat[(i + 1) % flat.length]! }));
    }),
  );
  const ys = edges.flat().flatMap((e) => [e.a.y, e.b.y]);
  if (ys.length === 0) return 0;
  const low = Math.floor(ys.reduce((m, y) => Math.min(m, y), Infinity));
  const rows = Math.ceil((ys.reduce((m, y) => Math.max(m, y), -Infinity) - low) * perUnit);
  const events: { x: number; shape: number; turn: number }[][] = Array.from({ length: rows }, () => []);
  edges.forEach((list, shape) => {
    for (const { a, b } of list) {
      if (a.y === b.y) continue;
      const [lower, upper, turn] = b.y > a.y ? [a, b, 1] : [b, a, -1];
      const first = Math.max(0, Math.ceil((lower.y - low) * perUnit - 0.5));
      for (let k = first; k < rows && (k + 0.5) / perUnit + low < upper.y; k++) {
        const share = ((k + 0.5) / perUnit + low - a.y) / (b.y - a.y);
        events[k]!.push({ x: a.x + share * (b.x - a.x), shape, turn });
      }
    }
  });
  let area = 0;
  for (const row of events) {
    row.sort((p, q) => p.x - q.x);
    const winding = shapes.map(() => 0);
    row.forEach((e, i) => {
      if (i > 0 && rule(winding.map((w) => w !== 0))) area += (e.x - row[i - 1]!.x) / perUnit;
      winding[e.shape]! += e.turn;
    });
  }
  return area;
}
