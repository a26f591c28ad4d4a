import type { Contour, Node } from '../../foundations/geometry/contour';
import type { Vec } from '../../foundations/geometry/vec';
import type { Module } from './modules';
import { TINY } from '../../foundations/geometry/tolerance';

/** Handle of a quarter circle of radius 1 (deviates by 0.0273 % of the radius at most; value from memory). */
const KAPPA = 0.5522847498307936;

/** One edge of a cell's shape in cells, y up, ink at its left. `centre`: of an arc; null for a straight. */
interface Edge {
  readonly from: Vec;
  readonly to: Vec;
  readonly centre: Vec | null;
}

const key = (p: Vec) => `${p.x},${p.y}`;

/** Corners of a cell, counter-clockwise from the left bottom. */
const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const;

/**
 * Outlines of painted cells, in cells, y up, outer contours counter-clockwise. Edges that two cells share cancel each
 * other, straights in line become one: exact, and with no idle point. Cells that only touch at a corner stay apart.
 */
export function moduleContours(cells: readonly Module[]): Contour[] {
  const edges = new Map<string, Edge>();
  const add = (from: Vec, to: Vec, centre: Vec | null) => {
    const back = `${key(to)} ${key(from)}`;
    if (!centre && edges.get(back)?.centre === null) edges.delete(back);
    else edges.set(`${key(from)} ${key(to)}`, { from, to, centre });
  };
  const dots: Contour[] = [];
  for (const cell of cells) {
    if (cell.shape === 'dot') dots.push(circle(cell.x + 0.5, cell.y + 0.5, 0.5));
    else for (const e of edgesOf(cell)) add(e.from, e.to, e.centre);
  }
  return [...linked([...edges.values()]).map(toContour), ...dots];
}

function edgesOf({ x, y, shape, turn }: Module): Edge[] {
  const corner = (k: number): Vec => {
    const [dx, dy] = CORNERS[(turn + k) % 4]!;
    return { x: x + dx, y: y + dy };
  };
  const [own, next, far, before] = [corner(0), corner(1), corner(2), corner(3)];
  const line = (from: Vec, to: Vec): Edge => ({ from, to, centre: null });
  switch (shape) {
    case 'quarter':
      return [line(own, next), { from: next, to: before, centre: own }, line(before, own)];
    case 'wedge':
      return [line(own, next), line(next, before), line(before, own)];
    case 'hollow':
      return [line(next, far), line(far, before), { from: before, to: next, centre: own }];
    default:
      return [line(own, next), line(next, far), line(far, before), line(before, own)];
  }
}

/** Direction in which an edge leaves its start, or arrives at its end. */
function direction(e: Edge, at: 'from' | 'to'): Vec {
  if (!e.centre) return { x: e.to.x - e.from.x, y: e.to.y - e.from.y };
  const r = { x: e[at].x - e.centre.x, y: e[at].y - e.centre.y };
  const cross =
    (e.from.x - e.centre.x) * (e.to.y - e.centre.y) - (e.from.y - e.centre.y) * (e.to.x - e.centre.x);
  return cross > 0 ? { x: -r.y, y: r.x } : { x: r.y, y: -r.x };
}

/** Edges end to end. Where cells touch at a corner the sharpest turn to the left stays with the own cell. */
function linked(edges: readonly Edge[]): Edge[][] {
  const starts = new Map<string, Edge[]>();
  for (const e of edges) starts.set(key(e.from), [...(starts.get(key(e.from)) ?? []), e]);
  const used = new Set<Edge>();
  const loops: Edge[][] = [];
  for (const first of edges) {
    if (used.has(first)) continue;
    const loop: Edge[] = [];
    for (let e: Edge = first; ;) {
      used.add(e);
      loop.push(e);
      const came: Vec = direction(e, 'to');
      const turnTo = (next: Edge) => {
        const go = direction(next, 'from');
        return Math.atan2(came.x * go.y - came.y * go.x, came.x * go.x + came.y * go.y);
      };
      const open: Edge[] = starts.get(key(e.to))!.filter((n) => n === first || !used.has(n));
      const next: Edge = open.sort((a, b) => turnTo(b) - turnTo(a))[0]!;
      if (next === first) break;
      e = next;
    }
    loops.push(loop);
  }
  return loops;
}

const parallel = (a: Vec, b: Vec) => Math.abs(a.x * b.y - a.y * b.x) < TINY && a.x * b.x + a.y * b.y > 0;

function toContour(loop: readonly Edge[]): Contour {
  const nodes: Node[] = [];
  loop.forEach((e, i) => {
    const last = loop[(i + loop.length - 1) % loop.length]!;
    const flows = parallel(direction(last, 'to'), direction(e, 'from'));
    if (flows && !last.centre && !e.centre) return; // in line: no point is needed
    const handle = (edge: Edge, at: 'from' | 'to'): Vec | null => {
      if (!edge.centre) return null;
      const d = direction(edge, at);
      const k = at === 'from' ? KAPPA : -KAPPA;
      return { x: edge[at].x + k * d.x, y: edge[at].y + k * d.y };
    };
    const kind = !flows ? 'corner' : last.centre && e.centre ? 'smooth' : 'tangent';
    nodes.push({ x: e.from.x, y: e.from.y, in: handle(last, 'to'), out: handle(e, 'from'), kind });
  });
  return { closed: true, nodes };
}

function circle(cx: number, cy: number, r: number): Contour {
  const k = KAPPA * r;
  const node = (ux: number, uy: number): Node => {
    const [x, y] = [cx + ux * r, cy + uy * r];
    return {
      x,
      y,
      in: { x: x + uy * k, y: y - ux * k },
      out: { x: x - uy * k, y: y + ux * k },
      kind: 'smooth',
    };
  };
  return { closed: true, nodes: [node(1, 0), node(0, 1), node(-1, 0), node(0, -1)] };
}
