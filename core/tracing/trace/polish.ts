import { cubicDerivative, pointOnCubic, type Cubic } from '../../foundations/geometry/cubic';
import { dot, scale, type Vec } from '../../foundations/geometry/vec';
import { alignTangents, draftCubic, nextNode, type Draft, type DraftNode } from './draft';
import { EnvelopeSystem } from './leastSquares';
import { wrap, type EvenRing } from './path';

export interface PolishOptions {
  /** Samples this near to a corner are rounded by lens and px grid and don't take part, px. */
  readonly shyPx: number;
  /** Beyond this distance a sample counts less and less: it belongs to a speck or a nick, px. */
  readonly outlierPx: number;
  /** Directions (unit) that straights have to keep, by segment: those of parallel edges. */
  readonly directions?: ReadonlyMap<number, Vec>;
}

const ROUNDS = 4;
/** Less movement than this is none, px. */
const SETTLED_PX = 0.01;
/** Pull of each unknown towards where it stands, in samples: holds what the samples leave open. */
const HOLD = 0.03;
/** Pull of corners and extremes towards where they were found, in samples: their own place says more than the fit around. */
const ANCHOR = 0.7;
/** Weight of a straight's given direction, in samples: as good as exact. */
const EXACT = 1e5;
/** Of samples half a px apart every second one says all: noise and lens blur hang together over more. */
const EACH = 2;
/** No node moves further than this in one round, px. */
const MAX_MOVE_PX = 1.5;
/** Handles stay between these shares of their chord, so that no loop or kink can arise. */
const HANDLE_SHARES = [0.02, 1.2] as const;

/** Which segment a sample belongs to and where on it; segment -1 = the sample takes no part. */
export interface Assignment {
  readonly segment: Int32Array;
  readonly t: Float64Array;
}

/** Unknowns of a node: places of its coordinates, turn and handles in the system; -1 = not free. */
interface Unknowns {
  x: number;
  y: number;
  turn: number;
  /** Length of the handle along the node's direction, or its x with y following when the node is a corner. */
  inHandle: number;
  outHandle: number;
}

/**
 * All nodes and handles of an outline moved at once to where the summed squared distances of the ring's samples across
 * the outline are least. What the draft knows is kept exactly: level and upright straights, directions at extremes,
 * smooth and tangent joins. Ends read off a few px each are noisy in a scan; here every sample of a segment has its say.
 * Method: Gauss-Newton on distances across the curve (tangent distance, Wang, Pottmann and Liu, ACM TOG 25 (2006)),
 * with Huber's weights (Ann. Math. Stat. 35 (1964)). Changes `draft` in place.
 */
export function polish(r: EvenRing, draft: Draft, options: PolishOptions): Assignment {
  const assigned = assignSamples(r, draft, options.shyPx);
  const { unknowns, count } = numberUnknowns(draft);
  const found = draft.nodes.map((node) => node.p);
  for (let round = 0; round < ROUNDS; round++) {
    follow(r, draft, assigned, round === 0 ? 3 : 1);
    const system = new EnvelopeSystem(count);
    addSamples(r, draft, assigned, unknowns, system, options.outlierPx);
    hold(draft, unknowns, system);
    anchor(draft, found, unknowns, system);
    options.directions?.forEach((d, k) => keepDirection(draft, k, d, unknowns, system));
    const step = system.solve();
    if (!step) break;
    if (apply(draft, unknowns, step) < SETTLED_PX) break;
  }
  follow(r, draft, assigned, 1);
  return assigned;
}

function assignSamples(r: EvenRing, draft: Draft, shyPx: number): Assignment {
  const segment = new Int32Array(r.n).fill(-1);
  const t = new Float64Array(r.n);
  const shy = shyPx / r.step;
  draft.nodes.forEach((a, k) => {
    const b = nextNode(draft, k);
    const end = b.index > a.index ? b.index : b.index + r.n;
    // Half of a short segment's samples take part however rounded its corners are.
    const most = (end - a.index) / 4;
    const from = a.index + (a.kind === 'corner' ? Math.min(most, shy) : 0);
    const to = end - (b.kind === 'corner' ? Math.min(most, shy) : 0);
    for (let i = Math.ceil(from); i <= to; i += EACH) {
      const s = wrap(i, r.n);
      segment[s] = k;
      t[s] = (i - a.index) / (end - a.index || 1);
    }
  });
  return { segment, t };
}

/** Moves every sample to its foot on the outline; past a smooth node it goes over to the next segment. */
function follow(r: EvenRing, draft: Draft, { segment, t }: Assignment, steps: number): void {
  const cubics = draft.nodes.map((_, k) => draftCubic(draft, k));
  const n = draft.nodes.length;
  for (let i = 0; i < r.n; i++) {
    let k = segment[i]!;
    if (k < 0) continue;
    let at = t[i]!;
    for (let step = 0; step < steps; step++) {
      at = foot(cubics[k]!, draft.segments[k] !== 'curve', r.xs[i]!, r.ys[i]!, at);
      if (at > 1 && nextNode(draft, k).kind !== 'corner') {
        k = wrap(k + 1, n);
        at = 0.02;
      } else if (at < 0 && draft.nodes[k]!.kind !== 'corner') {
        k = wrap(k - 1, n);
        at = 0.98;
      }
    }
    segment[i] = k;
    t[i] = Math.max(0, Math.min(1, at));
  }
}

