import type { Node, NodeKind } from '../../foundations/geometry/contour';
import type { Cubic } from '../../foundations/geometry/cubic';
import { add, scale, type Vec } from '../../foundations/geometry/vec';
import { wrap } from './path';

/**
 * A node of an outline in the making, in a form that keeps what was found out about it: a smooth node has one
 * direction for both handles, and one that lies at an extreme or on a straight can't lose it.
 * Image px, y down.
 */
export interface DraftNode {
  /** Sample of the ring it stands at; runs on past the ring's length, never back. */
  index: number;
  p: Vec;
  readonly kind: NodeKind;
  /** Unit direction of travel through a smooth node. Corners have none; at a tangent it is the straight's own. */
  direction: Vec | null;
  /** Whether the direction is level or upright for good. */
  readonly locked: boolean;
  /** Handle towards the node before, and the one after, from the node; null beside a straight. */
  in: Vec | null;
  out: Vec | null;
}

/** What lies between a node and the next: a straight, held level or upright if it was found so, or one cubic. */
export type DraftSegment = 'curve' | 'straight' | 'level' | 'upright';

/** A closed outline: segment k runs from node k to node k + 1, the last one back to the first. */
export interface Draft {
  readonly nodes: DraftNode[];
  readonly segments: DraftSegment[];
}

export const nextNode = (d: Draft, k: number): DraftNode => d.nodes[wrap(k + 1, d.nodes.length)]!;

export function draftCubic(d: Draft, k: number): Cubic {
  const a = d.nodes[k]!;
  const b = nextNode(d, k);
  return {
    p0: a.p,
    p1: a.out ? add(a.p, a.out) : a.p,
    p2: b.in ? add(b.p, b.in) : b.p,
    p3: b.p,
  };
}

export function draftNodes(d: Draft): Node[] {
  const n = d.nodes.length;
  return d.nodes.map((node, k) => {
    const before = d.segments[wrap(k - 1, n)]!;
    const after = d.segments[k]!;
    const bothStraight = before !== 'curve' && after !== 'curve';
    return {
      x: node.p.x,
      y: node.p.y,
      in: before === 'curve' && node.in ? add(node.p, node.in) : null,
      out: after === 'curve' && node.out ? add(node.p, node.out) : null,
      kind: bothStraight ? 'corner' : node.kind,
    };
  });
}

/** Direction of a straight segment from its ends as they stand. */
function straightDirection(d: Draft, k: number): Vec {
  const a = d.nodes[k]!.p;
  const b = nextNode(d, k).p;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  if (d.segments[k] === 'level') return { x: Math.sign(dx) || 1, y: 0 };
  if (d.segments[k] === 'upright') return { x: 0, y: Math.sign(dy) || 1 };
  const size = Math.hypot(dx, dy) || 1;
  return { x: dx / size, y: dy / size };
}

/** Handles of tangents laid along their straights again, after the straights' ends have moved. */
export function alignTangents(d: Draft): void {
  const n = d.nodes.length;
  d.nodes.forEach((node, k) => {
    if (node.kind !== 'tangent') return;
    if (d.segments[k] !== 'curve' && node.in) {
      node.direction = straightDirection(d, k);
      node.in = scale(node.direction, -Math.hypot(node.in.x, node.in.y));
    } else if (d.segments[wrap(k - 1, n)] !== 'curve' && node.out) {
      node.direction = straightDirection(d, wrap(k - 1, n));
      node.out = scale(node.direction, Math.hypot(node.out.x, node.out.y));
    }
  });
}
