import { isLine, segmentAt, segmentCount, type Contour, type Node } from '../../foundations/geometry/contour';
import { cubicDerivative, pointOnCubic, type Cubic } from '../../foundations/geometry/cubic';
import { fitCubic } from '../../foundations/geometry/fitCubic';
import { add, distance, dot, length, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { TINY } from '../../foundations/geometry/tolerance';

/** Samples of a moved curve that its two handles are fitted to. */
const SAMPLES = 16;
/** A corner whose moved edges would meet further out than this many times the way moved has no place (SVG's miter limit). */
const MITER_LIMIT = 4;
/** Edges that meet at less than this, degrees, run on into each other. */
const STRAIGHT_ON_DEG = 1;
/** Two edges are moved alike within this, em units. */
const SAME_WAY = 1e-9;
/** Sine of the turn below which two edges run on: lines that meet so flatly meet nowhere near. */
const RUNS_ON = 0.02;

/** Directions at the two ends of a segment, both along its way; null when it has no length. */
function endsOf(c: Cubic): { readonly from: Vec; readonly to: Vec } | null {
  const from = [c.p1, c.p2, c.p3].find((p) => distance(p, c.p0) > TINY);
  const to = [c.p2, c.p1, c.p0].find((p) => distance(p, c.p3) > TINY);
  return from && to ? { from: unit(sub(from, c.p0)), to: unit(sub(c.p3, to)) } : null;
}

/** To the right of a direction, y up. */
const right = (d: Vec): Vec => ({ x: d.y, y: -d.x });

/** By how much an edge is moved to its right, em units, by the unit vector that it runs along. */
export type MovedBy = (way: Vec) => number;

/** Where two edges that met at p meet when each is moved to its right; null at a corner too sharp for that. */
function meeting(p: Vec, into: Vec, out: Vec, by: MovedBy): Vec | null {
  const [a, b] = [right(into), right(out)];
  const turn = dot(a, b);
  // The two moved lines meet along a + b, 1 / cos of half the turn away (the miter of SVG 2, 13.5.6).
  if (1 + turn < 2 / MITER_LIMIT ** 2) return null;
  const [first, second] = [by(into), by(out)];
  const sine = a.x * b.y - a.y * b.x;
  // Edges that run on have one normal, those that are moved alike one miter; others meet where both lines are.
  if (Math.abs(first - second) < SAME_WAY || Math.abs(sine) < RUNS_ON)
    return add(p, scale(add(a, b), (first + second) / 2 / (1 + turn)));
  return add(p, { x: (first * b.y - second * a.y) / sine, y: (second * a.x - first * b.x) / sine });
}

/** A curve moved to its right by `by`, from q0 to q3 where its neighbours meet it, with the directions it had. */
function movedCurve(c: Cubic, q0: Vec, q3: Vec, by: MovedBy, ends: { from: Vec; to: Vec }): Cubic {
  const xs = new Float64Array(SAMPLES);
  const ys = new Float64Array(SAMPLES);
  for (let k = 0; k < SAMPLES; k++) {
    const t = (k + 1) / (SAMPLES + 1);
    const way = cubicDerivative(c, t);
    const size = length(way) || 1;
    const p = add(pointOnCubic(c, t), scale(right(way), by(scale(way, 1 / size)) / size));
    [xs[k], ys[k]] = [p.x, p.y];
  }
  return fitCubic(q0, ends.from, scale(ends.to, -1), q3, xs, ys).cubic;
}

/**
 * A closed outline whose edges are moved outwards (by > 0: to the right of a counter-clockwise outline) or inwards, point for
 * point: no point comes or goes, straight edges stay straight and keep their direction, curves are fitted anew between the
 * moved points. Null when a corner is too sharp or an edge has no length. Whether the result is right (thin parts may have
 * closed up) is for the caller to see. Edges may be moved by different amounts, by the way that they run. Em units, y up.
 */
export function movedEdges(c: Contour, moved: number | MovedBy): Contour | null {
  const by: MovedBy = typeof moved === 'number' ? () => moved : moved;
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
  const fitted = curves.map((curve, i) =>
    isLine(c, i) ? null : movedCurve(curve, places[i]!, places[(i + 1) % count]!, by, ends[i]!),
  );
  const nodes = c.nodes.map((n, i): Node => {
    const before = fitted[(i + count - 1) % count];
    const { x, y } = places[i]!;
    return { ...n, x, y, in: before ? before.p2 : null, out: fitted[i]?.p1 ?? null };
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
