import type { Contour, Node, NodeKind } from '../geometry/contour';
import type { Cubic } from '../geometry/cubic';
import type { Vec } from '../geometry/vec';
import { findCorners } from './corners';
import { fitStretch } from './fitStretch';
import { findJoints } from './joints';
import { ringPoint, wrap, type EvenRing } from './path';
import { edgeNoise, smoothRing } from './smoothRing';

export interface TraceSettings {
  /** Greatest distance of the outline from the ink's edge, px; noise found in the edge is added to it. */
  readonly tolerancePx: number;
  /** Turns sharper than this stay corners, degrees. */
  readonly cornerDeg: number;
}

export const defaultTraceSettings: TraceSettings = { tolerancePx: 0.35, cornerDeg: 28 };

type Segment = { readonly to: Vec; readonly kindAtEnd: NodeKind } & (
  { readonly line: true } | { readonly line: false; readonly cubic: Cubic }
);

/**
 * One ring of edge samples to a contour: corners, straights and extremes first, then the fewest cubics between.
 * Image px, y down; the direction of the ring is kept. Rings too small to have a form become a plain polygon.
 */
export function traceRing(raw: EvenRing, settings: TraceSettings): Contour {
  const noise = edgeNoise(raw);
  const corners = findCorners(raw, settings.cornerDeg + 25 * noise);
  const r = smoothRing(raw, corners, noise);
  const tolerance = settings.tolerancePx + noise;
  const joints = findJoints(r, corners, {
    straightOffPx: 0.14 + noise,
    prominencePx: 0.2 + noise,
  });
  if (joints.length < 3) return smallPolygon(r);
  const segments: Segment[] = [];
  for (let k = 0; k + 1 < joints.length; k++) {
    const a = joints[k]!;
    const b = joints[k + 1]!;
    if (a.line) {
      segments.push({ line: true, to: b.point, kindAtEnd: b.kind });
      continue;
    }
    const cubics = fitStretch(r, a, b, tolerance);
    cubics.forEach((cubic, i) =>
      segments.push({
        line: false,
        cubic,
        to: cubic.p3,
        kindAtEnd: i === cubics.length - 1 ? b.kind : 'smooth',
      }),
    );
  }
  return { closed: true, nodes: toNodes(joints[0]!.point, segments) };
}

function toNodes(start: Vec, segments: readonly Segment[]): Node[] {
  const n = segments.length;
  return segments.map((_, k) => {
    const before = segments[wrap(k - 1, n)]!;
    const after = segments[k]!;
    const at = k === 0 ? start : before.to;
    return {
      x: at.x,
      y: at.y,
      in: before.line ? null : plain(before.cubic.p2),
      out: after.line ? null : plain(after.cubic.p1),
      kind: before.line && after.line ? 'corner' : before.kindAtEnd,
    };
  });
}

const plain = (p: Vec): Vec => ({ x: p.x, y: p.y });

/** Up to eight corners spread along the ring: enough for a full stop of a few px. */
function smallPolygon(r: EvenRing): Contour {
  const count = Math.min(8, r.n);
  const nodes = Array.from({ length: count }, (_, k): Node => {
    const p = ringPoint(r, Math.round((k * r.n) / count));
    return { x: p.x, y: p.y, in: null, out: null, kind: 'corner' };
  });
  return { closed: true, nodes };
}
