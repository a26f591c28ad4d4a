import {
  isLine,
  segmentAt,
  type Contour,
  type Node,
  type NodeKind,
} from '../../foundations/geometry/contour';
import { cubicDerivative, pointOnCubic, splitCubic, type Cubic } from '../../foundations/geometry/cubic';
import { fitCubic } from '../../foundations/geometry/fitCubic';
import {
  add,
  cross,
  distance,
  dot,
  length,
  scale,
  sub,
  unit,
  type Vec,
} from '../../foundations/geometry/vec';
import { after, arriving, before, leaving, replaceNode, withNodes } from './edges';
import { TINY } from '../../foundations/geometry/tolerance';

const bare = ({ x, y }: Vec): Vec => ({ x, y });

/** A new node on segment i at parameter t; the curve stays exactly the same. */
export function insertNode(c: Contour, i: number, t: number): Contour {
  const [a, j] = [c.nodes[i]!, (i + 1) % c.nodes.length];
  const [left, right] = splitCubic(segmentAt(c, i), t);
  const locked = a.locked ? { locked: true } : {};
  const nodes = [...c.nodes];
  if (isLine(c, i))
    nodes.splice(i + 1, 0, { ...bare(left.p3), in: null, out: null, kind: 'corner', ...locked });
  else {
    nodes[i] = { ...a, out: bare(left.p1) };
    nodes[j] = { ...nodes[j]!, in: bare(right.p2) };
    nodes.splice(i + 1, 0, {
      ...bare(left.p3),
      in: bare(left.p2),
      out: bare(right.p1),
      kind: 'smooth',
      ...locked,
    });
  }
  return withNodes(c, nodes);
}

/** Without node i; the curve between its neighbours is fitted anew to keep its shape. */
export function removeNode(c: Contour, i: number): Contour {
  const [h, j] = [before(c, i), after(c, i)];
  const rest = c.nodes.filter((_, k) => k !== i);
  if (!c.nodes[i] || c.nodes.length <= 2 || h < 0 || j < 0) return withNodes(c, rest);
  const nodes = [...c.nodes];
  if (!(isLine(c, h) && isLine(c, i))) {
    const [first, second] = [segmentAt(c, h), segmentAt(c, i)];
    const points = [first, second].flatMap((s) =>
      Array.from({ length: 12 }, (_, k) => pointOnCubic(s, (k + 0.5) / 12)),
    );
    const [start, end] = [leaving(c, h), arriving(c, j)];
    const { cubic } = fitCubic(
      first.p0,
      start ?? unit(sub(second.p3, first.p0)),
      end ? scale(end, -1) : unit(sub(first.p0, second.p3)),
      second.p3,
      Float64Array.from(points, (p) => p.x),
      Float64Array.from(points, (p) => p.y),
    );
    nodes[h] = { ...nodes[h]!, out: bare(cubic.p1) };
    nodes[j] = { ...nodes[j]!, in: bare(cubic.p2) };
  }
  nodes.splice(i, 1);
  return withNodes(c, nodes);
}

/** A node made corner, smooth (both handles in one line) or tangent (the curve's handle in line with the straight). */
export function withKind(c: Contour, i: number, kind: NodeKind): Contour {
  const n = c.nodes[i]!;
  const [h, j] = [before(c, i), after(c, i)];
  if (kind === 'corner' || h < 0 || j < 0) return replaceNode(c, i, { kind });
  if (kind === 'tangent') return replaceNode(c, i, tangentNode(c, i) ?? { kind });
  // A side without a handle gets one at a third of the way, so that it can be smooth at all.
  const inHandle = n.in ?? add(n, scale(sub(c.nodes[h]!, n), 1 / 3));
  const outHandle = n.out ?? add(n, scale(sub(c.nodes[j]!, n), 1 / 3));
  const along = unit(sub(unit(sub(outHandle, n)), unit(sub(inHandle, n))));
  if (length(along) === 0) return replaceNode(c, i, { kind });
  const made = replaceNode(c, i, {
    kind,
    in: add(n, scale(along, -length(sub(inHandle, n)))),
    out: add(n, scale(along, length(sub(outHandle, n)))),
  });
  return made;
}

/** The node as a tangent one: one side straight, the other side's handle turned into its line; null when neither is straight. */
function tangentNode(c: Contour, i: number): Partial<Node> | null {
  const n = c.nodes[i]!;
  const [h, j] = [before(c, i), after(c, i)];
  const [straightIn, straightOut] = [isLine(c, h), isLine(c, i)];
  if (straightIn === straightOut) return null;
  const [from, part] = straightIn ? [c.nodes[h]!, 'out' as const] : [c.nodes[j]!, 'in' as const];
  const handle = n[part] ?? n;
  const line = unit(sub(n, from));
  const reach = Math.max(length(sub(handle, n)), 1);
  return { kind: 'tangent', [part]: add(n, scale(line, reach)) };
}

/** Segment i made a straight line. */
export function straightSegment(c: Contour, i: number): Contour {
  const j = (i + 1) % c.nodes.length;
  return withNodes(
    c,
    c.nodes.map((n, k) => {
      let node = n;
      if (k === i) node = { ...node, out: null };
      if (k === j) node = { ...node, in: null };
      return node.kind === 'smooth' && (!node.in || !node.out)
        ? { ...node, kind: node.in || node.out ? 'tangent' : 'corner' }
        : node;
    }),
  );
}

/** Segment i given handles at a third of its length, so that it can be bent. */
export function curvedSegment(c: Contour, i: number): Contour {
  if (!isLine(c, i)) return c;
  const j = (i + 1) % c.nodes.length;
  const { p1, p2 } = segmentAt(c, i);
  return withNodes(
    c,
    c.nodes.map((n, k) => {
      let node = n;
      if (k === i) node = { ...node, out: bare(p1) };
      if (k === j) node = { ...node, in: bare(p2) };
      return node;
    }),
  );
}