/** One Newton step of the foot-point equation; for a straight the foot itself. Not held to 0..1. */
function foot(c: Cubic, straight: boolean, x: number, y: number, t: number): number {
  if (straight) {
    const [dx, dy] = [c.p3.x - c.p0.x, c.p3.y - c.p0.y];
    return ((x - c.p0.x) * dx + (y - c.p0.y) * dy) / (dx * dx + dy * dy || 1);
  }
  const at = Math.max(0, Math.min(1, t));
  const q = pointOnCubic(c, at);
  const d = cubicDerivative(c, at);
  const u = 1 - at;
  const ax = 6 * u * (c.p2.x - 2 * c.p1.x + c.p0.x) + 6 * at * (c.p3.x - 2 * c.p2.x + c.p1.x);
  const ay = 6 * u * (c.p2.y - 2 * c.p1.y + c.p0.y) + 6 * at * (c.p3.y - 2 * c.p2.y + c.p1.y);
  const [gx, gy] = [q.x - x, q.y - y];
  const speed = dot(d, d);
  const slope = speed + gx * ax + gy * ay;
  const move = (gx * d.x + gy * d.y) / (slope > 0.2 * speed ? slope : speed || 1);
  return at - Math.max(-0.25, Math.min(0.25, move));
}

function numberUnknowns(draft: Draft): { unknowns: Unknowns[]; count: number } {
  let count = 0;
  const n = draft.nodes.length;
  const unknowns: Unknowns[] = [];
  draft.nodes.forEach((node, k) => {
    const before = k > 0 ? draft.segments[k - 1]! : 'curve';
    // Both ends of a level straight share their height, of an upright one their place across.
    const x = before === 'upright' ? unknowns[k - 1]!.x : count++;
    const y = before === 'level' ? unknowns[k - 1]!.y : count++;
    const last = k === n - 1 ? draft.segments[k]! : 'curve';
    const corner = node.kind === 'corner';
    const u: Unknowns = {
      x: last === 'upright' ? unknowns[0]!.x : x,
      y: last === 'level' ? unknowns[0]!.y : y,
      turn: node.kind === 'smooth' && !node.locked ? count++ : -1,
      inHandle: node.in ? count : -1,
      outHandle: -1,
    };
    if (node.in) count += corner ? 2 : 1;
    if (node.out) {
      u.outHandle = count;
      count += corner ? 2 : 1;
    }
    unknowns.push(u);
  });
  return { unknowns, count };
}

/** Which unknowns move a sample's foot across the outline, and by how much: the row of the least squares system. */
class Row {
  readonly at: number[] = [];
  readonly by: number[] = [];

  clear(): void {
    this.at.length = 0;
    this.by.length = 0;
  }

  add(at: number, by: number): void {
    if (at < 0 || by === 0) return;
    this.at.push(at);
    this.by.push(by);
  }

  /** A node and the handle on one side of it: `own` is the weight of both together, `w` of the handle alone. */
  addNode(node: DraftNode, u: Unknowns, side: 'in' | 'out', own: number, w: number, normal: Vec): void {
    this.add(u.x, own * normal.x);
    this.add(u.y, own * normal.y);
    const handle = node[side];
    if (!handle || w === 0) return;
    const at = side === 'in' ? u.inHandle : u.outHandle;
    if (node.kind === 'corner') {
      this.add(at, w * normal.x);
      this.add(at + 1, w * normal.y);
      return;
    }
    const sign = side === 'in' ? -w : w;
    this.add(at, sign * (node.direction!.x * normal.x + node.direction!.y * normal.y));
    if (u.turn >= 0) this.add(u.turn, w * (-handle.y * normal.x + handle.x * normal.y));
  }
}

function addSamples(
  r: EvenRing,
  draft: Draft,
  { segment, t }: Assignment,
  unknowns: readonly Unknowns[],
  system: EnvelopeSystem,
  outlierPx: number,
): void {
  const cubics = draft.nodes.map((_, k) => draftCubic(draft, k));
  const row = new Row();
  for (let i = 0; i < r.n; i++) {
    const k = segment[i]!;
    if (k < 0) continue;
    const at = t[i]!;
    const straight = draft.segments[k] !== 'curve';
    const c = cubics[k]!;
    const u = 1 - at;
    const q = straight ? { x: c.p0.x * u + c.p3.x * at, y: c.p0.y * u + c.p3.y * at } : pointOnCubic(c, at);
    const d = straight ? { x: c.p3.x - c.p0.x, y: c.p3.y - c.p0.y } : cubicDerivative(c, at);
    const size = Math.hypot(d.x, d.y);
    if (size === 0) continue;
    const normal = { x: -d.y / size, y: d.x / size };
    const off = (r.xs[i]! - q.x) * normal.x + (r.ys[i]! - q.y) * normal.y;
    const weight = Math.abs(off) <= outlierPx ? 1 : outlierPx / Math.abs(off);
    row.clear();
    const [w1, w2] = straight ? [0, 0] : [3 * u * u * at, 3 * u * at * at];
    const own0 = straight ? u : u * u * u + w1;
    const own3 = straight ? at : at * at * at + w2;
    const next = wrap(k + 1, draft.nodes.length);
    row.addNode(draft.nodes[k]!, unknowns[k]!, 'out', own0, w1, normal);
    row.addNode(draft.nodes[next]!, unknowns[next]!, 'in', own3, w2, normal);
    system.addRow(row.at, row.by, off, weight);
  }
}

