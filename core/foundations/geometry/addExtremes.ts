import type { Contour, Node } from './contour';
import { isLine, segmentAt, segmentCount } from './contour';
import { extremeParameters, pointOnCubic, splitCubic, type Cubic } from './cubic';

/** Parameters where the curve passes its end points' range by more than `excess`, ascending. */
export function passingParameters(s: Cubic, excess: number): number[] {
  const out: number[] = [];
  for (const axis of ['x', 'y'] as const) {
    const low = Math.min(s.p0[axis], s.p3[axis]) - excess;
    const high = Math.max(s.p0[axis], s.p3[axis]) + excess;
    for (const t of extremeParameters(s, axis)) {
      const v = pointOnCubic(s, t)[axis];
      if (v < low || v > high) out.push(t);
    }
  }
  return out.sort((a, b) => a - b);
}

/**
 * Points put at extremes that lie inside a curve, so that the points' box is the outline's box. The shape stays exactly
 * the same. Extremes that pass the curve's ends by no more than `excess` (same unit as the contour) are left.
 */
export function addExtremes(c: Contour, excess: number): Contour {
  const nodes: Node[] = [...c.nodes];
  let shift = 0;
  for (let i = 0; i < segmentCount(c); i++) {
    if (isLine(c, i)) continue;
    let rest = segmentAt(c, i);
    let from = 0;
    for (const t of passingParameters(rest, excess)) {
      const local = (t - from) / (1 - from);
      if (local < 1e-3 || local > 1 - 1e-3) continue;
      const [left, right] = splitCubic(rest, local);
      const at = i + shift;
      const next = (at + 1) % nodes.length;
      nodes[at] = { ...nodes[at]!, out: plain(left.p1) };
      nodes[next] = { ...nodes[next]!, in: plain(right.p2) };
      nodes.splice(at + 1, 0, {
        ...plain(left.p3),
        in: plain(left.p2),
        out: plain(right.p1),
        kind: 'smooth',
      });
      shift++;
      rest = right;
      from = t;
    }
  }
  return shift === 0 ? c : { ...c, nodes };
}

const plain = ({ x, y }: { x: number; y: number }) => ({ x, y });
