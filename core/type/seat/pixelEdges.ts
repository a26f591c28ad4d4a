import { isLine, segmentCount, type Contour, type Node } from '../../foundations/geometry/contour';
import type { Vec } from '../../foundations/geometry/vec';

/** A straight level or upright edge, and how far it lies from the next line of pixels. */
export interface PixelEdge {
  readonly way: 'level' | 'upright';
  readonly from: Vec;
  readonly to: Vec;
  /** Px, 0 to 0.5: the share of a row of pixels that is grey along it. */
  readonly blur: number;
}

/** An edge within this of a line is on it, px: a grey of less than a sixth isn’t seen. */
const SHARP_PX = 0.08;
/** Shorter edges than this are no edges to the eye, px. */
const LEAST_PX = 0.75;
/** Level within this, em units: what rounding leaves. */
const LEVEL_EM = 0.51;

/** A straight level or upright edge. */
type Edge = { readonly from: Node; readonly to: Node; readonly way: PixelEdge['way'] };

function edgesOf(c: Contour): Edge[] {
  const count = segmentCount(c);
  return Array.from({ length: count }, (_, i) => i).flatMap((i): Edge[] => {
    const [from, to] = [c.nodes[i], c.nodes[(i + 1) % c.nodes.length]];
    if (!from || !to || !isLine(c, i)) return [];
    const [dx, dy] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
    if (dy <= LEVEL_EM && dx > LEVEL_EM) return [{ from, to, way: 'level' }];
    return dx <= LEVEL_EM && dy > LEVEL_EM ? [{ from, to, way: 'upright' }] : [];
  });
}

/**
 * Edges that come out grey where an icon is drawn at a design size: straight, level or upright, and not on a line between pixels.
 * `contours`: em units from the left edge of the icon’s advance width (px columns begin there) and the baseline; `px`: em units of a pixel.
 */
export function blurredEdges(contours: readonly Contour[], px: number): PixelEdge[] {
  return contours
    .flatMap(edgesOf)
    .map(({ from, to, way }): PixelEdge => {
      const at = (way === 'level' ? (from.y + to.y) / 2 : (from.x + to.x) / 2) / px;
      return { from, to, way, blur: Math.abs(at - Math.round(at)) };
    })
    .filter(
      ({ from, to, blur }) => blur > SHARP_PX && Math.hypot(to.x - from.x, to.y - from.y) >= LEAST_PX * px,
    );
}

/** A map along one axis: straight between places that are put on lines, moved along beyond them. */
function mapBetween(places: ReadonlyMap<number, number>): (v: number) => number {
  const stops = [...places].sort(([a], [b]) => a - b);
  return (v) => {
    const after = stops.findIndex(([from]) => from >= v);
    const [a, b] = [stops[after < 0 ? stops.length - 1 : after - 1], stops[after < 0 ? stops.length : after]];
    if (a && b) return a[1] + ((v - a[0]) * (b[1] - a[1])) / (b[0] - a[0]);
    const only = a ?? b;
    return only ? v + only[1] - only[0] : v;
  };
}

/**
 * An icon whose straight level and upright edges are put on the lines between pixels of a design size; all else goes along in between, so
 * that curves stay smooth and strokes whole (as outlines between hinted points do: OpenType, "IUP[a]"). Strokes keep at least a pixel.
 */
export function onPixels(contours: readonly Contour[], px: number): Contour[] {
  const along = (way: PixelEdge['way'], of: (n: Vec) => number) => {
    const places = new Map<number, number>();
    for (const { from, to } of contours.flatMap(edgesOf).filter((e) => e.way === way))
      for (const n of [from, to]) places.set(of(n), Math.round(of(n) / px) * px);
    return mapBetween(widened(places, px));
  };
  const [x, y] = [along('upright', (n) => n.x), along('level', (n) => n.y)];
  const moved = <P extends Vec | null>(p: P): P => (p === null ? p : { ...p, x: x(p.x), y: y(p.y) });
  return contours.map((c) => ({
    ...c,
    nodes: c.nodes.map((n) => ({ ...moved(n), in: moved(n.in), out: moved(n.out) })),
  }));
}

/** Edges that are one but for rounding, em units. */
const ONE_EDGE_EM = 1;
/** What lies further apart than this is a stroke or a gap that keeps a pixel, px. */
const STROKE_PX = 0.3;

/** Places that fell on one line kept apart: strokes and gaps a pixel, what is thinner as it was. */
function widened(places: ReadonlyMap<number, number>, px: number): Map<number, number> {
  const out = new Map<number, number>();
  let before: { readonly from: number; readonly put: number } | null = null;
  for (const [from, to] of [...places].sort(([a], [b]) => a - b)) {
    const gap: number = before ? from - before.from : Infinity;
    const room = gap > STROKE_PX * px ? px : gap > ONE_EDGE_EM ? gap : 0;
    const put: number = before ? Math.max(gap > ONE_EDGE_EM ? to : before.put, before.put + room) : to;
    out.set(from, put);
    before = { from, put };
  }
  return out;
}
