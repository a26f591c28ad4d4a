import type { Contour, Node } from '../../foundations/geometry/contour';
import type { Vec } from '../../foundations/geometry/vec';
import type { Corner } from '../trace/corners';
import { fitStretch } from '../trace/fitStretch';
import { openJoints } from '../trace/joints';
import { fitLine, ringPoint, type EvenRing } from '../trace/path';
import { RingSums } from '../trace/ringSums';

import type { StrokePath } from './strokePaths';

/** One stroke of a pen: its centreline and how wide the pen was along it. Picture px, y down. */
export interface Stroke {
  readonly centreline: Contour;
  /** Pen radius at each node of the centreline, px. */
  readonly radii: readonly number[];
  /** The same run in small steps with the radius at each: what a pen-run outline is made of. */
  readonly run: readonly { readonly x: number; readonly y: number; readonly r: number }[];
  /** Middles of its square ends, as of its path. */
  readonly squareEnds: StrokePath['squareEnds'];
  readonly freeEnds: number;
}

/** A pen's path turns sharply when it turns this much within a few px, degrees. */
const CORNER_DEG = 38;
const STEP_PX = 0.5;
/** Half the window over which middles are averaged, px: chords lie across by turns. */
const SMOOTH_PX = 2;
/** Directions before and after a bend are read from this far beyond the pen's radius on, over so much at least, px. */
const NEAR_PX = 1;
const OVER_PX = 5;

/** A stroke's middles as few cubics within `tolerancePx`, corners kept, straights straight. */
export function fitStroke(path: StrokePath, tolerancePx: number): Stroke {
  const even = evenRun(path);
  const { squareEnds, freeEnds } = path;
  if (even.n < 4) return { ...dot(even), squareEnds, freeEnds };
  const sums = new RingSums(even);
  const corners = bendsOf(sums, even, path.closed);
  const smooth = smoothRun(sharpened(even, corners), corners, path.closed);
  const run = Array.from({ length: smooth.n }, (_, i) => ({
    x: smooth.xs[i]!,
    y: smooth.ys[i]!,
    r: smooth.rs[i]!,
  }));
  const joints = openJoints(smooth, new RingSums(smooth), corners);
  const nodes: Node[] = [];
  let arriving: Vec | null = null;
  joints.forEach((a, k) => {
    const b = joints[k + 1];
    const kind = k === 0 || !b ? 'corner' : a.kind;
    if (!b || a.line) {
      nodes.push({ x: a.point.x, y: a.point.y, in: arriving, out: null, kind });
      arriving = null;
      return;
    }
    const { cubics } = fitStretch(smooth, a, b, tolerancePx);
    cubics.forEach((c, i) => {
      nodes.push({ x: c.p0.x, y: c.p0.y, in: arriving, out: { ...c.p1 }, kind: i === 0 ? kind : 'smooth' });
      arriving = { ...c.p2 };
    });
  });
  let centreline: Contour = { closed: false, nodes };
  if (path.closed) {
    const last = nodes[nodes.length - 1]!;
    const first = nodes[0]!;
    const smoothJoin = corners.length === 2 && !first.out === !last.in;
    nodes[0] = { ...first, in: last.in, kind: smoothJoin ? 'smooth' : 'corner' };
    centreline = { closed: true, nodes: nodes.slice(0, -1) };
  }
  return { centreline, radii: centreline.nodes.map((p) => nearestRadius(run, p)), run, squareEnds, freeEnds };
}

type Run = EvenRing & { readonly rs: Float64Array; readonly corners: readonly number[] };

/** The middles at even spacing; an EvenRing in form, though an open run isn't closed by it. */
function evenRun({ middles, closed }: StrokePath): Run {
  const points = closed ? [...middles, middles[0]!] : middles;
  const at = new Float64Array(points.length);
  for (let i = 1; i < points.length; i++) {
    at[i] = at[i - 1]! + Math.hypot(points[i]!.x - points[i - 1]!.x, points[i]!.y - points[i - 1]!.y);
  }
  const total = at[points.length - 1]!;
  const n = Math.max(1, Math.round(total / STEP_PX) + 1);
  const [xs, ys, rs] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  for (let k = 0, i = 0; k < n; k++) {
    const s = n > 1 ? (total * k) / (n - 1) : 0;
    while (i + 2 < points.length && at[i + 1]! < s) i++;
    const [a, b] = [points[i]!, points[Math.min(i + 1, points.length - 1)]!];
    const t = Math.max(0, Math.min(1, (s - at[i]!) / ((at[i + 1] ?? s) - at[i]! || 1)));
    xs[k] = a.x + (b.x - a.x) * t;
    ys[k] = a.y + (b.y - a.y) * t;
    rs[k] = a.r + (b.r - a.r) * t;
  }
  const step = n > 1 ? total / (n - 1) : STEP_PX;
  const corners = points.flatMap((m, i) => (m.corner ? [Math.round(at[i]! / step)] : []));
  for (const k of corners) {
    const m = points.find((q, i) => q.corner && Math.round(at[i]! / step) === k)!;
    [xs[k], ys[k]] = [m.x, m.y];
  }
  return { n, step, xs, ys, rs, corners };
}