function hold(draft: Draft, unknowns: readonly Unknowns[], system: EnvelopeSystem): void {
  draft.nodes.forEach((node, k) => {
    const u = unknowns[k]!;
    system.addDiagonal(u.x, HOLD);
    system.addDiagonal(u.y, HOLD);
    const lengths = [node.in, node.out].map((h) => (h ? dot(h, h) : 0));
    if (u.turn >= 0) system.addDiagonal(u.turn, HOLD * (lengths[0]! + lengths[1]! + 1));
    for (const at of [u.inHandle, u.outHandle]) {
      if (at < 0) continue;
      system.addDiagonal(at, HOLD);
      if (node.kind === 'corner') system.addDiagonal(at + 1, HOLD);
    }
  });
}

function anchor(
  draft: Draft,
  found: readonly Vec[],
  unknowns: readonly Unknowns[],
  system: EnvelopeSystem,
): void {
  draft.nodes.forEach((node, k) => {
    if (node.kind === 'tangent' || (node.kind === 'smooth' && !node.locked)) return;
    system.addRow([unknowns[k]!.x], [1], found[k]!.x - node.p.x, ANCHOR);
    system.addRow([unknowns[k]!.y], [1], found[k]!.y - node.p.y, ANCHOR);
  });
}

/** A straight's ends may not lie to different sides of its direction. */
function keepDirection(
  draft: Draft,
  k: number,
  d: Vec,
  unknowns: readonly Unknowns[],
  system: EnvelopeSystem,
): void {
  const [a, b] = [draft.nodes[k]!.p, nextNode(draft, k).p];
  const [from, to] = [unknowns[k]!, unknowns[wrap(k + 1, unknowns.length)]!];
  const off = -d.y * (b.x - a.x) + d.x * (b.y - a.y);
  system.addRow([from.x, from.y, to.x, to.y], [d.y, -d.x, -d.y, d.x], -off, EXACT);
}

/** Moves the draft by the step; gives back the furthest any node went, px. */
function apply(draft: Draft, unknowns: readonly Unknowns[], step: Float64Array): number {
  let furthest = 0;
  for (const u of unknowns) furthest = Math.max(furthest, Math.abs(step[u.x]!), Math.abs(step[u.y]!));
  const share = furthest > MAX_MOVE_PX ? MAX_MOVE_PX / furthest : 1;
  draft.nodes.forEach((node, k) => {
    const u = unknowns[k]!;
    node.p = { x: node.p.x + share * step[u.x]!, y: node.p.y + share * step[u.y]! };
    if (node.kind === 'corner') {
      if (node.in) node.in = moved(node.in, u.inHandle, step, share);
      if (node.out) node.out = moved(node.out, u.outHandle, step, share);
      return;
    }
    if (!node.direction) return;
    if (u.turn >= 0) node.direction = turned(node.direction, share * step[u.turn]!);
    if (node.in) {
      node.in = scale(
        node.direction,
        -Math.max(0, Math.hypot(node.in.x, node.in.y) + share * step[u.inHandle]!),
      );
    }
    if (node.out) {
      node.out = scale(
        node.direction,
        Math.max(0, Math.hypot(node.out.x, node.out.y) + share * step[u.outHandle]!),
      );
    }
  });
  alignTangents(draft);
  keepHandlesSane(draft);
  return furthest * share;
}

const moved = (h: Vec, at: number, step: Float64Array, share: number): Vec => ({
  x: h.x + share * step[at]!,
  y: h.y + share * step[at + 1]!,
});

function turned(d: Vec, by: number): Vec {
  const angle = Math.max(-0.3, Math.min(0.3, by));
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return { x: d.x * cos - d.y * sin, y: d.x * sin + d.y * cos };
}

function keepHandlesSane(draft: Draft): void {
  draft.nodes.forEach((a, k) => {
    if (draft.segments[k] !== 'curve') return;
    const b = nextNode(draft, k);
    const chord = Math.hypot(b.p.x - a.p.x, b.p.y - a.p.y);
    if (a.out) a.out = within(a.out, a.direction, chord);
    if (b.in) b.in = within(b.in, b.direction && scale(b.direction, -1), chord);
  });
}

function within(h: Vec, direction: Vec | null, chord: number): Vec {
  const size = Math.hypot(h.x, h.y);
  const wanted = Math.max(HANDLE_SHARES[0] * chord, Math.min(HANDLE_SHARES[1] * chord, size));
  if (wanted === size) return h;
  return size > 0 ? scale(h, wanted / size) : direction ? scale(direction, wanted) : h;
}
