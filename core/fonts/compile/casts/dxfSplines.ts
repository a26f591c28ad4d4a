// AutoCAD DXF Reference, SPLINE; a chain of Bézier curves as one B-spline: Piegl and Tiller, "The NURBS Book" (1997), 5.
import { DxfWriter, point3d, SplineFlags } from '@tarikjabiri/dxf';
import { isLine, segmentAt, segmentCount, type Contour } from '../../../foundations/geometry/contour';
import type { Vec } from '../../../foundations/geometry/vec';

/** A contour as one spline of degree 3: knots that stand three times where curves meet, so that each stays the curve it is. */
interface Spline {
  readonly controls: readonly Vec[];
  readonly knots: readonly number[];
}

const between = (a: Vec, b: Vec, t: number): Vec => ({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) });

/** Spline of a contour with curves and straights, each of which takes one step of the parameter. */
function splineOf(c: Contour): Spline {
  const count = segmentCount(c);
  const controls = Array.from({ length: count }, (_, i): Vec[] => {
    const { p0, p1, p2, p3 } = segmentAt(c, i);
    const handles = isLine(c, i) ? [between(p0, p3, 1 / 3), between(p0, p3, 2 / 3)] : [p1, p2];
    return i === 0 ? [p0, ...handles, p3] : [...handles, p3];
  }).flat();
  const inner = Array.from({ length: count + 1 }, (_, i) => [i, i, i]).flat();
  return { controls, knots: [0, ...inner, count] };
}

/** Closed contours as a DXF drawing of splines, drawing units = the contours' units. */
export function splineDrawing(contours: readonly Contour[], layer: string): string {
  const dxf = new DxfWriter();
  dxf.addLayer(layer, 7, 'CONTINUOUS');
  dxf.setCurrentLayerName(layer);
  for (const c of contours) {
    const { controls, knots } = splineOf(c);
    dxf.addSpline({
      controlPoints: controls.map((p) => point3d(p.x, p.y)),
      knots: [...knots],
      degreeCurve: 3,
      flags: SplineFlags.Closed | SplineFlags.Planar,
    });
  }
  return dxf.stringify();
}
