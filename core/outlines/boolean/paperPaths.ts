// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- three compiler projects read this file; all need the description
/// <reference path="./paperCore.d.ts" />
import paper from 'paper/dist/paper-core.js';
import { cornerAt, type Contour, type Node } from '../../foundations/geometry/contour';
import { contourArea } from '../../foundations/geometry/measure';
import { kindByHandles } from '../../foundations/geometry/nodeKinds';
import { cross, dot, length, sub } from '../../foundations/geometry/vec';
import type { Shape } from './shape';
import { TINY } from '../../foundations/geometry/tolerance';

const scope = new paper.PaperScope();
let ready = false;

function setUp(): void {
  if (!ready) scope.setup(new paper.Size(1, 1));
  ready = true;
}

export type PaperPath = paper.Path | paper.CompoundPath;

/** Our contours as paper's, moved by (dx, dy). */
export function toPaper({ contours, rule }: Shape, dx = 0, dy = 0): paper.CompoundPath {
  setUp();
  const children = contours.map(
    (c) =>
      new paper.Path({
        insert: false,
        closed: true,
        segments: c.nodes.map(
          (n) =>
            new paper.Segment(
              new paper.Point(n.x + dx, n.y + dy),
              n.in ? new paper.Point(n.in.x - n.x, n.in.y - n.y) : undefined,
              n.out ? new paper.Point(n.out.x - n.x, n.out.y - n.y) : undefined,
            ),
        ),
      }),
  );
  return new paper.CompoundPath({ insert: false, children, fillRule: rule });
}

/** Paper's result as contours, without slivers of less than `leastArea`. */
export function fromPaper(path: PaperPath, leastArea: number): Contour[] {
  const paths = path instanceof paper.CompoundPath ? (path.children as paper.Path[]) : [path];
  return paths
    .map((p): Contour => ({ closed: true, nodes: p.segments.map(nodeOf) }))
    .map(withoutDoubles)
    .map(withoutSpikes)
    .filter((c) => c.nodes.length > 1 && Math.abs(contourArea(c)) > leastArea);
}

function nodeOf(s: paper.Segment): Node {
  const at = (h: paper.Point) =>
    h.isZero() || h.length < 1e-7 ? null : { x: s.point.x + h.x, y: s.point.y + h.y };
  const bare = { ...cornerAt(s.point.x, s.point.y), in: at(s.handleIn), out: at(s.handleOut) };
  return { ...bare, kind: kindByHandles(bare) };
}

/** Nodes at the same place become one: crossings can leave them in pairs. */
function withoutDoubles(c: Contour): Contour {
  const size = c.nodes.reduce((m, n) => Math.max(m, Math.abs(n.x), Math.abs(n.y)), 1);
  const near = (a: Node, b: Node) => Math.hypot(a.x - b.x, a.y - b.y) < 1e-6 * size && !a.out && !b.in;
  const nodes: Node[] = [];
  for (const n of c.nodes) {
    const last = nodes[nodes.length - 1];
    if (last && near(last, n)) nodes[nodes.length - 1] = { ...last, out: n.out, kind: 'corner' };
    else nodes.push(n);
  }
  const [first, last] = [nodes[0], nodes[nodes.length - 1]];
  if (first && last && nodes.length > 2 && near(last, first)) {
    nodes[0] = { ...first, in: last.in, kind: 'corner' };
    nodes.pop();
  }
  return { ...c, nodes };
}

/** A spike is thinner than this share of the outline's size. */
const SPIKE = 1e-4;

/** Straights that run out to a point and back on themselves enclose nothing: touching outlines leave such. */
function withoutSpikes(c: Contour): Contour {
  const size = c.nodes.reduce(
    (m, n) => Math.max(m, Math.abs(n.x - c.nodes[0]!.x), Math.abs(n.y - c.nodes[0]!.y)),
    TINY,
  );
  for (let i = 0; i < c.nodes.length && c.nodes.length > 3; i++) {
    const n = c.nodes[i]!;
    const before = c.nodes[(i + c.nodes.length - 1) % c.nodes.length]!;
    const after = c.nodes[(i + 1) % c.nodes.length]!;
    if (n.in || n.out || before.out || after.in) continue;
    const [a, b] = [sub(before, n), sub(after, n)];
    const thin = Math.abs(cross(a, b)) / Math.max(length(a), length(b), 1e-12);
    if (dot(a, b) > 0 && thin < SPIKE * size)
      return withoutSpikes(withoutDoubles({ ...c, nodes: c.nodes.filter((_, k) => k !== i) }));
  }
  return c;
}
