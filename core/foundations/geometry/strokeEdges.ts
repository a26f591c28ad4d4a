import { cubicDerivative, cubicLength, pointOnCubic, splitCubic, type Cubic } from './cubic';
import { add, cross, distance, dot, scale, sub, unit, type Vec } from './vec';
import { TINY } from './tolerance';

/** Direction at the beginning or end; short handles are looked past. */
export function directionAt(c: Cubic, end: 0 | 1): Vec {
  const points = [c.p0, c.p1, c.p2, c.p3];
  const order = end === 0 ? points : [...points].reverse();
  const size = distance(c.p0, c.p3) + distance(c.p0, c.p1) + distance(c.p2, c.p3) || 1;
  for (const p of order.slice(1)) {
    if (distance(p, order[0]!) > 1e-6 * size) return unit(end === 0 ? sub(p, order[0]!) : sub(order[0]!, p));
  }
  return { x: 1, y: 0 };
}

export const leftOf = (d: Vec): Vec => ({ x: -d.y, y: d.x });

/** The curve from one parameter to another. */
export function part(c: Cubic, from: number, to: number): Cubic {
  const head = to < 1 ? splitCubic(c, to)[0] : c;
  return from > 0 ? splitCubic(head, from / to)[1] : head;
}

/** The place of the left edge of the pen beside a curve's parameter. */
export function edgeAt(c: Cubic, t: number, half: number): Vec {
  const d = t <= 0 || t >= 1 ? directionAt(c, t <= 0 ? 0 : 1) : unit(cubicDerivative(c, t));
  return add(pointOnCubic(c, t), scale(leftOf(d), half));
}

/** The one place where the whole left edge of a bend lies whose radius is half the pen; null for any other. */
export function edgePoint(c: Cubic, half: number, tolerance: number): Vec | null {
  const edge = [0, 0.25, 0.5, 0.75, 1].map((t) => edgeAt(c, t, half));
  const middle = edge[2]!;
  return edge.every((p) => distance(p, middle) < tolerance) ? middle : null;
}

/** A joint that turns by less is drawn as smooth, radians: its corner would stand out by less than a thousandth of the pen. */
const SMOOTH_TURN = 0.02;
/** Ends of edges are brought together by no more than so many times the tolerance: the curves beside them bend a little by it. */
const MOST_SHIFT = 5;
/** The share of a side that the corners at its two ends may each take from it. */
const MOST_CUT = 0.45;

/** Where the edges of two segments meet: the place, and the parameters that they are cut at. */
export interface Meeting {
  readonly at: Vec;
  readonly t: number;
  readonly s: number;
}

/**
 * Where the left edges of two segments that follow each other meet by themselves, so that no join is needed: at joints that
 * hardly turn, and on the inner side of corners whose sides are long enough. Null elsewhere.
 */
export function edgesMeet(c: Cubic, next: Cubic, half: number, tolerance: number): Meeting | null {
  const [before, after] = [directionAt(c, 1), directionAt(next, 0)];
  const turn = Math.atan2(cross(before, after), dot(before, after));
  const shift = (half * Math.abs(turn)) / 2;
  if (Math.abs(turn) >= SMOOTH_TURN || shift > MOST_SHIFT * tolerance)
    return turn > 0 ? innerMeeting(c, next, half, turn) : null;
  const at = add(c.p3, scale(unit(add(leftOf(before), leftOf(after))), half));
  const room = Math.min(distance(c.p0, c.p3), distance(next.p0, next.p3));
  return half * Math.abs(turn) < room ? { at, t: 1, s: 0 } : null;
}

/** Newton's method for the two parameters at which two edges cross, from where they would cross if both were straight. */
function innerMeeting(c: Cubic, next: Cubic, half: number, turn: number): Meeting | null {
  const cut = half * Math.tan(turn / 2);
  let t = 1 - cut / (cubicLength(c) || 1);
  let s = cut / (cubicLength(next) || 1);
  const step = 1e-5;
  for (let k = 0; k < 12; k++) {
    if (!(t > 1 - MOST_CUT && t < 1 && s > 0 && s < MOST_CUT)) return null;
    const [p, q] = [edgeAt(c, t, half), edgeAt(next, s, half)];
    const off = sub(q, p);
    if (Math.hypot(off.x, off.y) < TINY * half) return { at: p, t, s };
    const dp = scale(sub(edgeAt(c, t, half), edgeAt(c, t - step, half)), 1 / step);
    const dq = scale(sub(edgeAt(next, s + step, half), edgeAt(next, s, half)), 1 / step);
    const det = cross(dq, dp);
    if (Math.abs(det) < TINY) return null;
    t += cross(dq, off) / det;
    s += cross(dp, off) / det;
  }
  return null;
}
