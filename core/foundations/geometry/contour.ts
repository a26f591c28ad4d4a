import { applyAffine, determinant, type Affine } from './affine';
import { lineAsCubic, type Cubic } from './cubic';
import type { Vec } from './vec';

/**
 * How a node behaves when a handle is moved. corner: handles are free; smooth: they stay in line;
 * tangent: a curve runs on in the direction of a straight line.
 */
export type NodeKind = 'corner' | 'smooth' | 'tangent';

/** An on-curve point with its absolute handles; null = none, so the side is straight when both ends have none. */
export interface Node {
  readonly x: number;
  readonly y: number;
  /** Handle towards the previous node. */
  readonly in: Vec | null;
  /** Handle towards the next node. */
  readonly out: Vec | null;
  readonly kind: NodeKind;
  /** The segment from here to the next node was settled by hand: refitting and clean-up leave it alone. */
  readonly locked?: boolean | undefined;
}

/**
 * One closed or open run of nodes. In em units (y up) outer contours run counter-clockwise and
 * counters clockwise; in image px (y down) the same outline is stored mirrored, hence the other way round.
 */
export interface Contour {
  readonly closed: boolean;
  readonly nodes: readonly Node[];
  /** The shared part that it is drawn from, in a letter that has such. */
  readonly of?: string | undefined;
}

export const cornerAt = (x: number, y: number): Node => ({ x, y, in: null, out: null, kind: 'corner' });

/** A closed polygon of corners. */
export const polygon = (points: readonly Vec[]): Contour => ({
  closed: true,
  nodes: points.map((p) => cornerAt(p.x, p.y)),
});

/** Number of segments: as many as nodes when closed, one fewer when open. */
export const segmentCount = (c: Contour): number =>
  c.closed ? c.nodes.length : Math.max(0, c.nodes.length - 1);

/** Whether segment i (from node i to the next) is a straight line. */
export function isLine(c: Contour, i: number): boolean {
  const next = c.nodes[(i + 1) % c.nodes.length]!;
  return c.nodes[i]!.out === null && next.in === null;
}

/** Segment i as a cubic; a missing handle lies on its node. */
export function segmentAt(c: Contour, i: number): Cubic {
  const a = c.nodes[i]!;
  const b = c.nodes[(i + 1) % c.nodes.length]!;
  if (a.out === null && b.in === null) return lineAsCubic(a, b);
  return { p0: a, p1: a.out ?? a, p2: b.in ?? b, p3: b };
}

export const segments = (c: Contour): Cubic[] =>
  Array.from({ length: segmentCount(c) }, (_, i) => segmentAt(c, i));

/** The same run walked the other way, starting at the same node. */
export function reverseContour(c: Contour): Contour {
  if (c.nodes.length === 0) return c;
  const count = c.nodes.length;
  const back = [...c.nodes].reverse().map((n, k): Node => {
    const { locked: _, ...plain } = n;
    // A lock belongs to the segment, which now begins at its other end.
    const locked = c.nodes[(2 * count - 2 - k) % count]!.locked;
    return { ...plain, in: n.out, out: n.in, ...(locked && { locked }) };
  });
  if (!c.closed) return { ...c, nodes: back };
  return { ...c, nodes: [back[back.length - 1]!, ...back.slice(0, -1)] };
}

/** Every point mapped. A mirroring map also reverses the run, so that outer stays outer. */
export function transformContour(c: Contour, m: Affine): Contour {
  const at = (p: Vec | null) => (p === null ? null : applyAffine(m, p));
  const moved: Contour = {
    ...c,
    nodes: c.nodes.map((n) => ({ ...n, ...applyAffine(m, n), in: at(n.in), out: at(n.out) })),
  };
  return determinant(m) < 0 ? reverseContour(moved) : moved;
}

export const transformContours = (cs: readonly Contour[], m: Affine): Contour[] =>
  cs.map((c) => transformContour(c, m));

export const countNodes = (cs: readonly Contour[]): number => cs.reduce((n, c) => n + c.nodes.length, 0);
