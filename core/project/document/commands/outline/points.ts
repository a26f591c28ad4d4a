import { applyAffine, translation, type Affine } from '../../../../foundations/geometry/affine';
import {
  transformContour,
  type Contour,
  type Node,
  type NodeKind,
} from '../../../../foundations/geometry/contour';
import { distance, add, length, scale, sub, unit, type Vec } from '../../../../foundations/geometry/vec';
import {
  bendSegment,
  curvedSegment,
  insertNode,
  removeNode,
  straightSegment,
  withKind,
} from '../../../../outlines/outline/points';
import type { ProjectDiff } from '../../changes/diff';
import type { Doc } from '../../schema';
import { edit, type PointRef, type Target } from './edit';
import { TINY } from '../../../../foundations/geometry/tolerance';

const mapNodes = (c: Contour, change: (n: Node, i: number) => Node): Contour => ({
  ...c,
  nodes: c.nodes.map(change),
});

/** At a smooth point the other handle turns along with the moved one. */
function alignOther(n: Node, moved: 'in' | 'out'): Node {
  const other = moved === 'in' ? 'out' : 'in';
  const handle = n[moved];
  const opposite = n[other];
  if (n.kind !== 'smooth' || !handle || !opposite) return n;
  const away = unit(sub(n, handle));
  return length(away) === 0 ? n : { ...n, [other]: add(n, scale(away, length(sub(opposite, n)))) };
}

/** At a tangent point the curve's handle stays in the straight's line: only what lies in that line moves it. */
function keepTangent(c: Contour, n: Node, i: number): Node {
  if (n.kind !== 'tangent') return n;
  const count = c.nodes.length;
  const [part, from] =
    n.out && !n.in
      ? (['out', c.nodes[(i + count - 1) % count]!] as const)
      : n.in && !n.out
        ? (['in', c.nodes[(i + 1) % count]!] as const)
        : ([null, n] as const);
  if (!part || distance(from, n) < TINY) return n;
  const line = unit(sub(n, from));
  const handle = n[part]!;
  const along = Math.max(0, (handle.x - n.x) * line.x + (handle.y - n.y) * line.y);
  return { ...n, [part]: add(n, scale(line, along)) };
}

/** Which parts of which nodes are named, by contour. */
function namedParts(points: readonly PointRef[]): Map<number, Map<number, Set<PointRef['part']>>> {
  const named = new Map<number, Map<number, Set<PointRef['part']>>>();
  for (const { contour, node, part } of points) {
    const nodes = named.get(contour) ?? new Map<number, Set<PointRef['part']>>();
    named.set(contour, nodes.set(node, (nodes.get(node) ?? new Set()).add(part)));
  }
  return named;
}

/**
 * Contours with points under a map. Nodes take their handles along; smooth points keep their handles in line. A contour all of
 * whose nodes are named goes as a whole: mirrored, it also runs the other way, so that outer stays outer.
 */
export function mappedPoints(cs: readonly Contour[], points: readonly PointRef[], map: Affine): Contour[] {
  const named = namedParts(points);
  return cs.map((c, ci) => {
    const here = named.get(ci);
    if (!here) return c;
    if (c.nodes.every((_, i) => here.get(i)?.has('node'))) return transformContour(c, map);
    const at = (p: Vec | null) => (p ? applyAffine(map, p) : null);
    const moved = mapNodes(c, (n, ni) => {
      const parts = here.get(ni);
      if (!parts) return n;
      if (parts.has('node')) return { ...n, ...applyAffine(map, n), in: at(n.in), out: at(n.out) };
      let one = n;
      for (const part of parts) {
        if (part !== 'node' && one[part]) one = alignOther({ ...one, [part]: at(one[part]) }, part);
      }
      return one;
    });
    return mapNodes(moved, (n, i) => keepTangent(moved, n, i));
  });
}

