import { segmentAt, segmentCount, type Contour } from '../../../foundations/geometry/contour';
import { distance, sub, type Vec } from '../../../foundations/geometry/vec';
import { TINY } from '../../../foundations/geometry/tolerance';

/** A place on a path where a sign is drawn, and the direction of the path there, radians. */
export interface MarkerPlace {
  readonly at: Vec;
  readonly angle: number;
  readonly which: 'start' | 'mid' | 'end';
}

/** Direction of a segment as it leaves (0) or arrives (1); null when it has no length. */
function directionOf(c: Contour, segment: number, end: 0 | 1): number | null {
  const s = segmentAt(c, segment);
  const points = end === 0 ? [s.p0, s.p1, s.p2, s.p3] : [s.p3, s.p2, s.p1, s.p0];
  const other = points.find((p) => distance(p, points[0]!) > TINY);
  if (!other) return null;
  const way = end === 0 ? sub(other, points[0]!) : sub(points[0]!, other);
  return Math.atan2(way.y, way.x);
}

/** The direction half way between two (SVG 2, 13.7.3.2: the bisector). */
const between = (a: number, b: number): number =>
  Math.atan2(Math.sin(a) + Math.sin(b), Math.cos(a) + Math.cos(b));

/**
 * Places of markers along a path of one or several contours (SVG 2, 13.7): the first vertex, the last one, and all in between. A
 * closed contour's last vertex is its first.
 */
export function markerPlaces(contours: readonly Contour[]): MarkerPlace[] {
  const places = contours.flatMap((c): { at: Vec; angle: number }[] => {
    const count = segmentCount(c);
    const vertices = c.closed ? [...c.nodes, c.nodes[0]!] : c.nodes;
    return vertices.map((at, i) => {
      const into = i > 0 ? directionOf(c, i - 1, 1) : c.closed ? directionOf(c, count - 1, 1) : null;
      const out = i < count ? directionOf(c, i, 0) : c.closed ? directionOf(c, 0, 0) : null;
      const angle = into !== null && out !== null ? between(into, out) : (into ?? out ?? 0);
      return { at: { x: at.x, y: at.y }, angle };
    });
  });
  return places.map((p, i) => ({
    ...p,
    which: i === 0 ? 'start' : i === places.length - 1 ? 'end' : 'mid',
  }));
}

/** The angle that a marker is drawn at, radians (SVG 2, 13.7.3, `orient`). */
export function markerAngle(orient: string | undefined, place: MarkerPlace): number {
  if (orient === 'auto-start-reverse' && place.which === 'start') return place.angle + Math.PI;
  if (orient?.startsWith('auto')) return place.angle;
  const degrees = Number((orient ?? '0').replace(/deg$/, ''));
  return Number.isFinite(degrees) ? (degrees * Math.PI) / 180 : 0;
}