function dot(run: Run): Pick<Stroke, 'centreline' | 'radii' | 'run'> {
  const place = { x: run.xs[0]!, y: run.ys[0]!, r: Math.max(...run.rs) };
  const node: Node = { x: place.x, y: place.y, in: null, out: null, kind: 'corner' };
  return { centreline: { closed: false, nodes: [node] }, radii: [place.r], run: [place] };
}

/** The two ends of a run and the places between where it turns sharply. */
function bendsOf(sums: RingSums, run: Run, closed: boolean): Corner[] {
  const r = sums.ring;
  const pen = [...run.rs].sort((a, b) => a - b)[run.n >> 1]!;
  // Middles cut a corner within about the pen's radius of it.
  const near = Math.round((NEAR_PX + pen) / r.step);
  const far = near + Math.round(Math.max(OVER_PX, pen) / r.step);
  const turnAt = (i: number): number => {
    const before = closed ? far : Math.min(far, i);
    const after = closed ? far : Math.min(far, r.n - 1 - i);
    if (before < near + 3 || after < near + 3) return 0;
    const [a, b] = [sums.fit(i - before, i - near), sums.fit(i + near, i + after)];
    // A bend that its sides share is a curve: they are bowed as much.
    const turn = (Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy) * 180) / Math.PI;
    const length = (before - near) * r.step;
    // Sagitta of a circle: 8 bow / length^2 is its bend (handbook); both sides' mean, over the way between their middles.
    const bend = (4 * (Math.abs(a.bow) + Math.abs(b.bow))) / length ** 2;
    const shared = (bend * ((before + after) / 2) * r.step * 180) / Math.PI;
    return Math.max(0, Math.abs(turn) - shared);
  };
  const turns = Float64Array.from({ length: r.n }, (_, i) => turnAt(i));
  const ends: Corner[] = [0, r.n - 1].map((index) => ({ index, point: ringPoint(r, index), turnDeg: 0 }));
  const inner: Corner[] = [];
  const reach = far;
  for (let i = 0; i < r.n; i++) {
    if (turns[i]! < CORNER_DEG) continue;
    let top = true;
    for (let k = Math.max(0, i - reach); k <= Math.min(r.n - 1, i + reach) && top; k++) {
      top = turns[k]! < turns[i]! || (turns[k] === turns[i] && k >= i);
    }
    if (!top) continue;
    const [a, b] = [fitLine(r, i - far, i - near), fitLine(r, i + near, i + far)];
    const det = a.dx * b.dy - a.dy * b.dx;
    const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / det;
    const p = { x: a.x + a.dx * t, y: a.y + a.dy * t };
    const here = ringPoint(r, i);
    inner.push({
      index: i,
      point: Math.hypot(p.x - here.x, p.y - here.y) < pen + NEAR_PX ? p : here,
      turnDeg: turns[i]!,
    });
  }
  const told = run.corners.map((index) => ({ index, point: ringPoint(r, index), turnDeg: 90 }));
  const found = inner.filter(
    (c) => c.index > near && c.index < r.n - 1 - near && told.every((t) => Math.abs(t.index - c.index) > far),
  );
  return [ends[0]!, ...[...told, ...found].sort((a, b) => a.index - b.index), ends[1]!];
}

/** The run carried straight on to its corners, where its middles cut them. */
function sharpened(run: Run, corners: readonly Corner[]): Run {
  const [xs, ys] = [Float64Array.from(run.xs), Float64Array.from(run.ys)];
  corners.slice(1, -1).forEach((corner) => {
    const near = Math.round((NEAR_PX + run.rs[corner.index]!) / run.step);
    for (const side of [-1, 1]) {
      const from = Math.max(0, Math.min(run.n - 1, corner.index + side * near));
      for (let k = 1; k <= near; k++) {
        const i = corner.index + side * (near - k);
        if (i < 0 || i >= run.n) continue;
        xs[i] = run.xs[from]! + ((corner.point.x - run.xs[from]!) * k) / near;
        ys[i] = run.ys[from]! + ((corner.point.y - run.ys[from]!) * k) / near;
      }
    }
  });
  return { ...run, xs, ys };
}

/** Middles averaged along the run, not across its corners or ends. */
function smoothRun(run: Run, corners: readonly Corner[], closed: boolean): Run {
  const reach = Math.round(SMOOTH_PX / run.step);
  const out = {
    ...run,
    xs: Float64Array.from(run.xs),
    ys: Float64Array.from(run.ys),
    rs: Float64Array.from(run.rs),
  };
  for (let i = 0; i < run.n; i++) {
    const room = corners.reduce((least, c) => Math.min(least, Math.abs(c.index - i)), reach);
    const w = closed && corners.length === 2 ? reach : room;
    if (w < 1) continue;
    let [x, y, r] = [0, 0, 0];
    for (let k = -w; k <= w; k++) {
      const j = (i + k + run.n) % run.n;
      x += run.xs[j]!;
      y += run.ys[j]!;
      r += run.rs[j]!;
    }
    const count = 2 * w + 1;
    out.xs[i] = x / count;
    out.ys[i] = y / count;
    out.rs[i] = r / count;
  }
  return out;
}

function nearestRadius(run: Stroke['run'], p: Vec): number {
  let best = run[0]!;
  for (const m of run)
    if (Math.hypot(m.x - p.x, m.y - p.y) < Math.hypot(best.x - p.x, best.y - p.y)) best = m;
  return best.r;
}
