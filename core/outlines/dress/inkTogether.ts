import { nth } from '../../foundations/lists/nth';
import { invert } from '../../foundations/geometry/affine';
import {
  segmentAt,
  segmentCount,
  transformContours,
  type Contour,
  type Node,
} from '../../foundations/geometry/contour';
import { cubicLength, type Cubic } from '../../foundations/geometry/cubic';
import { withKinds } from '../../foundations/geometry/nodeKinds';
import {
  directionAt,
  edgeAt,
  edgesMeet,
  leftOf,
  part,
  type Meeting,
} from '../../foundations/geometry/strokeEdges';
import { isStraight, offsetOnce } from '../../foundations/geometry/strokeOffset';
import { add, cross, dot, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { nibMap, type PenShape } from './grow';

/** Lines with the pen that runs along them. */
export interface Inked {
  readonly lines: readonly Contour[];
  readonly pen: PenShape;
}

/** Edges keep within this of the true ones, em units. */
const TOLERANCE_EM = 0.05;
/** Most equal pieces a segment's edge is cut in. */
const MOST_PIECES = 8;
/** A joint that turns by less has no corner, radians. */
const SMOOTH_TURN = 1e-4;
const MITER_LIMIT = 4;

/**
 * The same lines drawn by several pens (or lines that agree, each with its own pen), as outlines that agree: the same contours with the
 * same points in the same order, so that what lies between two pens lies between their outlines. Strokes overlap each other and, at
 * inner corners of short segments, themselves: to be filled by the nonzero rule, by which all of the stroke and nothing else is covered (where an edge
 * runs backwards in a bend tighter than the pen, more of the pen's way lies over it than it takes away). Null when the lines don't agree. Em
 * units, y up.
 */
export function inkedTogether(drawings: readonly Inked[]): Contour[][] | null {
  const first = drawings[0];
  if (!first || !drawings.every((d) => agree(d.lines, first.lines) && alike(d.pen, first.pen))) return null;
  const nibs = drawings.map((d) => nibMap(d.pen));
  const seen = drawings.map((d, m) => transformContours(d.lines, invert(nth(nibs, m))));
  const outlines = first.lines.map((line, i) =>
    strokesTogether(
      seen.map((lines, m) => ({ line: nth(lines, i), pen: nth(drawings, m).pen })),
      line.closed,
    ),
  );
  const whole = outlines.filter((o) => o !== null);
  if (whole.length < outlines.length) return null;
  return nibs.map((nib, m) =>
    transformContours(
      whole.flatMap((o) => o.map((strokes) => nth(strokes, m))),
      nib,
    ),
  );
}

const agree = (a: readonly Contour[], b: readonly Contour[]): boolean =>
  a.length === b.length &&
  a.every(
    (c, i) =>
      c.closed === nth(b, i).closed && c.nodes.length === nth(b, i).nodes.length && c.nodes.length > 1,
  );

const alike = (a: PenShape, b: PenShape): boolean => a.ends === b.ends && a.joins === b.joins;

/** One contour in as many versions as there are pens, built point by point. */
class Together {
  readonly nodes: Node[][];

  constructor(count: number) {
    this.nodes = Array.from({ length: count }, () => []);
  }

  /** A corner in each version. */
  to(places: readonly Vec[]): void {
    places.forEach((p, m) =>
      nth(this.nodes, m).push({ x: p.x, y: p.y, in: null, out: null, kind: 'corner' }),
    );
  }

  /** Curves from the last point on, whose ends are new points. */
  curves(cubics: readonly Cubic[]): void {
    cubics.forEach((c, m) => {
      const own = nth(this.nodes, m);
      const last = own.length - 1;
      own[last] = { ...nth(own, last), out: { ...c.p1 } };
      own.push({ x: c.p3.x, y: c.p3.y, in: { ...c.p2 }, out: null, kind: 'corner' });
    });
  }

  /** The last point brought to other places, with its handle. */
  snap(places: readonly Vec[]): void {
    places.forEach((p, m) => {
      const own = nth(this.nodes, m);
      const last = nth(own, own.length - 1);
      const by = sub(p, last);
      own[own.length - 1] = { ...last, x: p.x, y: p.y, in: last.in && add(last.in, by) };
    });
  }

  /** The closed contours; the last point is the first one where the way has come round to it. */
  close(meets: boolean): Contour[] {
    return this.nodes.map((own) => {
      const last = nth(own, own.length - 1);
      const nodes = meets ? [{ ...nth(own, 0), in: last.in }, ...own.slice(1, -1)] : own;
      return withKinds({ closed: true, nodes });
    });
  }
}

interface Drawn {
  readonly line: Contour;
  readonly pen: PenShape;
}

/** The outlines of one line: for each contour its versions by pen. Null when the versions turn different ways at a corner. */
function strokesTogether(drawn: readonly Drawn[], closed: boolean): Contour[][] | null {
  const count = segmentCount(nth(drawn, 0).line);
  const runs = Array.from({ length: count }, (_, i) => drawn.map((d) => segmentAt(d.line, i))).filter((s) =>
    s.some((c) => cubicLength(c) > 1e-9),
  );
  if (runs.length === 0) return [];
  const back = [...runs].reverse().map((s) => s.map((c) => ({ p0: c.p3, p1: c.p2, p2: c.p1, p3: c.p0 })));
  const pens = drawn.map((d) => d.pen);
  if (closed) {
    const sides = [runs, back].map((way) => {
      const out = new Together(pens.length);
      return side(out, way, pens, true) ? out.close(true) : null;
    });
    const whole = sides.filter((s) => s !== null);
    return whole.length < sides.length ? null : whole;
  }
  const out = new Together(pens.length);
  if (!side(out, runs, pens, false)) return null;
  cap(out, nth(runs, runs.length - 1), pens);
  if (!side(out, back, pens, false, true)) return null;
  cap(out, nth(back, back.length - 1), pens);
  return [out.close(true)];
}

const halves = (pens: readonly PenShape[]) => pens.map((p) => p.width / 2);

/** Where the edges of all versions meet by themselves at a joint, so that no join is needed there; null where one needs it. */
function meetingOf(s: readonly Cubic[], next: readonly Cubic[], half: readonly number[]): Meeting[] | null {
  const meetings = s.flatMap((c, m) => edgesMeet(c, nth(next, m), nth(half, m), TOLERANCE_EM) ?? []);
  return meetings.length === s.length ? meetings : null;
}

/** The left edges along a run with their joins; false when the versions don't go together. `goesOn`: from where the last cap ended. */
function side(
  out: Together,
  run: readonly (readonly Cubic[])[],
  pens: readonly PenShape[],
  closed: boolean,
  goesOn = false,
): boolean {
  const half = halves(pens);
  const nextOf = (i: number) => run[i + 1] ?? (closed ? run[0] : undefined);
  const meetings = run.map((s, i) => {
    const next = nextOf(i);
    return next ? meetingOf(s, next, half) : null;
  });
  const before = (i: number) => (i > 0 || closed ? nth(meetings, (i + run.length - 1) % run.length) : null);
  const start = before(0)?.map((b) => b.at) ?? nth(run, 0).map((c, m) => edgeAt(c, 0, nth(half, m)));
  if (!goesOn) out.to(start);
  for (const [i, s] of run.entries()) {
    const [first, last] = [before(i), meetings[i] ?? null];
    edges(
      out,
      s.map((c, m) => part(c, first?.[m]?.s ?? 0, last?.[m]?.t ?? 1)),
      half,
    );
    const next = nextOf(i);
    if (last) out.snap(last.map((l) => l.at));
    else if (next && !joint(out, s, next, pens)) return false;
  }
  return true;
}

/** The left edges of one segment, cut into as many equal pieces as the most demanding version needs. */
function edges(out: Together, s: readonly Cubic[], half: readonly number[]): void {
  if (s.every(isStraight)) {
    out.to(s.map((c, m) => edgeAt(c, 1, nth(half, m))));
    return;
  }
  const pieces = (n: number) =>
    Array.from({ length: n }, (_, k) =>
      s.map((c, m) => offsetOnce(part(c, k / n, (k + 1) / n), nth(half, m), TOLERANCE_EM)),
    );
  let made = pieces(1);
  for (let n = 2; n <= MOST_PIECES && made.flat().some((o) => o.off >= TOLERANCE_EM); n++) made = pieces(n);
  for (const piece of made) out.curves(piece.map((o) => o.cubic));
}

/** From the edge of one segment to that of the next, as SVG 2, 13.6, has joins. */
function joint(
  out: Together,
  s: readonly Cubic[],
  next: readonly Cubic[],
  pens: readonly PenShape[],
): boolean {
  const half = halves(pens);
  const turns = s.map((c, m) => {
    const [a, b] = [directionAt(c, 1), directionAt(nth(next, m), 0)];
    const turn = Math.atan2(cross(a, b), dot(a, b));
    return turn > Math.PI - 1e-6 ? -Math.PI : turn;
  });
  if (turns.every((t) => Math.abs(t) < SMOOTH_TURN)) return true;
  const to = next.map((c, m) => edgeAt(c, 0, nth(half, m)));
  if (turns.every((t) => t > 0)) {
    // The inner side, over the pen's middle.
    out.to(s.map((c) => c.p3));
    out.to(to);
    return true;
  }
  if (!turns.every((t) => t < 0)) return false;
  const from = s.map((c, m) => edgeAt(c, 1, nth(half, m)));
  if (nth(pens, 0).joins === 'round') {
    arcs(
      out,
      s.map((c) => c.p3),
      from,
      turns,
    );
    return true;
  }
  const sharp = turns.map((t) => 1 / Math.max(1e-9, Math.cos(t / 2)));
  if (sharp.some((v) => v <= MITER_LIMIT))
    out.to(
      s.map((c, m) => {
        const [a, b] = [directionAt(c, 1), directionAt(nth(next, m), 0)];
        if (nth(sharp, m) > MITER_LIMIT) return scale(add(nth(from, m), nth(to, m)), 0.5);
        return add(c.p3, scale(unit(add(leftOf(a), leftOf(b))), nth(half, m) * nth(sharp, m)));
      }),
    );
  out.to(to);
  return true;
}

/** Arcs about the centres, each from its place and by its turn (radians), in as many quarter turns as the longest needs. */
function arcs(out: Together, centres: readonly Vec[], from: readonly Vec[], turns: readonly number[]): void {
  const steps = Math.max(...turns.map((t) => Math.ceil(Math.abs(t) / (Math.PI / 2) - 1e-9)), 1);
  let radii = from.map((p, m) => sub(p, nth(centres, m)));
  for (let i = 0; i < steps; i++) {
    const next = radii.map((r, m) => {
      const step = nth(turns, m) / steps;
      return {
        x: r.x * Math.cos(step) - r.y * Math.sin(step),
        y: r.x * Math.sin(step) + r.y * Math.cos(step),
      };
    });
    out.curves(
      radii.map((r, m) => {
        const k = (4 / 3) * Math.tan(nth(turns, m) / steps / 4);
        const at = (v: Vec) => add(nth(centres, m), v);
        return {
          p0: at(r),
          p1: at(add(r, scale(leftOf(r), k))),
          p2: at(add(nth(next, m), scale(leftOf(nth(next, m)), -k))),
          p3: at(nth(next, m)),
        };
      }),
    );
    radii = next;
  }
}

/** Round the end of a line, from its left edge to its right one. */
function cap(out: Together, s: readonly Cubic[], pens: readonly PenShape[]): void {
  const half = halves(pens);
  const ends = s.map((c) => c.p3);
  const edge = (side: 1 | -1) => s.map((c, m) => edgeAt(c, 1, side * nth(half, m)));
  if (nth(pens, 0).ends === 'round') {
    arcs(
      out,
      ends,
      edge(1),
      s.map(() => -Math.PI),
    );
    return;
  }
  if (nth(pens, 0).ends === 'square')
    for (const way of [1, -1] as const)
      out.to(edge(way).map((p, m) => add(p, scale(directionAt(nth(s, m), 1), nth(half, m)))));
  out.to(edge(-1));
}
