import { applyAffine } from '../geometry/affine';
import { transformContour, type Contour } from '../geometry/contour';
import { contoursBox, flattenContour } from '../geometry/measure';
import type { FloatImage } from '../raster/picture';
import { centrelineOfField } from './traceCentreline';

export interface OutlineSkeleton {
  /** Centrelines in the outline's own space. */
  readonly lines: readonly Contour[];
  /** Middle width of the strokes, same unit. */
  readonly width: number;
}

/** The letter is drawn so many px high for its middle to be found. */
const DRAWN_PX = 300;
const MARGIN_PX = 6;
/** Rows to a px. */
const ROWS = 4;
const TOLERANCE_PX = 0.6;

/** The lines that a pen may have run along to leave this outline, and how wide it was; em units in and out. Null without ink. */
export function skeletonOfOutline(cs: readonly Contour[]): OutlineSkeleton | null {
  const box = contoursBox(cs);
  if (!box) return null;
  const k = DRAWN_PX / Math.max(box.yMax - box.yMin, box.xMax - box.xMin, 1e-9);
  const toPx = { a: k, b: 0, c: 0, d: -k, e: MARGIN_PX - k * box.xMin, f: MARGIN_PX + k * box.yMax };
  const field = coverage(
    cs.map((c) => flattenContour({ ...c, closed: true }, 0.2 / k).map((p) => applyAffine(toPx, p))),
    Math.ceil((box.xMax - box.xMin) * k) + 2 * MARGIN_PX,
    Math.ceil((box.yMax - box.yMin) * k) + 2 * MARGIN_PX,
  );
  const strokes = centrelineOfField(field, 0.5, { tolerancePx: TOLERANCE_PX });
  const radii = strokes.flatMap((s) => s.run.map((p) => p.r)).sort((a, b) => a - b);
  if (radii.length === 0) return null;
  const toEm = { a: 1 / k, b: 0, c: 0, d: -1 / k, e: box.xMin - MARGIN_PX / k, f: box.yMax + MARGIN_PX / k };
  const width = (2 * radii[radii.length >> 1]!) / k;
  return {
    lines: strokes
      .filter((s) => s.centreline.nodes.length > 0)
      .map((s) => transformContour(asLine(s.centreline), toEm)),
    width,
  };
}

/** A dot becomes the shortest line there is, so that the pen leaves its nib there. */
function asLine(c: Contour): Contour {
  if (c.nodes.length > 1) return c;
  const n = c.nodes[0]!;
  return { closed: false, nodes: [n, { ...n, x: n.x + 0.1 }] };
}

/** Ink density of polygons by rows with exact ends; px, y down. */
function coverage(
  polygons: readonly (readonly { x: number; y: number }[])[],
  width: number,
  height: number,
): FloatImage {
  const data = new Float32Array(width * height);
  const rows: { x: number; turn: number }[][] = Array.from({ length: height * ROWS }, () => []);
  for (const points of polygons) {
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length]!;
      if (a.y === b.y) return;
      const [lower, upper, turn] = b.y > a.y ? [a, b, 1] : [b, a, -1];
      for (
        let r = Math.max(0, Math.ceil(lower.y * ROWS - 0.5));
        r < rows.length && (r + 0.5) / ROWS < upper.y;
        r++
      ) {
        const share = ((r + 0.5) / ROWS - a.y) / (b.y - a.y);
        rows[r]!.push({ x: a.x + share * (b.x - a.x), turn });
      }
    });
  }
  rows.forEach((row, r) => {
    row.sort((p, q) => p.x - q.x);
    const base = Math.floor(r / ROWS) * width;
    let winding = 0;
    row.forEach((e, i) => {
      if (winding !== 0) {
        const from = row[i - 1]!.x;
        for (let x = Math.max(0, Math.floor(from)); x < Math.min(width, e.x); x++)
          data[base + x]! += Math.max(0, Math.min(x + 1, e.x) - Math.max(x, from)) / ROWS;
      }
      winding += e.turn;
    });
  });
  return { width, height, data };
}
