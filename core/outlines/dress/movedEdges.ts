import { isLine, segmentAt, segmentCount, type Contour, type Node } from '../../foundations/geometry/contour';
import { cubicDerivative, pointOnCubic, type Cubic } from '../../foundations/geometry/cubic';
import { fitCubic } from '../../foundations/geometry/fitCubic';
import { add, distance, dot, length, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';

/** Samples of a moved curve that its two handles are fitted to. */
const SAMPLES = 16;
/** A corner whose moved edges would meet further out than this many times the way moved has no place (SVG's miter limit). */
const MITER_LIMIT = 4;
/** Edges that meet at less than this, degrees, run on into each other. */
const STRAIGHT_ON_DEG = 1;

/** Directions at the two ends of a segment, both along its way; null when it has no length. */
function endsOf(c: Cubic): { readonly from: Vec; readonly to: Vec } | null {
  const from = [c.p1, c.p2, c.p3].find((p) => distance(p, c.p0) > 1e-9);
  const to = [c.p2, c.p1, c.p0].find((p) => distance(p, c.p3) > 1e-9);
  return from && to ? { from: unit(sub(from, c.p0)), to: unit(sub(c.p3, to)) } : null;
}

/** To the right of a direction, y up. */
const right = (d: Vec): Vec => ({ x: d.y, y: -d.x });

/** Where two edges that met at p meet when each is moved to its right; null at a corner too sharp for that. */
function meeting(p: Vec, into: Vec, out: Vec, by: number): Vec | null {
  const [a, b] = [right(into), right(out)];
  const turn = dot(a, b);
  // The two moved lines meet along a + b, 1 / cos of half the turn away (the miter of SVG 2, 13.5.6).
  if (1 + turn < 2 / MITER_LIMIT ** 2) return null;
  return add(p, scale(add(a, b), by / (1 + turn)));
}

/** A curve moved to its right by `by`, from q0 to q3 where its neighbours meet it, with the directions it had. */
function movedCurve(c: Cubic, q0: Vec, q3: Vec, by: number, ends: { from: Vec; to: Vec }): Cubic {
  const xs = new Float64Array(SAMPLES);
  const ys = new Float64Array(SAMPLES);
  for (let k = 0; k < SAMPLES; k++) {
    const t = (k + 1) / (SAMPLES + 1);
    const way = cubicDerivative(c, t);
    const size = length(way) || 1;
    const p = add(pointOnCubic(c, t), scale(right(way), by / size));
    [xs[k], ys[k]] = [p.x, p.y];
  }
  return fitCubic(q0, ends.from, scale(ends.to, -1), q3, xs, ys).cubic;
}

/**
 * A closed outline whose edges are moved outwards (by > 0: to the right of a counter-clockwise outline) or inwards, point for
 * point: no point comes or goes, straight edges stay straight and keep their direction, curves are fitted anew between the
 * moved points. Null when a corner is too sharp or an edge has no length. Whether the result is right (thin parts may have
 * closed up) is for the caller to see. Em units, y up.
 */
export function movedEdges(c: Contour, by: number): Contour | null {
  const count = segmentCount(c);
  if (!c.closed || count < 2) return null;
  const curves = Array.from({ length: count }, (_, i) => segmentAt(c, i));
  const ends = curves.map(endsOf);
  if (ends.some((e) => e === null)) return null;
  const places = c.nodes.map((n, i) => {
    const [into, out] = [ends[(i + count - 1) % count]!.to, ends[i]!.from];
    return meeting(n, into, out, by);
  });
  if (places.some((p) => p === null)) return null;
  const moved = curves.map((curve, i) =>
    isLine(c, i) ? null : movedCurve(curve, places[i]!, places[(i + 1) % count]!, by, ends[i]!),
  );
  const nodes = c.nodes.map((n, i): Node => {
    const before = moved[(i + count - 1) % count];
    const { x, y } = places[i]!;
    return { ...n, x, y, in: before ? before.p2 : null, out: moved[i] ? moved[i].p1 : null };
  });
  return keepsItsWay(c, nodes) ? { ...c, nodes } : null;
}

/** No straight edge may have turned round: the letter has closed up there. */
function keepsItsWay(c: Contour, nodes: readonly Node[]): boolean {
  return c.nodes.every((n, i) => {
    if (!isLine(c, i)) return true;
    const k = (i + 1) % nodes.length;
    const [was, is] = [sub(c.nodes[k]!, n), sub(nodes[k]!, nodes[i]!)];
    return dot(was, is) > 0 && dot(unit(was), unit(is)) > Math.cos((STRAIGHT_ON_DEG * Math.PI) / 180);
  });
}