/** The same with points moved by `by`, em units. */
export const movedPoints = (cs: readonly Contour[], points: readonly PointRef[], by: Vec): Contour[] =>
  mappedPoints(cs, points, translation(by.x, by.y));

/** Moves points by (dx, dy) em units. Null when nothing moves. */
export function movePoints(
  doc: Doc,
  target: Target,
  points: readonly PointRef[],
  by: Vec,
): ProjectDiff | null {
  if (by.x === 0 && by.y === 0) return null;
  return edit(doc, target, 'Move points', (cs) => movedPoints(cs, points, by));
}

const nodesHere = (points: readonly PointRef[], contour: number): number[] => [
  ...new Set(points.filter((p) => p.contour === contour).map((p) => p.node)),
];

/** Makes nodes corner, smooth or tangent; smooth brings the two handles into one line through the node. */
export function setNodeKind(
  doc: Doc,
  target: Target,
  points: readonly PointRef[],
  kind: NodeKind,
): ProjectDiff | null {
  return edit(doc, target, `Make ${kind}`, (cs) =>
    cs.map((c, ci) =>
      nodesHere(points, ci)
        .filter((i) => c.nodes[i] && c.nodes[i].kind !== kind)
        .reduce((made, i) => withKind(made, i, kind), c),
    ),
  );
}

/** Deletes nodes; the curve between the neighbours is fitted anew to keep its shape. Contours under 2 nodes go. */
export function deleteNodes(doc: Doc, target: Target, points: readonly PointRef[]): ProjectDiff | null {
  return edit(doc, target, 'Delete points', (cs) =>
    cs
      .map((c, ci) =>
        // From the last to the first, so that earlier indices stay right.
        nodesHere(points, ci)
          .sort((a, b) => b - a)
          .reduce(removeNode, c),
      )
      .filter((c, i) => c.nodes.length >= 2 || c === cs[i]),
  );
}

/** Puts a point on segment `segment` at parameter t. */
export const addPoint = (
  doc: Doc,
  target: Target,
  contour: number,
  segment: number,
  t: number,
): ProjectDiff | null =>
  edit(doc, target, 'Add a point', (cs) => cs.map((c, i) => (i === contour ? insertNode(c, segment, t) : c)));

/** Pulls the curve itself at parameter t by `by`. */
export const bendCurve = (
  doc: Doc,
  target: Target,
  contour: number,
  segment: number,
  t: number,
  by: Vec,
): ProjectDiff | null =>
  edit(doc, target, 'Bend a curve', (cs) =>
    cs.map((c, i) => (i === contour ? bendSegment(c, segment, t, by) : c)),
  );

/** Segments (named by contour and first node) made straight, or given handles. */
export const shapeSegments = (
  doc: Doc,
  target: Target,
  segments: readonly { readonly contour: number; readonly node: number }[],
  shape: 'straight' | 'curved',
): ProjectDiff | null =>
  edit(doc, target, shape === 'straight' ? 'Make straight' : 'Make curved', (cs) =>
    segments.reduce<readonly Contour[]>(
      (made, s) =>
        made.map((c, i) =>
          i !== s.contour ? c : shape === 'straight' ? straightSegment(c, s.node) : curvedSegment(c, s.node),
        ),
      cs,
    ),
  );

/** Locks the segments of stretches against refitting, or frees them. Segments are named by their first node, by contour. */
export const lockSegments = (
  doc: Doc,
  target: Target,
  stretches: ReadonlyMap<number, readonly number[]>,
  locked: boolean,
): ProjectDiff | null =>
  edit(doc, target, locked ? 'Lock a stretch' : 'Free a stretch', (cs) =>
    cs.map((c, ci) => {
      const here = new Set((stretches.get(ci) ?? []).filter((i) => (c.nodes[i]?.locked ?? false) !== locked));
      if (here.size === 0) return c;
      return mapNodes(c, (n, i) => {
        if (!here.has(i)) return n;
        const { locked: _, ...free } = n;
        return locked ? { ...free, locked } : free;
      });
    }),
  );
