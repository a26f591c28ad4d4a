import { applyAffine } from '../../foundations/geometry/affine';
import { transformContour, type Contour, type Node } from '../../foundations/geometry/contour';
import { contoursBox, flattenContour } from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import type { FloatImage } from '../../foundations/raster/picture';
import type { Stroke } from './fitStrokes';
import { centrelineOfField } from './traceCentreline';
import { TINY } from '../../foundations/geometry/tolerance';

export interface OutlineSkeleton {
  /** Centrelines in the outline's own space. */
  readonly lines: readonly Contour[];
  /** Middle width of the strokes, same unit. */
  readonly width: number;
  /** How most of the strokes that meet nothing end. Lines run on to the edge of flat ends. */
  readonly ends: 'round' | 'flat';
}

/** The pen that may have left an outline: strokes cut off square turn with sharp corners too. */
export const penFound = ({ width, ends }: OutlineSkeleton) => ({
  width: Math.round(width),
  ends,
  joins: ends === 'flat' ? ('sharp' as const) : ('round' as const),
});

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
  const k = DRAWN_PX / Math.max(box.yMax - box.yMin, box.xMax - box.xMin, TINY);
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
  const cut = strokes.reduce((sum, s) => sum + s.squareEnds.filter((e) => e !== null).length, 0);
  const free = strokes.reduce((sum, s) => sum + s.freeEnds, 0);
  const flat = cut > 0 && cut >= free / 2;
  return {
    lines: strokes
      .filter((s) => s.centreline.nodes.length > 0)
      .map((s) => transformContour(asLine(flat ? toEdges(s) : s.centreline), toEm)),
    width,
    ends: flat ? 'flat' : 'round',
  };
}

/** A line carried on to the edges of its square ends. */
function toEdges({ centreline, squareEnds: [first, last] }: Stroke): Contour {
  const nodes = [...centreline.nodes];
  if (nodes.length < 2) return centreline;
  if (first) nodes[0] = carriedTo(nodes[0]!, nodes[1]!, first);
  if (last) nodes.push(carriedTo(nodes.pop()!, nodes[nodes.length - 1]!, last));
  return { ...centreline, nodes };
}

/** An end node moved straight on from the one before it, as far as a place lies ahead; a curve moves with its handle. */
function carriedTo(end: Node, before: Node, to: Vec): Node {
  const handle = end.in ?? end.out ?? before;
  const out = { x: end.x - handle.x, y: end.y - handle.y };
  const size = Math.hypot(out.x, out.y) || 1;
  const by = ((to.x - end.x) * out.x + (to.y - end.y) * out.y) / size;
  const [dx, dy] = [(out.x / size) * by, (out.y / size) * by];
  const moved = (p: Vec | null) => p && { x: p.x + dx, y: p.y + dy };
  return { ...end, x: end.x + dx, y: end.y + dy, in: moved(end.in), out: moved(end.out) };
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
