import { segmentAt, segmentCount, type Contour } from '../../foundations/geometry/contour';
import { cubicDerivative, pointOnCubic, type Cubic } from '../../foundations/geometry/cubic';
import type { Vec } from '../../foundations/geometry/vec';

const MOST_CHORDS = 200;

/**
 * A contour as a polygon of the same area to third order: points on the curves at even parameters, those between nodes moved
 * outwards by two thirds of their chords' height, for a parabola's segment is two thirds of its box (Archimedes). So a
 * coarse polygon tells areas that plain chords only tell when there are many more of them. The chords leave their curves by no
 * more than `tolerance`, same unit.
 */
export function areaChords(c: Contour, tolerance: number): Vec[] {
  const points: Vec[] = [];
  for (let i = 0; i < segmentCount(c); i++) addChords(points, segmentAt(c, i), tolerance);
  return points;
}

function addChords(points: Vec[], c: Cubic, tolerance: number): void {
  const { p0, p1, p2, p3 } = c;
  points.push({ x: p0.x, y: p0.y });
  const [ax, ay] = [p0.x - 2 * p1.x + p2.x, p0.y - 2 * p1.y + p2.y];
  const [bx, by] = [p1.x - 2 * p2.x + p3.x, p1.y - 2 * p2.y + p3.y];
  const bend = Math.max(Math.hypot(ax, ay), Math.hypot(bx, by));
  const n = Math.max(1, Math.min(MOST_CHORDS, Math.ceil(Math.sqrt((0.75 * bend) / tolerance))));
  for (let k = 1; k < n; k++) {
    const t = k / n;
    const p = pointOnCubic(c, t);
    const d = cubicDerivative(c, t);
    // The second derivative, and what of it stands across the curve.
    const [sx, sy] = [6 * (ax * (1 - t) + bx * t), 6 * (ay * (1 - t) + by * t)];
    const across = (d.x * sy - d.y * sx) / (d.x * d.x + d.y * d.y || 1);
    const by2 = (2 / 3) * (across / (8 * n * n));
    points.push({ x: p.x + by2 * d.y, y: p.y - by2 * d.x });
  }
}