/**
 * The curve of segment i pulled at parameter t by `by`, its ends staying: both handles move so that the place under the
 * pointer follows it exactly. At smooth ends handles stay in line (they are turned into it afterwards), so that the joins stay smooth.
 */
export function bendSegment(c: Contour, i: number, t: number, by: Vec): Contour {
  const curved = curvedSegment(c, i);
  const s = segmentAt(curved, i);
  const u = Math.max(0.08, Math.min(0.92, t));
  const [w1, w2] = [3 * (1 - u) ** 2 * u, 3 * (1 - u) * u ** 2];
  const j = (i + 1) % c.nodes.length;
  const [a, b] = [c.nodes[i]!, c.nodes[j]!];
  // At ends that are smooth the handle may only slide along its line: it moves by what of the pull lies in that line.
  const free1 = wayOf(a, 'out', isLine(c, i));
  const free2 = wayOf(b, 'in', isLine(c, i));
  const [d1, d2] = shares(by, w1, w2, free1, free2);
  const out = add(s.p1, d1);
  const into = add(s.p2, d2);
  return withNodes(
    curved,
    curved.nodes.map((n, k) => {
      let node = n;
      if (k === i) node = { ...node, out };
      if (k === j) node = { ...node, in: into };
      return node;
    }),
  );
}

/** The line a handle has to stay in, as a unit vector; null when it is free. */
function wayOf(n: Node, part: 'in' | 'out', wasLine: boolean): Vec | null {
  if (n.kind === 'corner' || wasLine) return null;
  const handle = n[part] ?? n;
  const d = sub(handle, n);
  return length(d) > TINY ? unit(d) : null;
}

/** Moves d1, d2 of the handles with w1 d1 + w2 d2 = by where the lines they are bound to allow it, as small as can be. */
function shares(by: Vec, w1: number, w2: number, line1: Vec | null, line2: Vec | null): [Vec, Vec] {
  if (line1 && line2) {
    // Two lines span the plane unless they are nearly parallel: then what lies along them is all there is.
    const det = cross(line1, line2);
    if (Math.abs(det) > 0.15)
      return [scale(line1, cross(by, line2) / det / w1), scale(line2, cross(line1, by) / det / w2)];
    const k = w1 * w1 + w2 * w2;
    return [scale(line1, (dot(by, line1) * w1) / k), scale(line2, (dot(by, line2) * w2) / k)];
  }
  if (line1 || line2) {
    const [line, w, other] = line1 ? [line1, w1, w2] : [line2!, w2, w1];
    const along = scale(line, (dot(by, line) * 0.5) / w);
    const rest = scale(sub(by, scale(along, w)), 1 / other);
    return line1 ? [along, rest] : [rest, along];
  }
  const k = w1 * w1 + w2 * w2;
  return [scale(by, w1 / k), scale(by, w2 / k)];
}

/** The run broken at node i: a closed contour opens there, an open one falls into two. */
export function breakAt(c: Contour, i: number): Contour[] {
  const n = c.nodes[i]!;
  const start: Node = { ...n, in: null, kind: 'corner' };
  const end: Node = { ...n, out: null, kind: 'corner' };
  if (c.closed)
    return [{ closed: false, nodes: [start, ...c.nodes.slice(i + 1), ...c.nodes.slice(0, i), end] }];
  if (i === 0 || i === c.nodes.length - 1) return [c];
  return [
    { closed: false, nodes: [...c.nodes.slice(0, i), end] },
    { closed: false, nodes: [start, ...c.nodes.slice(i + 1)] },
  ];
}

/** Two ends that lie on the same place become one node; others are joined by a straight. */
export function closeRun(c: Contour, samePlace = 1): Contour {
  if (c.closed || c.nodes.length < 2) return c;
  const [first, last] = [c.nodes[0]!, c.nodes[c.nodes.length - 1]!];
  if (distance(first, last) > samePlace) return { ...c, closed: true };
  const shift = sub(first, last);
  const merged = { ...first, in: last.in && add(last.in, shift) };
  return { ...c, closed: true, nodes: [merged, ...c.nodes.slice(1, -1)] };
}

/** Two open runs joined, the end of `a` to the beginning of `b`; ends on the same place become one node. */
export function joinRuns(a: Contour, b: Contour, samePlace = 1): Contour {
  const [end, start] = [a.nodes[a.nodes.length - 1]!, b.nodes[0]!];
  if (distance(end, start) > samePlace) return { closed: false, nodes: [...a.nodes, ...b.nodes] };
  const shift = sub(end, start);
  const merged: Node = { ...end, out: start.out && add(start.out, shift) };
  return { closed: false, nodes: [...a.nodes.slice(0, -1), merged, ...b.nodes.slice(1)] };
}

/** A closed contour that begins at node i. */
export const startAt = (c: Contour, i: number): Contour =>
  c.closed && i > 0 ? withNodes(c, [...c.nodes.slice(i), ...c.nodes.slice(0, i)]) : c;

/** Curvature of a cubic at t, 1/unit; positive when it turns left. 0 where it stands still. */
export function curvature(s: Cubic, t: number): number {
  const d1 = cubicDerivative(s, t);
  const u = 1 - t;
  const d2 = scale(
    add(scale(add(sub(s.p2, scale(s.p1, 2)), s.p0), u), scale(add(sub(s.p3, scale(s.p2, 2)), s.p1), t)),
    6,
  );
  const speed = length(d1);
  return speed < TINY ? 0 : cross(d1, d2) / speed ** 3;
}
