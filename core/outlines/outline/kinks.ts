import { isLine, type Contour } from '../../foundations/geometry/contour';
import { add, angleBetweenDeg, distance, length, scale, sub, unit } from '../../foundations/geometry/vec';
import { greatestDeviation } from './deviation';
import { after, arriving, before, leaving, replaceNode } from './edges';
import { curvature, removeNode } from './points';
import { segmentAt } from '../../foundations/geometry/contour';

/** A join that turns by less is no kink that anyone sees, degrees. */
const SEEN_DEG = 1;
/** A corner that turns by no more than this was meant to be smooth, degrees (common practice, no published source). */
const MEANT_SMOOTH_DEG = 14;

/** Whether node i is a kink: a smooth or nearly smooth join whose two sides don't run in one line. Its turn in degrees, or 0. */
export function kinkAt(c: Contour, i: number): number {
  const n = c.nodes[i]!;
  const [a, b] = [arriving(c, i), leaving(c, i)];
  if (!a || !b || (!n.in && !n.out)) return 0;
  const turn = angleBetweenDeg(a, b);
  if (turn <= SEEN_DEG) return 0;
  return n.kind !== 'corner' || turn <= MEANT_SMOOTH_DEG ? turn : 0;
}

/** The two handles at node i turned into one line; beside a straight the curve's handle takes the straight's direction. */
export function straightenKink(c: Contour, i: number): Contour {
  const n = c.nodes[i]!;
  const [h, j] = [before(c, i), after(c, i)];
  if (h < 0 || j < 0) return c;
  const [lineIn, lineOut] = [isLine(c, h), isLine(c, i)];
  if (lineIn && lineOut) return c;
  if (lineIn) {
    const reach = length(sub(n.out ?? n, n));
    return replaceNode(c, i, { kind: 'tangent', out: add(n, scale(unit(sub(n, c.nodes[h]!)), reach)) });
  }
  if (lineOut) {
    const reach = length(sub(n.in ?? n, n));
    return replaceNode(c, i, { kind: 'tangent', in: add(n, scale(unit(sub(n, c.nodes[j]!)), reach)) });
  }
  if (!n.in || !n.out) return c;
  const [inward, outward] = [sub(n.in, n), sub(n.out, n)];
  // The longer handle says more about the direction.
  const line = unit(sub(outward, inward));
  return replaceNode(c, i, {
    kind: 'smooth',
    in: add(n, scale(line, -length(inward))),
    out: add(n, scale(line, length(outward))),
  });
}

/** All kinks of a contour smoothed. */
export function removeKinks(c: Contour): Contour {
  let made = c;
  c.nodes.forEach((n, i) => {
    const locked = n.locked || c.nodes[before(c, i)]?.locked;
    if (!locked && kinkAt(made, i) > 0) made = straightenKink(made, i);
  });
  return made;
}

/** Whether the curve's bend changes sign from the middle of one segment to the middle of the next, and back within one more. */
function isBump(c: Contour, i: number): boolean {
  const h = before(c, i);
  const n = c.nodes[i]!;
  if (h < 0 || after(c, i) < 0 || n.kind === 'corner' || n.locked || c.nodes[h]!.locked) return false;
  const [first, second] = [segmentAt(c, h), segmentAt(c, i)];
  const signs = [0.25, 0.75].map((t) => Math.sign(curvature(first, t)));
  signs.push(...[0.25, 0.75].map((t) => Math.sign(curvature(second, t))));
  let changes = 0;
  for (let k = 1; k < signs.length; k++) if (signs[k]! * signs[k - 1]! < 0) changes++;
  return changes >= 2;
}

/** Points that only make the curve wave taken out, as long as the outline moves by no more than `tolerance`. */
export function removeBumps(c: Contour, tolerance: number): Contour {
  let made = c;
  for (let i = made.nodes.length - 1; i >= 0 && made.nodes.length > 3; i--) {
    if (!isBump(made, i)) continue;
    const without = removeNode(made, i);
    if (greatestDeviation([made], [without]) <= tolerance) made = without;
  }
  return made;
}

/** Handles of a curve equal to this many units are left alone. */
const SAME_LENGTH = 0.5;

/**
 * Handles of each curve made equally long as shares of the way to where their lines cross, the mean of what they are: the
 * curve keeps its ends and directions and about its area. Curves that bend both ways have no such crossing and stay.
 */
export function equaliseHandles(c: Contour): Contour {
  let made = c;
  c.nodes.forEach((node, i) => {
    const j = after(c, i);
    const [a, b] = [made.nodes[i]!, made.nodes[j]];
    if (!b || node.locked || !a.out || !b.in) return;
    const [d1, d2] = [sub(a.out, a), sub(b.in, b)];
    const chord = sub(b, a);
    const det = d1.x * d2.y - d1.y * d2.x;
    if (Math.abs(det) < 1e-6) return;
    // a + s d1 = b + t d2
    const s = (chord.x * d2.y - chord.y * d2.x) / det;
    const t = (chord.x * d1.y - chord.y * d1.x) / det;
    if (s < 1 || t < 1 || s > 50 || t > 50) return;
    const share = (1 / s + 1 / t) / 2;
    const out = add(a, scale(d1, s * share));
    const into = add(b, scale(d2, t * share));
    if (distance(out, a.out) < SAME_LENGTH && distance(into, b.in) < SAME_LENGTH) return;
    made = replaceNode(replaceNode(made, i, { out }), j, { in: into });
  });
  return made;
}
