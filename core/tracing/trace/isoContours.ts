import type { FloatImage } from '../../foundations/raster/picture';

/** A closed run of points, px, stored flat (x0, y0, x1, y1 ...); ink lies to the left when y points down. */
export type Ring = Float64Array;

/**
 * Level lines of a density field through the px centres, by linear interpolation between neighbours, closed
 * at the field's border (outside counts as paper). Where two inked px touch at a corner only, the mean of
 * the four decides whether they join.
 * Method: marching squares (Lorensen and Cline 1987, in two dimensions), cells joined by a linked edge table.
 */
export function isoContours(field: FloatImage, level: number): Ring[] {
  const { width, height, data } = field;
  const at = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : data[y * width + x]!;
  // Edge ids: horizontal edge from (x,y) to (x+1,y) = 2 k, vertical from (x,y) to (x,y+1) = 2 k + 1, on a grid
  // one px larger on every side.
  const gridWidth = width + 2;
  const horizontal = (x: number, y: number) => 2 * ((y + 1) * gridWidth + x + 1);
  const vertical = (x: number, y: number) => horizontal(x, y) + 1;
  const next = new Map<number, number>();
  // The table below walks with the ink on the right; written backwards it is on the left.
  const link = (from: number, to: number) => void next.set(to, from);

  for (let y = -1; y < height; y++) {
    for (let x = -1; x < width; x++) {
      const a = at(x, y);
      const b = at(x + 1, y);
      const c = at(x + 1, y + 1);
      const d = at(x, y + 1);
      const kind = (a > level ? 1 : 0) | (b > level ? 2 : 0) | (c > level ? 4 : 0) | (d > level ? 8 : 0);
      if (kind === 0 || kind === 15) continue;
      linkCell(kind, (a + b + c + d) / 4 > level, link, {
        top: horizontal(x, y),
        bottom: horizontal(x, y + 1),
        left: vertical(x, y),
        right: vertical(x + 1, y),
      });
    }
  }
  return collectRings(next, gridWidth, at, level);
}

interface CellEdges {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

/** Links the crossed edges of one cell so that the ink stays on the right hand (y down). */
function linkCell(
  kind: number,
  joined: boolean,
  link: (from: number, to: number) => void,
  e: CellEdges,
): void {
  switch (kind) {
    case 1:
      return link(e.top, e.left);
    case 2:
      return link(e.right, e.top);
    case 3:
      return link(e.right, e.left);
    case 4:
      return link(e.bottom, e.right);
    case 6:
      return link(e.bottom, e.top);
    case 7:
      return link(e.bottom, e.left);
    case 8:
      return link(e.left, e.bottom);
    case 9:
      return link(e.top, e.bottom);
    case 11:
      return link(e.right, e.bottom);
    case 12:
      return link(e.left, e.right);
    case 13:
      return link(e.top, e.right);
    case 14:
      return link(e.left, e.top);
    case 5:
      link(e.top, joined ? e.right : e.left);
      return link(e.bottom, joined ? e.left : e.right);
    case 10:
      link(e.right, joined ? e.bottom : e.top);
      return link(e.left, joined ? e.top : e.bottom);
  }
}

function collectRings(
  next: Map<number, number>,
  gridWidth: number,
  at: (x: number, y: number) => number,
  level: number,
): Ring[] {
  const rings: Ring[] = [];
  const done = new Set<number>();
  for (const start of next.keys()) {
    if (done.has(start)) continue;
    const points: number[] = [];
    for (let edge = start; !done.has(edge); edge = next.get(edge)!) {
      done.add(edge);
      const k = edge >> 1;
      const x = (k % gridWidth) - 1;
      const y = Math.floor(k / gridWidth) - 1;
      const here = at(x, y);
      const there = edge & 1 ? at(x, y + 1) : at(x + 1, y);
      const t = (level - here) / (there - here);
      // Px centres lie at half coordinates.
      points.push(x + 0.5 + (edge & 1 ? 0 : t), y + 0.5 + (edge & 1 ? t : 0));
    }
    if (points.length >= 6) rings.push(Float64Array.from(points));
  }
  return rings;
}

/** Signed area of a ring, px2: negative for outer contours and positive for counters (y down, ink on the left). */
export function ringArea(r: Ring): number {
  let sum = 0;
  for (let i = 0, n = r.length; i < n; i += 2) {
    const j = (i + 2) % n;
    sum += r[i]! * r[j + 1]! - r[j]! * r[i + 1]!;
  }
  return sum / 2;
}
