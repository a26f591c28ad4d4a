import { nth } from '../../../foundations/lists/nth';
import {
  isLine,
  reverseContour,
  segmentAt,
  segmentCount,
  type Contour,
} from '../../../foundations/geometry/contour';
import { cubicToQuadratics, quadraticsNeeded } from '../../../foundations/geometry/quadratic';
import { QUADRATIC_EM } from '../../../foundations/geometry/tolerance';
import type { QuadContour, QuadPoint } from '../../opentype/tables/glyf';

/** One point in all drawings. */
type Versions = readonly QuadPoint[];

/**
 * TrueType contours of drawings that agree: the same points in each, quadratics within 0.4 u, whole units, outer clockwise. Points that
 * say nothing in any drawing (on the one before, or midway between handles) are left out of all. Input: outer against the clock, y up.
 */
export function agreeingQuads(drawings: readonly (readonly Contour[])[]): QuadContour[][] {
  const contours = (drawings[0] ?? []).map((_, k) =>
    withoutImplied(withoutRepeats(pointsOf(drawings.map((d) => reverseContour(nth(d, k)))))),
  );
  const shown = contours.filter((c) => c.length > 2);
  return drawings.map((_, m) => shown.map((c) => c.map((versions) => nth(versions, m))));
}

function pointsOf(versions: readonly Contour[]): Versions[] {
  const points: Versions[] = [];
  const push = (places: readonly { readonly x: number; readonly y: number }[], on: boolean) =>
    points.push(places.map((p) => ({ x: Math.round(p.x), y: Math.round(p.y), on })));
  for (let i = 0; i < segmentCount(nth(versions, 0)); i++) {
    push(
      versions.map((c) => nth(c.nodes, i)),
      true,
    );
    if (versions.every((c) => isLine(c, i))) continue;
    const cubics = versions.map((c) => segmentAt(c, i));
    const n = Math.max(...cubics.map((c) => quadraticsNeeded(c, QUADRATIC_EM)));
    const quads = cubics.map((c) => cubicToQuadratics(c, QUADRATIC_EM, n));
    for (let k = 0; k < n; k++) {
      push(
        quads.map((q) => nth(q, k).handle),
        false,
      );
      if (k + 1 < n)
        push(
          quads.map((q) => nth(q, k).end),
          true,
        );
    }
  }
  return points;
}

/** Without points that lie on the one before in every drawing; of a handle and an end there the end stays. */
function withoutRepeats(points: readonly Versions[]): Versions[] {
  const out: Versions[] = [];
  const same = (a: Versions, b: Versions) => a.every((p, m) => p.x === nth(b, m).x && p.y === nth(b, m).y);
  for (const p of points) {
    const last = out[out.length - 1];
    if (!last || !same(last, p)) out.push(p);
    else if (nth(p, 0).on) out[out.length - 1] = p;
  }
  const [first, last] = [out[0], out[out.length - 1]];
  if (first && last && out.length > 1 && same(first, last)) out.pop();
  return out;
}

function withoutImplied(points: readonly Versions[]): Versions[] {
  return points.filter((p, i) => {
    if (!nth(p, 0).on || i === 0) return true;
    const [a, b] = [nth(points, i - 1), nth(points, (i + 1) % points.length)];
    const midway = (m: number) =>
      nth(a, m).x + nth(b, m).x === 2 * nth(p, m).x && nth(a, m).y + nth(b, m).y === 2 * nth(p, m).y;
    return nth(a, 0).on || nth(b, 0).on || !p.every((_, m) => midway(m));
  });
}
