import {
  applyAffine,
  compose,
  determinant,
  identity,
  type Affine,
} from '../../../foundations/geometry/affine';
import type { Box } from '../../../foundations/geometry/measure';
import type { Paint, Stop } from '../../../foundations/geometry/paint';
import { lengthOf, transformOf } from './values';

/** A gradient's attributes with those it takes from another by `href`, and its stops. */
export interface GradientSource {
  readonly kind: 'linearGradient' | 'radialGradient';
  readonly attributes: Readonly<Record<string, string>>;
  readonly stops: readonly Stop[];
}

/**
 * A gradient as a paint in the user space of the shape it fills (SVG 2, 14.2); `box` is the shape's own. A circle that its
 * box or transform makes an ellipse stays a circle of the same area. `tell` hears of what is left out.
 */
export function gradientPaint(
  { kind, attributes: a, stops }: GradientSource,
  box: Box,
  frame: { readonly width: number; readonly height: number },
  tell: (what: string) => void,
): Paint {
  const own = a['gradientUnits'] !== 'userSpaceOnUse';
  const [width, height] = own ? [1, 1] : [frame.width, frame.height];
  const map: Affine = compose(
    own
      ? { ...identity, a: box.xMax - box.xMin, d: box.yMax - box.yMin, e: box.xMin, f: box.yMin }
      : identity,
    transformOf(a['gradientTransform']) ?? identity,
  );
  if (a['spreadMethod'] && a['spreadMethod'] !== 'pad')
    tell('a gradient that repeats (it ends in its last colour)');
  const sorted = [...stops].sort((p, q) => p.at - q.at);
  if (kind === 'linearGradient') {
    const from = { x: lengthOf(a['x1'], width, 0), y: lengthOf(a['y1'], height, 0) };
    const to = { x: lengthOf(a['x2'], width, width), y: lengthOf(a['y2'], height, 0) };
    return placePaint({ kind: 'linear', from, to, stops: sorted }, map);
  }
  const centre = { x: lengthOf(a['cx'], width, width / 2), y: lengthOf(a['cy'], height, height / 2) };
  const size = own ? 1 : Math.hypot(width, height) / Math.SQRT2;
  const radius = lengthOf(a['r'], size, size / 2);
  if (a['fx'] !== undefined || a['fy'] !== undefined) tell('the focus of a gradient (its middle is taken)');
  return placePaint({ kind: 'radial', centre, radius, stops: sorted }, map);
}

/** A paint under any map: lines of one colour stay so under skews too; circles keep their area. */
export function placePaint(paint: Paint, map: Affine): Paint {
  if (paint.kind === 'flat') return paint;
  if (paint.kind === 'radial')
    return {
      ...paint,
      centre: applyAffine(map, paint.centre),
      radius: paint.radius * Math.sqrt(Math.abs(determinant(map))),
    };
  const [from, to] = [applyAffine(map, paint.from), applyAffine(map, paint.to)];
  const [dx, dy] = [paint.to.x - paint.from.x, paint.to.y - paint.from.y];
  // A line of one colour runs across the gradient's direction; where it goes, the new direction stands square to it.
  const along = { x: map.a * -dy + map.c * dx, y: map.b * -dy + map.d * dx };
  const [nx, ny] = [along.y, -along.x];
  const size = nx * nx + ny * ny;
  if (size < 1e-18) return { ...paint, from, to };
  const share = ((to.x - from.x) * nx + (to.y - from.y) * ny) / size;
  return { ...paint, from, to: { x: from.x + nx * share, y: from.y + ny * share } };
}
