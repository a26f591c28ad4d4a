// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- three compiler projects read this file; all need the description
/// <reference path="./paperCore.d.ts" />
import paper from 'paper/dist/paper-core.js';
import { cornerAt, segmentCount, type Contour, type Node } from '../geometry/contour';
import { contourArea } from '../geometry/measure';

/**
 * Booleans on curves. The work is done by paper's path booleans (results keep cubics; untouched stretches stay as they
 * were); here shapes go in and out, and what it is known to get wrong is kept from it: shapes are united two by two in a
 * tree, and slivers without area are dropped.
 */
const scope = new paper.PaperScope();
let ready = false;

function setUp(): void {
  if (!ready) scope.setup(new paper.Size(1, 1));
  ready = true;
}

export type FillRule = 'nonzero' | 'evenodd';

/** Contours that are filled together by one rule; open ones are closed by a straight. */
export interface Shape {
  readonly contours: readonly Contour[];
  readonly rule: FillRule;
}

type PaperPath = paper.Path | paper.CompoundPath;

function toPaper({ contours, rule }: Shape): paper.CompoundPath {
  setUp();
  const children = contours.map(
    (c) =>
      new paper.Path({
        insert: false,
        closed: true,
        segments: c.nodes.map(
          (n) =>
            new paper.Segment(
              new paper.Point(n.x, n.y),
              n.in ? new paper.Point(n.in.x - n.x, n.in.y - n.y) : undefined,
              n.out ? new paper.Point(n.out.x - n.x, n.out.y - n.y) : undefined,
            ),
        ),
      }),
  );
  return new paper.CompoundPath({ insert: false, children, fillRule: rule });
}

/** Handles in line to this many degrees make a smooth node. */
const SMOOTH_DEG = 1;

function fromPaper(path: PaperPath, leastArea: number): Contour[] {
  const paths = path instanceof paper.CompoundPath ? (path.children as paper.Path[]) : [path];
  return paths
    .map((p): Contour => ({ closed: true, nodes: p.segments.map(nodeOf) }))
    .map(withoutDoubles)
    .filter((c) => c.nodes.length > 1 && Math.abs(contourArea(c)) > leastArea);
}

function nodeOf(s: paper.Segment): Node {
  const bare = (h: paper.Point) => h.isZero() || h.length < 1e-7;
  const at = (h: paper.Point) => (bare(h) ? null : { x: s.point.x + h.x, y: s.point.y + h.y });
  const both = !bare(s.handleIn) && !bare(s.handleOut);
  const turn = both ? Math.abs(180 - Math.abs(s.handleIn.getDirectedAngle(s.handleOut))) : 180;
  return {
    ...cornerAt(s.point.x, s.point.y),
    in: at(s.handleIn),
    out: at(s.handleOut),
    kind: turn < SMOOTH_DEG ? 'smooth' : 'corner',
  };
}

/** Nodes at the same place become one: crossings can leave them in pairs. */
function withoutDoubles(c: Contour): Contour {
  const size = c.nodes.reduce((m, n) => Math.max(m, Math.abs(n.x), Math.abs(n.y)), 1);
  const nodes: Node[] = [];
  for (const n of c.nodes) {
    const last = nodes[nodes.length - 1];
    if (last && Math.hypot(last.x - n.x, last.y - n.y) < 1e-6 * size && !last.out && !n.in)
      nodes[nodes.length - 1] = { ...last, out: n.out, kind: 'corner' };
    else nodes.push(n);
  }
  const [first, last] = [nodes[0], nodes[nodes.length - 1]];
  if (
    first &&
    last &&
    nodes.length > 2 &&
    Math.hypot(first.x - last.x, first.y - last.y) < 1e-6 * size &&
    !last.out &&
    !first.in
  ) {
    nodes[0] = { ...first, in: last.in, kind: 'corner' };
    nodes.pop();
  }
  return { ...c, nodes };
}

/** Smaller results are slivers of rounding, as a share of the largest operand's box. */
const SLIVER = 1e-7;

/** Shifts tried when two outlines touch so that their union goes wrong, as shares of their size. */
const NUDGES = [0, 2.3e-6, -3.1e-6, 1.7e-5, -2.9e-5, 1.3e-4];

/** Two paths united, and found to be right: neither smaller than the larger, nor larger than both, nor out of their box. */
function uniteTwo(a: PaperPath, b: PaperPath): PaperPath {
  const [areaA, areaB] = [Math.abs(a.area), Math.abs(b.area)];
  const box = a.bounds.unite(b.bounds);
  const slack = 1e-3 * (areaA + areaB) + 1e-9;
  const near = 2e-3 * Math.max(box.width, box.height);
  for (const nudge of NUDGES) {
    let moved = b;
    if (nudge !== 0) {
      moved = b.clone({ insert: false }) as PaperPath;
      moved.translate(new paper.Point(nudge * box.width, 1.37 * nudge * box.height));
    }
    const made = a.unite(moved, { insert: false }) as PaperPath;
    const area = Math.abs(made.area);
    const same = made.bounds;
    const inBox =
      Math.abs(same.left - box.left) < near &&
      Math.abs(same.right - box.right) < near &&
      Math.abs(same.top - box.top) < near &&
      Math.abs(same.bottom - box.bottom) < near;
    if (inBox && area >= Math.max(areaA, areaB) - slack && area <= areaA + areaB + slack) return made;
  }
  // Left as they lie: filled by the nonzero rule they look as they should.
  return new paper.CompoundPath({ insert: false, children: [a, b].flatMap(pathsOf), fillRule: 'nonzero' });
}

const pathsOf = (p: PaperPath): paper.Path[] =>
  (p instanceof paper.CompoundPath ? (p.children as paper.Path[]) : [p]).map((c) =>
    c.clone({ insert: false }),
  );

/** All shapes as one outline to be filled by either rule: no overlaps, counters the other way round than their outlines. */
export function unite(shapes: readonly Shape[]): Contour[] {
  const sound = shapes.filter((s) => s.contours.some((c) => segmentCount(c) > 1));
  if (sound.length === 0) return [];
  const nothing = undefined as unknown as paper.PathItem;
  let level = sound.map((s) => toPaper(s).unite(nothing, { insert: false }) as PaperPath);
  const box = level.map((p) => p.bounds).reduce((a, b) => a.unite(b));
  while (level.length > 1) {
    const next: PaperPath[] = [];
    for (let i = 0; i < level.length; i += 2) {
      const [a, b] = [level[i]!, level[i + 1]];
      next.push(b ? uniteTwo(a, b) : a);
    }
    level = next;
  }
  return fromPaper(level[0]!, SLIVER * box.width * box.height);
}

/** What of the first shape lies in the second. */
export function intersect(a: Shape, b: Shape): Contour[] {
  const [p, q] = [toPaper(a), toPaper(b)];
  const box = p.bounds;
  return fromPaper(p.intersect(q, { insert: false }) as PaperPath, SLIVER * box.width * box.height);
}

/** What of the first shape lies outside of the second. */
export function subtract(a: Shape, b: Shape): Contour[] {
  const [p, q] = [toPaper(a), toPaper(b)];
  const box = p.bounds;
  return fromPaper(p.subtract(q, { insert: false }) as PaperPath, SLIVER * box.width * box.height);
}
