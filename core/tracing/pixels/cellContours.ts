import { polygon, type Contour } from '../../foundations/geometry/contour';
import type { Vec } from '../../foundations/geometry/vec';

/** What happens where two inked cells touch by a corner only. */
export type DiagonalRule = 'apart' | 'joined';

const DX = [1, 0, -1, 0] as const; // right, down, left, up: y points down
const DY = [0, 1, 0, -1] as const;

/**
 * Exact outline of inked cells (rows from the top): level and upright edges only, no node on a straight run, ink on the
 * left of its direction with y down. Coordinates are in cells. Where cells touch by a corner, 'apart' gives each its own
 * contour; 'joined' lets one contour run through both.
 */
export function cellContours(
  inked: (column: number, row: number) => boolean,
  columns: number,
  rows: number,
  rule: DiagonalRule,
): Contour[] {
  // An edge starts at a grid point and runs in one of four directions with ink on its left: above it when it runs right.
  const isEdge = (x: number, y: number, d: number): boolean => {
    const [lx, ly] = leftCell(x, y, d);
    const [rx, ry] = leftCell(x, y, d, true);
    return at(lx, ly) && !at(rx, ry);
  };
  const at = (c: number, r: number): boolean => c >= 0 && r >= 0 && c < columns && r < rows && inked(c, r);
  const done = new Uint8Array((columns + 1) * (rows + 1) * 4);
  const key = (x: number, y: number, d: number) => (y * (columns + 1) + x) * 4 + d;
  const out: Contour[] = [];
  for (let y = 0; y <= rows; y++) {
    for (let x = 0; x <= columns; x++) {
      for (let d = 0; d < 4; d++) {
        if (done[key(x, y, d)] || !isEdge(x, y, d)) continue;
        out.push(polygon(walk(x, y, d)));
      }
    }
  }
  return out;

  function walk(x: number, y: number, first: number): Vec[] {
    const corners: Vec[] = [];
    let d = first;
    while (!done[key(x, y, d)]) {
      done[key(x, y, d)] = 1;
      x += DX[d]!;
      y += DY[d]!;
      // To the left keeps to the same cell, to the right goes over to the one across the corner.
      const left = (d + 3) % 4;
      const right = (d + 1) % 4;
      const order = rule === 'apart' ? [left, d, right] : [right, d, left];
      const next = order.find((q) => isEdge(x, y, q)) ?? d;
      if (next !== d) corners.push({ x, y });
      d = next;
    }
    return corners;
  }
}

/** Cell on the left (or right) of the edge that leaves grid point (x, y) in direction d. */
function leftCell(x: number, y: number, d: number, right = false): [number, number] {
  const side = right
    ? [
        [0, 0],
        [-1, 0],
        [-1, -1],
        [0, -1],
      ]
    : [
        [0, -1],
        [0, 0],
        [-1, 0],
        [-1, -1],
      ];
  return [x + side[d]![0]!, y + side[d]![1]!];
}
